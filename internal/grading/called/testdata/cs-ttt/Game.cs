using System;

namespace Playground
{
    public enum Player { None, Cross, Circle }

    public class Game
    {
        private readonly Player[,] field = new Player[3, 3];

        public Player Current { get; private set; } = Player.Cross;

        public Player Winner { get; private set; } = Player.None;

        public int MovesMade { get; private set; }

        public bool IsDraw => MovesMade == 9 && Winner == Player.None;

        public Player this[int row, int column] => field[row, column];

        public Player CellAt(int row, int column)
        {
            return field[row, column];
        }

        public void Set(int row, int column)
        {
            if (Winner != Player.None || IsDraw)
                throw new InvalidOperationException("The game is over.");
            if (row < 0 || row > 2 || column < 0 || column > 2)
                throw new ArgumentOutOfRangeException("row", "Outside the field.");
            if (field[row, column] != Player.None)
                throw new ArgumentException("Not free.");
            field[row, column] = Current;
            MovesMade++;
            if (Line(row, column))
                Winner = Current;
            Current = Current == Player.Cross ? Player.Circle : Player.Cross;
        }

        private bool Line(int row, int column)
        {
            Player p = field[row, column];
            bool r = true, c = true, d = true, u = true;
            for (int i = 0; i < 3; i++)
            {
                r &= field[row, i] == p;
                c &= field[i, column] == p;
                d &= field[i, i] == p;
                u &= field[i, 2 - i] == p;
            }
            return r || c || d || u;
        }
    }
}
