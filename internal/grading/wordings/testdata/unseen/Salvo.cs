using System;
using System.Collections.Generic;

// Battleship. Environment: FLEET_ONE and FLEET_TWO, e.g. "A1-A5,C3-F3": first and last cell of every ship.
class Salvo
{
    static readonly string[] Names = { "carrier", "battleship", "cruiser", "submarine", "destroyer" };

    static (int, int) Cell(string s) { return (int.Parse(s.Substring(1)) - 1, char.ToUpper(s[0]) - 'A'); }

    static int[,] Sea(string text)
    {
        var sea = new int[10, 10];
        int n = 0;
        foreach (var ship in text.Split(','))
        {
            n++;
            var ends = ship.Split('-');
            var (r1, c1) = Cell(ends[0]);
            var (r2, c2) = Cell(ends[1]);
            for (int r = r1; r <= r2; r++)
                for (int c = c1; c <= c2; c++) sea[r, c] = n;
        }
        return sea;
    }

    static void Show(char[,] known)
    {
        Console.WriteLine("     A   B   C   D   E   F   G   H   I   J");
        for (int r = 0; r < 10; r++)
        {
            Console.Write((r + 1).ToString().PadLeft(2) + " ");
            for (int c = 0; c < 10; c++) Console.Write("| " + known[r, c] + " ");
            Console.WriteLine("|");
        }
    }

    static void Main()
    {
        string one = Environment.GetEnvironmentVariable("FLEET_ONE"), two = Environment.GetEnvironmentVariable("FLEET_TWO");
        if (one == null || two == null) { Console.WriteLine("Set FLEET_ONE and FLEET_TWO first."); return; }
        while (true)
        {
            var seas = new[] { Sea(one), Sea(two) };
            var known = new[] { new char[10, 10], new char[10, 10] };
            foreach (var k in known) for (int i = 0; i < 100; i++) k[i / 10, i % 10] = ' ';
            var names = new[] { "Admiral Red", "Admiral Blue" };
            int me = 0;
            while (true)
            {
                int you = 1 - me;
                Console.WriteLine("Waters of " + names[you] + ":");
                Show(known[you]);
                Console.Write(names[me] + ", coordinates? ");
                string s = Console.ReadLine();
                if (s == null) return;
                s = s.Trim().ToUpper();
                int row;
                if (s.Length < 2 || s[0] < 'A' || s[0] > 'Z' || !int.TryParse(s.Substring(1), out row)) { Console.WriteLine("Unclear order."); continue; }
                int col = s[0] - 'A';
                row--;
                if (col > 9 || row < 0 || row > 9) { Console.WriteLine("Beyond the horizon."); continue; }
                if (known[you][row, col] != ' ') { Console.WriteLine("That position was shelled earlier."); continue; }
                int ship = seas[you][row, col];
                if (ship == 0) { known[you][row, col] = '.'; Console.WriteLine(s + ": no damage."); }
                else
                {
                    known[you][row, col] = '*';
                    seas[you][row, col] = 0;
                    bool lives = false, any = false;
                    foreach (int n in seas[you]) { lives |= n == ship; any |= n > 0; }
                    Console.WriteLine(s + ": on target!" + (lives ? "" : " " + names[you] + " loses the " + Names[ship - 1] + "."));
                    if (!any) { Console.WriteLine(names[me] + " has won the day."); break; }
                }
                me = you;
            }
            Console.Write("Fight again (y/n)? ");
            string more = Console.ReadLine();
            if (more == null || more.Trim().ToLower() != "y") return;
        }
    }
}
