package app.entrada.core.fingerprint;

import java.util.Arrays;

/**
 * Postings that are not on disk yet, chained by landmark in three plain arrays: sixteen bytes each and one megabyte for the
 * beginnings of the chains, where a list for each landmark took kilobytes.
 */
final class FreshPostings {
    private static final int NONE = -1;

    private final int[] latest = new int[Landmarks.HASHES];
    private int[] before = new int[1024];
    private long[] postings = new long[1024];
    private int size;

    FreshPostings() {
        Arrays.fill(latest, NONE);
    }

    void add(int hash, long posting) {
        if (size == postings.length) {
            before = Arrays.copyOf(before, size * 2);
            postings = Arrays.copyOf(postings, size * 2);
        }
        postings[size] = posting;
        before[size] = latest[hash];
        latest[hash] = size++;
    }

    int size() {
        return size;
    }

    /** Takes postings. */
    interface Taker {
        void posting(long posting);
    }

    /** The postings of a landmark, the latest first. */
    void each(int hash, Taker taker) {
        for (int at = latest[hash]; at != NONE; at = before[at]) taker.posting(postings[at]);
    }
}
