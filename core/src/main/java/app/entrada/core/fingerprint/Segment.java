package app.entrada.core.fingerprint;

import java.io.BufferedOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.IntBuffer;
import java.nio.LongBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/**
 * An immutable part of the index on disk, read through the operating system's cache.
 *
 * <pre>
 * starts32[HASHES + 1] · posting64*        posting: number of the print in the upper 32 bits, frame in the lower
 * </pre>
 *
 * The file's name says which prints it covers: {@code from-to.part}.
 */
final class Segment {
    /** More would not fit into one mapping. */
    static final long MOST_POSTINGS = 180_000_000;

    private static final int HEAD = 4 * (Landmarks.HASHES + 1);

    final Path path;
    final int from;
    final int to;
    private final IntBuffer starts;
    private final LongBuffer postings;

    private Segment(Path path, int from, int to, IntBuffer starts, LongBuffer postings) {
        this.path = path;
        this.from = from;
        this.to = to;
        this.starts = starts;
        this.postings = postings;
    }

    static Segment open(Path path) throws IOException {
        String[] range = path.getFileName().toString().replace(".part", "").split("-");
        try (FileChannel file = FileChannel.open(path)) {
            if (file.size() < HEAD) throw new IOException("a part of the index is cut off: " + path.getFileName());
            IntBuffer starts = file.map(FileChannel.MapMode.READ_ONLY, 0, HEAD).asIntBuffer();
            long count = Integer.toUnsignedLong(starts.get(Landmarks.HASHES));
            if (file.size() != HEAD + 8 * count)
                throw new IOException("a part of the index is cut off: " + path.getFileName());
            LongBuffer postings =
                    file.map(FileChannel.MapMode.READ_ONLY, HEAD, 8 * count).asLongBuffer();
            return new Segment(path, Integer.parseInt(range[0]), Integer.parseInt(range[1]), starts, postings);
        }
    }

    long count() {
        return starts.get(Landmarks.HASHES);
    }

    int start(int hash) {
        return starts.get(hash);
    }

    int end(int hash) {
        return starts.get(hash + 1);
    }

    long posting(int at) {
        return postings.get(at);
    }

    /**
     * Counts the postings of a landmark by print. A loop of its own: this is where a search spends its time, and a call for
     * each posting costs three times as much.
     */
    void count(int hash, int[] counts) {
        int to = end(hash);
        for (int at = start(hash); at < to; at++) counts[(int) (postings.get(at) >>> 32)]++;
    }

    /** Writes the landmarks of prints that are not on disk yet. */
    static Segment write(Path folder, int from, int to, FreshPostings fresh) throws IOException {
        int[] starts = new int[Landmarks.HASHES + 1];
        long[] sorted = new long[fresh.size()];
        int[] end = {0};
        for (int hash = 0; hash < Landmarks.HASHES; hash++) {
            starts[hash] = end[0];
            fresh.each(hash, posting -> sorted[end[0]++] = posting);
        }
        starts[Landmarks.HASHES] = end[0];
        return write(folder, from, to, starts, out -> {
            for (long posting : sorted) out.writeLong(posting);
        });
    }

    /** Writes two neighbours as one. */
    static Segment merge(Path folder, Segment a, Segment b) throws IOException {
        int[] starts = new int[Landmarks.HASHES + 1];
        for (int i = 0; i <= Landmarks.HASHES; i++) starts[i] = a.starts.get(i) + b.starts.get(i);
        return write(folder, a.from, b.to, starts, out -> {
            for (int hash = 0; hash < Landmarks.HASHES; hash++)
                for (Segment each : new Segment[] {a, b})
                    for (int at = each.start(hash); at < each.end(hash); at++) out.writeLong(each.posting(at));
        });
    }

    private interface Body {
        void write(DataOutputStream out) throws IOException;
    }

    private static Segment write(Path folder, int from, int to, int[] starts, Body body) throws IOException {
        Path part = Files.createTempFile(folder, "index", ".new");
        try {
            try (DataOutputStream out =
                    new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(part), 1 << 20))) {
                for (int start : starts) out.writeInt(start);
                body.write(out);
            }
            Path place = folder.resolve(from + "-" + to + ".part");
            Files.move(part, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return open(place);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Growing list of long numbers. */
    static final class LongList {
        private long[] values = new long[1024];
        private int size;

        void add(long value) {
            if (size == values.length) values = java.util.Arrays.copyOf(values, size * 2);
            values[size++] = value;
        }

        long get(int at) {
            return values[at];
        }

        int size() {
            return size;
        }
    }
}
