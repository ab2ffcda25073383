using System;
using System.Collections.Generic;

public class ConnectFour
{
    public const int Rows = 6, Columns = 7;
    private readonly char[,] board = new char[Rows, Columns];
    private char player = 'R';
    private char? winner;

    public ConnectFour()
    {
        for (int r = 0; r < Rows; r++)
            for (int c = 0; c < Columns; c++)
                board[r, c] = '.';
    }

    public char NextPlayer() { return player; }

    public char? GetWinner() { return winner; }

    public bool IsDraw() { return winner == null && LegalMoves().Count == 0; }

    public List<int> LegalMoves()
    {
        var list = new List<int>();
        for (int c = 0; c < Columns; c++)
            if (board[0, c] == '.')
                list.Add(c + 1);
        return list;
    }

    public bool Insert(int column)
    {
        if (winner != null || !LegalMoves().Contains(column))
            return false;
        int row = Rows - 1;
        while (board[row, column - 1] != '.')
            row--;
        board[row, column - 1] = player;
        if (Wins(row, column - 1))
            winner = player;
        player = player == 'R' ? 'Y' : 'R';
        return true;
    }

    private bool Wins(int row, int col)
    {
        int[][] ways = { new[] { 0, 1 }, new[] { 1, 0 }, new[] { 1, 1 }, new[] { 1, -1 } };
        foreach (int[] way in ways)
        {
            int run = 1;
            foreach (int sign in new[] { 1, -1 })
                for (int k = 1; k < 4; k++)
                {
                    int r = row + sign * k * way[0], c = col + sign * k * way[1];
                    if (r < 0 || r >= Rows || c < 0 || c >= Columns || board[r, c] != player)
                        break;
                    run++;
                }
            if (run >= 4)
                return true;
        }
        return false;
    }

    public override string ToString()
    {
        var text = "";
        for (int r = 0; r < Rows; r++)
        {
            for (int c = 0; c < Columns; c++)
                text += board[r, c];
            text += "\n";
        }
        return text;
    }
}
