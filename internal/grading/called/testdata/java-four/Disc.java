package fourwins;

public enum Disc {
    YELLOW, RED;

    public Disc opponent() {
        return this == YELLOW ? RED : YELLOW;
    }
}
