using System;
using System.Collections.Generic;

class Drop
{
    const int Height = 6, Width = 7;
    static List<char>[] stacks = new List<char>[Width];

    static char At(int col, int row) { return row < stacks[col].Count ? stacks[col][row] : ' '; }

    static bool Line(int col, int row, int dc, int dr, char me)
    {
        int n = 1;
        for (int s = 1; s < 4; s++) { int c = col + s * dc, r = row + s * dr; if (c < 0 || c >= Width || r < 0 || r >= Height || At(c, r) != me) break; n++; }
        for (int s = 1; s < 4; s++) { int c = col - s * dc, r = row - s * dr; if (c < 0 || c >= Width || r < 0 || r >= Height || At(c, r) != me) break; n++; }
        return n >= 4;
    }

    static void Show()
    {
        Console.WriteLine();
        for (int r = Height - 1; r >= 0; r--)
        {
            Console.Write("|");
            for (int c = 0; c < Width; c++)
            {
                char m = At(c, r);
                if (m == 'R') Console.Write("\u001b[41m   \u001b[0m");
                else if (m == 'Y') Console.Write("\u001b[43m   \u001b[0m");
                else Console.Write("   ");
                Console.Write("|");
            }
            Console.WriteLine();
        }
        Console.WriteLine("  A   B   C   D   E   F   G");
    }

    static void Main()
    {
        for (int i = 0; i < Width; i++) stacks[i] = new List<char>();
        char me = 'R';
        int placed = 0;
        while (true)
        {
            Show();
            Console.Write((me == 'R' ? "Red" : "Yellow") + " - letter of a column: ");
            string line = Console.ReadLine();
            if (line == null) return;
            line = line.Trim().ToUpper();
            if (line.Length != 1 || line[0] < 'A' || line[0] > 'G') { Console.WriteLine("A to G only."); continue; }
            int col = line[0] - 'A';
            if (stacks[col].Count == Height) { Console.WriteLine("That stack reaches the ceiling."); continue; }
            stacks[col].Add(me);
            placed++;
            int row = stacks[col].Count - 1;
            if (Line(col, row, 1, 0, me) || Line(col, row, 0, 1, me) || Line(col, row, 1, 1, me) || Line(col, row, 1, -1, me))
            {
                Show();
                Console.WriteLine("FOUR! " + (me == 'R' ? "Red" : "Yellow") + " celebrates.");
                return;
            }
            if (placed == Height * Width) { Show(); Console.WriteLine("No room left. Shake hands."); return; }
            me = me == 'R' ? 'Y' : 'R';
        }
    }
}
