using System;
using System.Collections.Generic;
using System.Globalization;
using System.IO;
using System.Linq;

class Twist
{
    static Queue<string> shoe;
    static decimal bank = 100;

    static int Worth(List<string> h)
    {
        int n = 0, aces = 0;
        foreach (var c in h)
        {
            var r = c.Substring(0, c.Length - 1);
            if (r == "A") { aces++; n += 11; }
            else n += "JQK".Contains(r) ? 10 : int.Parse(r);
        }
        while (n > 21 && aces-- > 0) n -= 10;
        return n;
    }

    static string Say(string c)
    {
        string suit = "SHDC".Contains(c[c.Length - 1]) ? new[] { "♠", "♥", "♦", "♣" }["SHDC".IndexOf(c[c.Length - 1])] : "";
        return c.Substring(0, c.Length - 1) + suit;
    }

    static string Row(IEnumerable<string> h) { return string.Join("  ", h.Select(Say)); }

    static string Ask(string q)
    {
        Console.Write(q);
        var s = Console.ReadLine();
        if (s == null) Environment.Exit(0);
        return s.Trim();
    }

    static void Main()
    {
        CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
        Console.OutputEncoding = System.Text.Encoding.UTF8;
        shoe = new Queue<string>(File.ReadAllText("shoe.txt").Split(new[] { ',', '\n', ' ' }, StringSplitOptions.RemoveEmptyEntries));
        for (int n = 1; n <= 10 && bank >= 1; n++)
        {
            int bet = 0;
            while (true)
            {
                var t = Ask($"\n[{n}/10] {bank:0.##} coins in your pocket, stake: ");
                if (!int.TryParse(t, out bet)) Console.WriteLine("Whole coins only.");
                else if (bet < 1 || bet > 100) Console.WriteLine("Between one and a hundred coins.");
                else if (bet > bank) Console.WriteLine("Your pocket is not deep enough.");
                else break;
            }
            bank -= bet;
            var hands = new List<List<string>> { new List<string>() };
            var stakes = new List<int> { bet };
            var house = new List<string>();
            hands[0].Add(shoe.Dequeue()); house.Add(shoe.Dequeue()); hands[0].Add(shoe.Dequeue()); house.Add(shoe.Dequeue());
            Console.WriteLine("guest    " + Row(hands[0]) + "   -> " + Worth(hands[0]));
            Console.WriteLine("casino   " + Say(house[0]) + "  ▒▒");
            bool mine = Worth(hands[0]) == 21, theirs = Worth(house) == 21;
            for (int i = 0; i < hands.Count && !mine && !theirs; i++)
            {
                var h = hands[i];
                if (hands.Count > 1) Console.WriteLine("guest    " + Row(h) + "   -> " + Worth(h));
                while (Worth(h) < 21 && !(hands.Count > 1 && h[0][0] == 'A'))
                {
                    var t = Ask("(t)wist, (s)tick, (b)uy double, (p)air apart: ").ToLower();
                    if (t == "s") break;
                    if (t == "t") h.Add(shoe.Dequeue());
                    else if (t == "b" && h.Count == 2 && bank >= stakes[i]) { bank -= stakes[i]; stakes[i] *= 2; h.Add(shoe.Dequeue()); }
                    else if (t == "p" && hands.Count == 1 && h.Count == 2 && bank >= bet && Worth(new List<string> { h[0] }) == Worth(new List<string> { h[1] }))
                    {
                        bank -= bet;
                        hands.Add(new List<string> { h[1], null });
                        stakes.Add(bet);
                        h[1] = shoe.Dequeue();
                        hands[1][1] = shoe.Dequeue();
                    }
                    else { Console.WriteLine("t, s, b or p, as far as the rules go."); continue; }
                    Console.WriteLine("guest    " + Row(h) + "   -> " + Worth(h));
                    if (t == "b") break;
                }
                if (Worth(h) > 21) Console.WriteLine("guest is out of the round");
            }
            if (!mine && !theirs && hands.Any(h => Worth(h) <= 21)) while (Worth(house) < 17) house.Add(shoe.Dequeue());
            Console.WriteLine("casino   " + Row(house) + "   -> " + Worth(house));
            for (int i = 0; i < hands.Count; i++)
            {
                int a = Worth(hands[i]), b = Worth(house);
                if (a > 21) continue;
                if (mine && !theirs) { bank += 2.5m * stakes[i]; Console.WriteLine("guest shines: three halves!"); }
                else if (theirs && !mine) Console.WriteLine("casino shines.");
                else if (b > 21 || a > b) { bank += 2 * stakes[i]; Console.WriteLine("the guest is paid"); }
                else if (a == b) { bank += stakes[i]; Console.WriteLine("level"); }
                else Console.WriteLine("the casino is paid");
            }
        }
        Console.WriteLine($"\n{bank:0.##} coins in your pocket, farewell");
    }
}
