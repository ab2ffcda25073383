using System;

class Renju
{
    const int Size = 15;
    static readonly char[,] F = new char[Size, Size];

    static void Print()
    {
        for (int r = Size; r >= 1; r--)
        {
            Console.Write("{0,3} ", r);
            for (int c = 0; c < Size; c++) Console.Write(F[r - 1, c] == 0 ? " +" : " " + F[r - 1, c]);
            Console.WriteLine();
        }
        Console.Write("    ");
        for (int c = 0; c < Size; c++) Console.Write(" " + (char)('A' + c));
        Console.WriteLine();
    }

    static bool Five(int r, int c, char m)
    {
        int[,] d = { { 0, 1 }, { 1, 0 }, { 1, 1 }, { 1, -1 } };
        for (int i = 0; i < 4; i++)
        {
            int n = 0;
            int y = r, x = c;
            while (y >= 0 && x >= 0 && y < Size && x < Size && F[y, x] == m) { y -= d[i, 0]; x -= d[i, 1]; }
            y += d[i, 0]; x += d[i, 1];
            while (y >= 0 && x >= 0 && y < Size && x < Size && F[y, x] == m) { n++; y += d[i, 0]; x += d[i, 1]; }
            if (n >= 5) return true;
        }
        return false;
    }

    static void Main()
    {
        bool x = true;
        int laid = 0;
        while (true)
        {
            Print();
            Console.Write((x ? "X" : "O") + " lays at: ");
            string s = Console.ReadLine();
            if (s == null) return;
            s = s.Trim().ToUpper();
            int row;
            if (s.Length < 2 || !char.IsLetter(s[0]) || !int.TryParse(s.Substring(1), out row)) { Console.WriteLine("Column letter and row number, for instance C12."); continue; }
            int col = s[0] - 'A';
            if (col >= Size || row < 1 || row > Size) { Console.WriteLine("Not inside the square."); continue; }
            if (F[row - 1, col] != 0) { Console.WriteLine("Already laid there."); continue; }
            F[row - 1, col] = x ? 'X' : 'O';
            laid++;
            if (Five(row - 1, col, x ? 'X' : 'O')) { Print(); Console.WriteLine("A five! Point for " + (x ? "X" : "O") + "."); return; }
            if (laid == Size * Size) { Print(); Console.WriteLine("No five, no point."); return; }
            x = !x;
        }
    }
}
