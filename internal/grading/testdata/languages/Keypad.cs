using System;
using System.Linq;

class Keypad
{
    static readonly int[][] Lines =
    {
        new[] {0, 1, 2}, new[] {3, 4, 5}, new[] {6, 7, 8}, new[] {0, 3, 6},
        new[] {1, 4, 7}, new[] {2, 5, 8}, new[] {0, 4, 8}, new[] {2, 4, 6},
    };

    static void Main()
    {
        var cells = "123456789".ToCharArray();
        var player = 'X';
        while (true)
        {
            Console.WriteLine();
            for (int r = 0; r < 9; r += 3)
            {
                Console.WriteLine(" {0} | {1} | {2}", cells[r], cells[r + 1], cells[r + 2]);
                if (r < 6) Console.WriteLine("---+---+---");
            }
            if (Lines.Any(l => l.All(i => cells[i] == 'X')) || Lines.Any(l => l.All(i => cells[i] == 'O')))
            {
                Console.WriteLine("Player {0} has won!", player == 'X' ? 'O' : 'X');
                return;
            }
            if (cells.All(c => c == 'X' || c == 'O'))
            {
                Console.WriteLine("The game ends in a draw.");
                return;
            }
            while (true)
            {
                Console.Write("Player {0}, choose a position (1-9): ", player);
                var line = Console.ReadLine();
                int n;
                if (line == null) return;
                if (!int.TryParse(line, out n) || n < 1 || n > 9)
                {
                    Console.WriteLine("That is not a number from 1 to 9.");
                    continue;
                }
                if (cells[n - 1] == 'X' || cells[n - 1] == 'O')
                {
                    Console.WriteLine("This position is taken.");
                    continue;
                }
                cells[n - 1] = player;
                break;
            }
            player = player == 'X' ? 'O' : 'X';
        }
    }
}
