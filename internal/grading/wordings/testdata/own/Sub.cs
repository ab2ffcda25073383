using System;
using System.Collections.Generic;
class Sub
{
    const int N = 10;
    static int[,] sea = new int[N, N];
    static bool[,] shot = new bool[N, N];
    static readonly int[] sizes = { 5, 4, 3, 3, 2 };
    static readonly string[] names = { "aircraft carrier", "battleship", "cruiser", "submarine", "destroyer" };
    static void Hide()
    {
        var rnd = new Random();
        for (int k = 0; k < sizes.Length; k++)
        {
            while (true)
            {
                bool down = rnd.Next(2) == 0;
                int r = rnd.Next(down ? N - sizes[k] + 1 : N), c = rnd.Next(down ? N : N - sizes[k] + 1);
                bool free = true;
                for (int i = 0; i < sizes[k]; i++) free &= sea[down ? r + i : r, down ? c : c + i] == 0;
                if (!free) continue;
                for (int i = 0; i < sizes[k]; i++) sea[down ? r + i : r, down ? c : c + i] = k + 1;
                break;
            }
        }
    }
    static void Show()
    {
        Console.WriteLine("    1 2 3 4 5 6 7 8 9 10");
        for (int r = 0; r < N; r++)
        {
            Console.Write("  " + (char)('A' + r));
            for (int c = 0; c < N; c++) Console.Write(" " + (!shot[r, c] ? '?' : sea[r, c] > 0 ? '#' : '.'));
            Console.WriteLine();
        }
    }
    static void Main()
    {
        Hide();
        int[] left = (int[])sizes.Clone();
        int afloat = 5, used = 0;
        while (afloat > 0)
        {
            Show();
            Console.Write("Torpedo target? ");
            string s = (Console.ReadLine() ?? "").Trim().ToUpper();
            if (s == "") { Console.WriteLine("Nothing typed."); continue; }
            int r = s[0] - 'A', c;
            if (!int.TryParse(s.Substring(1), out c) || r < 0 || r >= N || c < 1 || c > N) { Console.WriteLine("No such place at sea."); continue; }
            c--;
            if (shot[r, c]) { Console.WriteLine("That place was searched before."); continue; }
            shot[r, c] = true; used++;
            int k = sea[r, c];
            if (k == 0) { Console.WriteLine("Missed, only fish."); continue; }
            if (--left[k - 1] > 0) { Console.WriteLine("Explosion! A ship is damaged."); continue; }
            afloat--;
            Console.WriteLine("Explosion! You destroyed the " + names[k - 1] + ".");
        }
        Show();
        Console.WriteLine("Victory! It took " + used + " torpedoes.");
    }
}
