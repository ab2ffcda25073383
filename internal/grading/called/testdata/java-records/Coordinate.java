public record Coordinate(int row, int column) {
}
