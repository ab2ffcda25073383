public enum ShotResult {
    WATER, HIT, SUNK, REPEATED
}
