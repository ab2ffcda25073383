/** The open column nearest to the middle. */
public class MiddleOut {
    static int choose(char[][] board, char player) {
        for (int col : new int[] {3, 2, 4, 1, 5, 0, 6})
            if (board[0][col] == ' ') return col;
        return -1;
    }
}
