/** Whether a ship is sunk, and whether one may be placed: 0 is the sea, 1 a ship, 2 a hit. */
public class Fleet {
    static boolean sunk(int[] sea, int row, int column, int length, boolean down) {
        for (int i = 0; i < length; i++) {
            int at = down ? (row + i) * 10 + column : row * 10 + column + i;
            if (sea[at] != 2) return false;
        }
        return true;
    }

    static int room(int[] sea, int row, int column, int length, boolean down) {
        for (int i = 0; i < length; i++) {
            int r = row + (down ? i : 0);
            int c = column + (down ? 0 : i);
            if (r < 0 || c < 0 || r > 9 || c > 9 || sea[r * 10 + c] != 0) return 0;
        }
        return 1;
    }
}
