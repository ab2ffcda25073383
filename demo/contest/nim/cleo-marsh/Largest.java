/** Takes all of the largest heap. */
class Largest {
    static int[] choose(int[] heaps) {
        int best = 0;
        for (int i = 1; i < heaps.length; i++) if (heaps[i] > heaps[best]) best = i;
        return new int[] {best, heaps[best]};
    }
}
