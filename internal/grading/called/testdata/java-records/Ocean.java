import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

public class Ocean {
    private final int size;
    private final List<Set<Coordinate>> fleet = new ArrayList<>();
    private final Set<Coordinate> shots = new HashSet<>();

    public Ocean(int size) {
        this.size = size;
    }

    private boolean inside(Coordinate c) {
        return c.row() >= 0 && c.row() < size && c.column() >= 0 && c.column() < size;
    }

    public void addShip(Coordinate start, int length, boolean horizontal) {
        Set<Coordinate> cells = new HashSet<>();
        for (int i = 0; i < length; i++) {
            Coordinate c = horizontal ? new Coordinate(start.row(), start.column() + i) : new Coordinate(start.row() + i, start.column());
            if (!inside(c)) {
                throw new IllegalArgumentException("The ship leaves the ocean");
            }
            cells.add(c);
        }
        for (Set<Coordinate> other : fleet) {
            for (Coordinate c : cells) {
                if (other.contains(c)) {
                    throw new IllegalArgumentException("The ship lies on another");
                }
            }
        }
        fleet.add(cells);
    }

    public ShotResult shoot(Coordinate target) {
        if (shipsAfloat() == 0) {
            throw new IllegalStateException("All ships are sunk");
        }
        if (!inside(target)) {
            throw new IllegalArgumentException("Outside the ocean");
        }
        if (!shots.add(target)) {
            return ShotResult.REPEATED;
        }
        for (Set<Coordinate> ship : fleet) {
            if (ship.contains(target)) {
                return shots.containsAll(ship) ? ShotResult.SUNK : ShotResult.HIT;
            }
        }
        return ShotResult.WATER;
    }

    public int shipsAfloat() {
        int n = 0;
        for (Set<Coordinate> ship : fleet) {
            if (!shots.containsAll(ship)) {
                n++;
            }
        }
        return n;
    }
}
