/** The middle, then the corners, then the edges. */
public class MiddleFirst {
    static final int[] ORDER = {4, 0, 2, 6, 8, 1, 3, 5, 7};

    static int choose(String[][] board, String player) {
        for (int cell : ORDER)
            if (board[cell / 3][cell % 3].isEmpty()) return cell;
        return -1;
    }
}
