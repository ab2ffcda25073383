/** Halves what is left. */
class Halves {
    static int choose(int low, int high) {
        return (low + high) / 2;
    }
}
