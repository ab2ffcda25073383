using System;
using System.Linq;
using System.Collections.Generic;
class Lantern {
    static void Main() {
        string[] pool = { "copper", "silver", "marble", "granite", "velvet", "cotton", "timber" };
        var rnd = new Random();
        Console.WriteLine("LANTERNS");
        Console.WriteLine("1 - play");
        Console.WriteLine("2 - quit");
        Console.Write("> ");
        string pick = Console.ReadLine();
        if (pick != "1") return;
        string w = pool[rnd.Next(pool.Length)];
        var opened = new HashSet<char>();
        var dark = new List<char>();
        Console.WriteLine("Every wrong letter puts out a lantern. You have six.");
        while (true) {
            string view = string.Concat(w.Select(c => opened.Contains(c) ? char.ToUpper(c) : '.'));
            Console.WriteLine("[" + view + "]  lanterns burning: " + (6 - dark.Count));
            Console.Write("your letter: ");
            string s = Console.ReadLine();
            if (s == null) return;
            s = s.Trim().ToLower();
            if (s.Length != 1 || s[0] < 'a' || s[0] > 'z') { Console.WriteLine("A single letter is needed."); continue; }
            char ch = s[0];
            if (opened.Contains(ch) || dark.Contains(ch)) { Console.WriteLine("Had that one before."); continue; }
            if (w.Contains(ch)) {
                opened.Add(ch);
                if (w.All(c => opened.Contains(c))) { Console.WriteLine(w.ToUpper() + "! The night is bright, you did it."); return; }
            } else {
                dark.Add(ch);
                if (dark.Count == 6) { Console.WriteLine("All dark. The word would have been " + w.ToUpper() + "."); return; }
            }
        }
    }
}
