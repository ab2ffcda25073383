public class Game {
    public enum Mark { EMPTY, X, O }

    public enum Status { ONGOING, X_WINS, O_WINS, DRAW }

    private final Mark[] squares = new Mark[9];
    private Mark turn = Mark.X;
    private int played = 0;

    public Game() {
        java.util.Arrays.fill(squares, Mark.EMPTY);
    }

    /** Squares are numbered from 1 to 9, row by row. */
    public void play(int square) {
        if (status() != Status.ONGOING) {
            throw new IllegalStateException("The game is over");
        }
        if (square < 1 || square > 9) {
            throw new IllegalArgumentException("Choose a square from 1 to 9");
        }
        if (squares[square - 1] != Mark.EMPTY) {
            throw new IllegalArgumentException("The square is taken");
        }
        squares[square - 1] = turn;
        played++;
        turn = turn == Mark.X ? Mark.O : Mark.X;
    }

    public Status status() {
        int[][] lines = {{0, 1, 2}, {3, 4, 5}, {6, 7, 8}, {0, 3, 6}, {1, 4, 7}, {2, 5, 8}, {0, 4, 8}, {2, 4, 6}};
        for (int[] l : lines) {
            Mark m = squares[l[0]];
            if (m != Mark.EMPTY && m == squares[l[1]] && m == squares[l[2]]) {
                return m == Mark.X ? Status.X_WINS : Status.O_WINS;
            }
        }
        return played == 9 ? Status.DRAW : Status.ONGOING;
    }

    public Mark markAt(int square) {
        return squares[square - 1];
    }

    public Mark whoseTurn() {
        return turn;
    }
}
