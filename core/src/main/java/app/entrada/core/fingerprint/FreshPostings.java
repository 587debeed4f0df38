package app.entrada.core.fingerprint;

import java.util.Arrays;

/**
 * Postings that are not on disk yet, chained by landmark in plain arrays: twelve bytes each and two megabytes for the beginnings
 * and lengths of the chains, where a list for each landmark took kilobytes.
 */
final class FreshPostings {
    private static final int NONE = -1;

    private final int[] latest = new int[Landmarks.HASHES];
    private final int[] counts = new int[Landmarks.HASHES];
    private int[] before = new int[1024];
    private int[] numbers = new int[1024];
    private int[] frames = new int[1024];
    private int size;

    FreshPostings() {
        Arrays.fill(latest, NONE);
    }

    void add(int hash, int number, int frame) {
        if (size == numbers.length) {
            before = Arrays.copyOf(before, size * 2);
            numbers = Arrays.copyOf(numbers, size * 2);
            frames = Arrays.copyOf(frames, size * 2);
        }
        numbers[size] = number;
        frames[size] = frame;
        before[size] = latest[hash];
        counts[hash]++;
        latest[hash] = size++;
    }

    int size() {
        return size;
    }

    /** How often a landmark occurs. */
    int count(int hash) {
        return counts[hash];
    }

    /** Takes postings. */
    interface Taker {
        void posting(int number, int frame);
    }

    /** The postings of a landmark, the latest first. */
    void each(int hash, Taker taker) {
        for (int at = latest[hash]; at != NONE; at = before[at]) taker.posting(numbers[at], frames[at]);
    }
}
