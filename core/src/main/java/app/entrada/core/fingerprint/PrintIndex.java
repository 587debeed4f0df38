package app.entrada.core.fingerprint;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Prints in a folder, and where each landmark occurs in them. Prints are appended to one file and never changed; what is
 * looked up lies in {@link Segment}s that are merged as they grow. A folder whose writing was cut off loses only what was
 * cut. One process writes at a time (a lock file sees to it); methods may be called by several threads.
 *
 * <pre>
 * prints.bin: record*     record: length32 idLength16 id print
 * </pre>
 */
public final class PrintIndex implements AutoCloseable {
    /** Pairs a peak that are kept; those asked for are more, so that a lost peak costs little. */
    static final int KEPT_PARTNERS = 2;

    private static final int RECORD_HEAD = 4;
    private static final int LARGEST_RECORD = 64 << 20;
    private static final int WAITING = 4_000_000;

    private record IndexedPrint(String id, long at, int length) {}

    private final Path folder;
    private final FileChannel file;
    private final FileChannel lock;
    private final List<IndexedPrint> entries = new ArrayList<>();
    private final Map<String, Integer> numbers = new HashMap<>();
    private final List<Segment> segments = new ArrayList<>();
    private FreshPostings fresh = new FreshPostings();
    private long end;

    private PrintIndex(Path folder, FileChannel file, FileChannel lock) {
        this.folder = folder;
        this.file = file;
        this.lock = lock;
    }

    /**
     * Opens an index, which is made when there is none.
     *
     * @throws IOException when the folder cannot be used or another process has it open
     */
    public static PrintIndex open(Path folder) throws IOException {
        Files.createDirectories(folder);
        FileChannel lock =
                FileChannel.open(folder.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        try {
            if (lock.tryLock() == null) throw new IOException("the index is in use by another process: " + folder);
        } catch (java.nio.channels.OverlappingFileLockException here) {
            throw new IOException("the index is already open: " + folder, here);
        }
        FileChannel file = FileChannel.open(
                folder.resolve("prints.bin"),
                StandardOpenOption.CREATE,
                StandardOpenOption.READ,
                StandardOpenOption.WRITE);
        PrintIndex index = new PrintIndex(folder, file, lock);
        index.load();
        return index;
    }

    private void load() throws IOException {
        long size = file.size();
        ByteBuffer head = ByteBuffer.allocate(RECORD_HEAD + 2);
        while (end + RECORD_HEAD + 2 <= size) {
            head.clear();
            file.read(head, end);
            head.flip();
            int length = head.getInt();
            int idLength = Short.toUnsignedInt(head.getShort());
            if (length < 2 + idLength || length > LARGEST_RECORD || end + RECORD_HEAD + length > size) break;
            ByteBuffer id = ByteBuffer.allocate(idLength);
            file.read(id, end + RECORD_HEAD + 2);
            enter(
                    new String(id.array(), StandardCharsets.UTF_8),
                    end + RECORD_HEAD + 2 + idLength,
                    length - 2 - idLength);
            end += RECORD_HEAD + length;
        }
        int covered = 0;
        List<Path> parts;
        try (Stream<Path> all = Files.list(folder)) {
            parts = all.filter(path -> path.getFileName().toString().matches("\\d+-\\d+\\.(marks|part)"))
                    .sorted(Comparator.comparingInt((Path path) -> number(path, 0))
                            .thenComparing(Comparator.comparingInt((Path path) -> number(path, 1))
                                    .reversed()))
                    .toList();
        }
        for (Path part : parts) {
            // those of before had another order within
            if (!part.toString().endsWith(Segment.ENDING)) {
                Files.deleteIfExists(part);
                continue;
            }
            // a merged part covers the ones it was made of
            if (number(part, 0) != covered || number(part, 1) > entries.size()) continue;
            segments.add(Segment.open(part));
            covered = number(part, 1);
        }
        for (int number = covered; number < entries.size(); number++) gather(number, print(number));
    }

    private static int number(Path part, int which) {
        return Integer.parseInt(
                part.getFileName().toString().replaceFirst("\\..*", "").split("-")[which]);
    }

    private void enter(String id, long at, int length) {
        numbers.put(id, entries.size());
        entries.add(new IndexedPrint(id, at, length));
    }

    /** How many prints there are. */
    public synchronized int size() {
        return entries.size();
    }

    /** Whether there is a print of this id. */
    public synchronized boolean contains(String id) {
        return numbers.containsKey(id);
    }

    /** Adds a print. The same id again replaces what was known under it. */
    public synchronized void add(String id, Print print) throws IOException {
        byte[] name = id.getBytes(StandardCharsets.UTF_8);
        byte[] bytes = print.bytes();
        ByteBuffer record = ByteBuffer.allocate(RECORD_HEAD + 2 + name.length + bytes.length);
        record.putInt(2 + name.length + bytes.length);
        record.putShort((short) name.length).put(name).put(bytes).flip();
        long at = end;
        while (record.hasRemaining()) at += file.write(record, at);
        enter(id, end + RECORD_HEAD + 2 + name.length, bytes.length);
        end = at;
        gather(entries.size() - 1, print);
        if (fresh.size() >= WAITING) flush();
    }

    private void gather(int number, Print print) {
        Landmarks.each(print, KEPT_PARTNERS, 0, print.peaks().length, 1, (hash, frame) -> {
            fresh.add(hash, number, frame);
        });
    }

    /** Makes what was added durable and quick to look up. */
    public synchronized void flush() throws IOException {
        file.force(false);
        int from = segments.isEmpty() ? 0 : segments.get(segments.size() - 1).to;
        if (from == entries.size()) return;
        segments.add(Segment.write(folder, from, entries.size(), fresh));
        fresh = new FreshPostings();
        while (segments.size() > 1) {
            Segment b = segments.get(segments.size() - 1);
            Segment a = segments.get(segments.size() - 2);
            if (b.count() * 4 < a.count() || a.count() + b.count() > Segment.MOST_POSTINGS) break;
            Segment both = Segment.merge(folder, a, b);
            segments.subList(segments.size() - 2, segments.size()).clear();
            segments.add(both);
            Files.deleteIfExists(a.path);
            Files.deleteIfExists(b.path);
        }
    }

    /** The print with this id, or null. */
    public synchronized @Nullable Print print(String id) throws IOException {
        Integer number = numbers.get(id);
        return number == null ? null : print(number);
    }

    Print print(int number) throws IOException {
        IndexedPrint entry = entries.get(number);
        ByteBuffer bytes = ByteBuffer.allocate(entry.length);
        while (bytes.hasRemaining())
            if (file.read(bytes, entry.at + bytes.position()) < 0) throw new IOException("the index is cut off");
        return Print.of(bytes.array());
    }

    String id(int number) {
        return entries.get(number).id;
    }

    /** Whether this is the present print of its id. */
    boolean current(int number) {
        return Objects.equals(numbers.get(entries.get(number).id), number);
    }

    /** How often a landmark occurs in all prints. */
    int count(int hash) {
        int count = fresh.count(hash);
        for (Segment segment : segments) count += segment.count(hash);
        return count;
    }

    /** Counts the occurrences of a landmark by number of the print. */
    void count(int hash, int[] counts) {
        for (Segment segment : segments) segment.count(hash, counts);
        fresh.each(hash, (number, frame) -> counts[number]++);
    }

    /** Takes frames. */
    interface Frames {
        void frame(int frame);
    }

    /** Where a landmark occurs in one print. */
    void each(int hash, int number, Frames taker) {
        for (Segment segment : segments) segment.each(hash, number, taker);
        fresh.each(hash, (other, frame) -> {
            if (other == number) taker.frame(frame);
        });
    }

    @Override
    public synchronized void close() throws IOException {
        flush();
        file.close();
        lock.close();
    }
}
