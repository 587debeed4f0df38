package app.entrada.core.fingerprint;

import java.io.BufferedOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.IntBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/**
 * An immutable part of the index on disk, read through the operating system's cache.
 *
 * <pre>
 * starts32[HASHES + 1] · number32* · frame32*
 * </pre>
 *
 * The postings of a landmark lie together, in the order of the numbers of prints. Numbers and frames lie apart: a search counts
 * by number alone, and asks for the frames of a few prints only. The file's name says which prints it covers.
 */
final class Segment {
    /** Ending of the files' names: {@code from-to.marks}. */
    static final String ENDING = ".marks";

    /** Merging more at once would keep those who search waiting for too long. */
    static final long MOST_POSTINGS = 180_000_000;

    private static final int HEAD = 4 * (Landmarks.HASHES + 1);

    final Path path;
    final int from;
    final int to;
    private final IntBuffer starts;
    private final IntBuffer numbers;
    private final IntBuffer frames;

    private Segment(Path path, int from, int to, IntBuffer starts, IntBuffer numbers, IntBuffer frames) {
        this.path = path;
        this.from = from;
        this.to = to;
        this.starts = starts;
        this.numbers = numbers;
        this.frames = frames;
    }

    static Segment open(Path path) throws IOException {
        String[] range = path.getFileName().toString().replace(ENDING, "").split("-");
        try (FileChannel file = FileChannel.open(path)) {
            if (file.size() < HEAD) throw new IOException("a part of the index is cut off: " + path.getFileName());
            IntBuffer starts = file.map(FileChannel.MapMode.READ_ONLY, 0, HEAD).asIntBuffer();
            long bytes = 4 * Integer.toUnsignedLong(starts.get(Landmarks.HASHES));
            if (file.size() != HEAD + 2 * bytes)
                throw new IOException("a part of the index is cut off: " + path.getFileName());
            return new Segment(
                    path,
                    Integer.parseInt(range[0]),
                    Integer.parseInt(range[1]),
                    starts,
                    file.map(FileChannel.MapMode.READ_ONLY, HEAD, bytes).asIntBuffer(),
                    file.map(FileChannel.MapMode.READ_ONLY, HEAD + bytes, bytes).asIntBuffer());
        }
    }

    /** How many postings there are. */
    long count() {
        return starts.get(Landmarks.HASHES);
    }

    /** How often a landmark occurs. */
    int count(int hash) {
        return starts.get(hash + 1) - starts.get(hash);
    }

    /**
     * Counts the postings of a landmark by print. A loop of its own: this is where a search spends its time, and a call for
     * each posting costs three times as much.
     */
    void count(int hash, int[] counts) {
        int to = starts.get(hash + 1);
        for (int at = starts.get(hash); at < to; at++) counts[numbers.get(at)]++;
    }

    /** The frames of a landmark in one print. */
    void each(int hash, int number, PrintIndex.Frames taker) {
        if (number < from || number >= to) return;
        int end = starts.get(hash + 1);
        int low = starts.get(hash);
        int high = end;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (numbers.get(middle) < number) low = middle + 1;
            else high = middle;
        }
        for (int at = low; at < end && numbers.get(at) == number; at++) taker.frame(frames.get(at));
    }

    /** Writes the landmarks of prints that are not on disk yet. */
    static Segment write(Path folder, int from, int to, FreshPostings fresh) throws IOException {
        int[] starts = new int[Landmarks.HASHES + 1];
        int[] numbers = new int[fresh.size()];
        int[] frames = new int[fresh.size()];
        for (int hash = 0; hash < Landmarks.HASHES; hash++) {
            starts[hash + 1] = starts[hash] + fresh.count(hash);
            // they come the latest first
            int[] at = {starts[hash + 1]};
            fresh.each(hash, (number, frame) -> {
                numbers[--at[0]] = number;
                frames[at[0]] = frame;
            });
        }
        return write(folder, from, to, starts, out -> {
            for (int number : numbers) out.writeInt(number);
            for (int frame : frames) out.writeInt(frame);
        });
    }

    /** Writes two neighbours as one. */
    static Segment merge(Path folder, Segment a, Segment b) throws IOException {
        int[] starts = new int[Landmarks.HASHES + 1];
        for (int i = 0; i <= Landmarks.HASHES; i++) starts[i] = a.starts.get(i) + b.starts.get(i);
        return write(folder, a.from, b.to, starts, out -> {
            both(a, a.numbers, b, b.numbers, out);
            both(a, a.frames, b, b.frames, out);
        });
    }

    private static void both(Segment a, IntBuffer ofA, Segment b, IntBuffer ofB, DataOutputStream out)
            throws IOException {
        for (int hash = 0; hash < Landmarks.HASHES; hash++) {
            for (int at = a.starts.get(hash); at < a.starts.get(hash + 1); at++) out.writeInt(ofA.get(at));
            for (int at = b.starts.get(hash); at < b.starts.get(hash + 1); at++) out.writeInt(ofB.get(at));
        }
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
            Path place = folder.resolve(from + "-" + to + ENDING);
            Files.move(part, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return open(place);
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
