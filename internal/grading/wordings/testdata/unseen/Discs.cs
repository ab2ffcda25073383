using System;
class Discs {
    const int R = 6, C = 7;
    static int[,] g = new int[R, C];
    static string[] color = { "", "Red", "Yellow" };
    static char[] disc = { '.', 'R', 'Y' };
    static void Draw() {
        Console.WriteLine();
        for (int r = 0; r < R; r++) {
            Console.Write("| ");
            for (int c = 0; c < C; c++) Console.Write(disc[g[r, c]] + " ");
            Console.WriteLine("|");
        }
        Console.WriteLine("+-A-B-C-D-E-F-G-+");
    }
    static bool Connected(int r, int c) {
        int p = g[r, c];
        int[][] ds = { new[] {0, 1}, new[] {1, 0}, new[] {1, 1}, new[] {1, -1} };
        foreach (var d in ds) {
            int n = 1;
            for (int s = -1; s <= 1; s += 2)
                for (int k = 1; ; k++) {
                    int y = r + s * k * d[0], x = c + s * k * d[1];
                    if (y < 0 || y >= R || x < 0 || x >= C || g[y, x] != p) break;
                    n++;
                }
            if (n >= 4) return true;
        }
        return false;
    }
    static void Main() {
        Console.WriteLine("CONNECT FOUR - Red starts");
        int p = 1, n = 0;
        while (true) {
            Draw();
            Console.Write(color[p] + ", drop your disc in column: ");
            string s = Console.ReadLine();
            if (s == null) return;
            s = s.Trim().ToUpper();
            if (s.Length != 1 || s[0] < 'A' || s[0] > 'Z') { Console.WriteLine("Type the letter of a column."); continue; }
            int c = s[0] - 'A';
            if (c >= C) { Console.WriteLine("There are columns A to G only."); continue; }
            if (g[0, c] != 0) { Console.WriteLine("Column " + s + " can take no more."); continue; }
            int r = R - 1;
            while (g[r, c] != 0) r--;
            g[r, c] = p;
            n++;
            if (Connected(r, c)) { Draw(); Console.WriteLine("Connected! The round is " + color[p] + "'s."); return; }
            if (n == R * C) { Draw(); Console.WriteLine("All slots are used: nobody connected four."); return; }
            p = 3 - p;
        }
    }
}
