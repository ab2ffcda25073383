/** Shoots beside a hit; else scattered over the board. */
public class HuntAndTarget {
    static int[] choose(char[][] board) {
        int[][] beside = {{0, 1}, {0, -1}, {1, 0}, {-1, 0}};
        for (int r = 0; r < 10; r++)
            for (int c = 0; c < 10; c++)
                if (board[r][c] == 'X')
                    for (int[] d : beside)
                        if (free(board, r + d[0], c + d[1])) return new int[] {r + d[0], c + d[1]};
        for (int i = 0; i < 100; i++) {
            int cell = i * 37 % 100;
            if (free(board, cell / 10, cell % 10)) return new int[] {cell / 10, cell % 10};
        }
        return null;
    }

    static boolean free(char[][] board, int r, int c) {
        return r >= 0 && r < 10 && c >= 0 && c < 10 && board[r][c] == ' ';
    }
}
