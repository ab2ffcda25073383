/** Connect four as functions: the board is 6 rows of 7 numbers, 0 for a free cell. */
public class Columns {
    /** The row in which a disc comes to rest, -1 when the column is full. */
    static int nextRow(int[][] board, int col) {
        for (int row = board.length - 1; row >= 0; row--)
            if (board[row][col] == 0) return row;
        return -1;
    }

    public static String result(int[][] board) {
        System.out.println("looking at a board");
        boolean full = true;
        for (int r = 0; r < board.length; r++)
            for (int c = 0; c < board[r].length; c++) {
                full &= board[r][c] != 0;
                if (board[r][c] != 0 && (run(board, r, c, 0, 1) || run(board, r, c, 1, 0) || run(board, r, c, 1, 1) || run(board, r, c, 1, -1)))
                    return board[r][c] == 1 ? "red" : "yellow";
            }
        return full ? "draw" : "open";
    }

    private static boolean run(int[][] board, int r, int c, int dr, int dc) {
        for (int i = 1; i < 4; i++) {
            int y = r + i * dr, x = c + i * dc;
            if (y < 0 || y >= board.length || x < 0 || x >= board[0].length || board[y][x] != board[r][c]) return false;
        }
        return true;
    }
}
