package ttt;

class Board {
    private final char[][] cells = new char[3][3];
    private int marks = 0;

    Board() {
        for (char[] row : cells) java.util.Arrays.fill(row, ' ');
    }

    boolean free(int row, int col) { return cells[row][col] == ' '; }

    void put(int row, int col, char mark) {
        cells[row][col] = mark;
        marks++;
    }

    boolean full() { return marks == 9; }

    boolean wins(char m) {
        for (int i = 0; i < 3; i++) {
            if (cells[i][0] == m && cells[i][1] == m && cells[i][2] == m) return true;
            if (cells[0][i] == m && cells[1][i] == m && cells[2][i] == m) return true;
        }
        return cells[1][1] == m && (cells[0][0] == m && cells[2][2] == m || cells[0][2] == m && cells[2][0] == m);
    }

    void show() {
        System.out.println("    1   2   3");
        for (int r = 0; r < 3; r++) {
            System.out.printf("%d   %c | %c | %c%n", r + 1, cells[r][0], cells[r][1], cells[r][2]);
            if (r < 2) System.out.println("   ---+---+---");
        }
    }
}
