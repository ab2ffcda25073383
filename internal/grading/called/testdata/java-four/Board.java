package fourwins;

import java.util.ArrayList;
import java.util.List;

public class Board {
    public static final int WIDTH = 7;
    public static final int HEIGHT = 6;

    private final Disc[][] cells = new Disc[WIDTH][HEIGHT];
    private Disc next = Disc.YELLOW;
    private Disc winner;

    /** Columns from 0 on; the disc falls to the lowest free place. */
    public void dropDisc(int column) {
        if (winner != null) {
            throw new IllegalStateException("game over");
        }
        if (column < 0 || column >= WIDTH) {
            throw new IllegalArgumentException("no such column: " + column);
        }
        int height = 0;
        while (height < HEIGHT && cells[column][height] != null) {
            height++;
        }
        if (height == HEIGHT) {
            throw new IllegalArgumentException("column is full");
        }
        cells[column][height] = next;
        if (four(column, height)) {
            winner = next;
        }
        next = next.opponent();
    }

    private boolean four(int column, int height) {
        int[][] ways = {{1, 0}, {0, 1}, {1, 1}, {1, -1}};
        for (int[] way : ways) {
            int n = 1 + count(column, height, way[0], way[1]) + count(column, height, -way[0], -way[1]);
            if (n >= 4) {
                return true;
            }
        }
        return false;
    }

    private int count(int column, int height, int dx, int dy) {
        Disc mine = cells[column][height];
        int n = 0;
        int x = column + dx;
        int y = height + dy;
        while (x >= 0 && x < WIDTH && y >= 0 && y < HEIGHT && cells[x][y] == mine) {
            n++;
            x += dx;
            y += dy;
        }
        return n;
    }

    public Disc getWinner() {
        return winner;
    }

    public Disc getNext() {
        return next;
    }

    public boolean isTied() {
        return winner == null && legalColumns().isEmpty();
    }

    public List<Integer> legalColumns() {
        List<Integer> free = new ArrayList<>();
        for (int x = 0; x < WIDTH; x++) {
            if (cells[x][HEIGHT - 1] == null) {
                free.add(x);
            }
        }
        return free;
    }
}
