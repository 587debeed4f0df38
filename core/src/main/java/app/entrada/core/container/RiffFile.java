package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The chunks of a WAVE file: RIFF (Microsoft/IBM 1991), RF64 (EBU Tech 3306) or BW64 (ITU-R BS.2088).
 *
 * <pre>
 * 'RIFF' size32 'WAVE'                    'RF64' FFFFFFFF 'WAVE'
 *   'fmt ' size32 body [pad]                'ds64' size32 riffSize64 dataSize64 samples64 tableLength32 …
 *   'data' size32 body [pad]                'fmt ' …
 *   …                                       'data' FFFFFFFF body
 * </pre>
 *
 * Little-endian; a body of odd length is followed by one byte of padding that its size does not count.
 *
 * @param form {@code RIFF}, {@code RF64} or {@code BW64}
 * @param chunks in file order
 * @param faults what is wrong, empty for a whole file
 * @param notes what is odd and does no harm
 * @param streamed whether the size of the sound was never filled in, so that it reaches to the end of the file
 */
public record RiffFile(String form, List<Chunk> chunks, List<Fault> faults, List<Fault> notes, boolean streamed) {
    private static final long UNKNOWN_SIZE = 0xFFFFFFFFL;
    /** Name of what stands behind the form and is no chunk; copies leave it out. */
    public static final String BEHIND = "behind";

    /** Whether the first twelve bytes are those of a WAVE file. */
    public static boolean begins(byte[] head) {
        if (head.length < 12) return false;
        ByteBuffer start = ByteBuffer.wrap(head);
        String form = Bytes.fourCc(start);
        start.position(8);
        return isForm(form) && Bytes.fourCc(start).equals("WAVE");
    }

    private static boolean isForm(String form) {
        return form.equals("RIFF") || form.equals("RF64") || form.equals("BW64");
    }

    /**
     * Walks through the file; reads headers only.
     *
     * @throws IOException when the file cannot be read or is no WAVE file at all
     */
    public static RiffFile walk(FileChannel file) throws IOException {
        long size = file.size();
        if (size < 12) throw new IOException("the file is too short for a WAVE header");
        ByteBuffer head = Bytes.at(file, 0, 12);
        if (!begins(head.array())) throw new IOException("the file does not begin like a WAVE file");
        String form = Bytes.fourCc(head);
        // of the 64-bit sizes the first is that of the form, the second that of the sound
        long[] sizes = {Integer.toUnsignedLong(head.getInt()), -1};
        List<Fault> faults = new ArrayList<>();
        List<Fault> notes = new ArrayList<>();
        boolean[] streamed = {false};
        List<Chunk> chunks = ChunkWalk.walk(
                file,
                ByteOrder.LITTLE_ENDIAN,
                (id, offset, declared) -> {
                    if (id.equals("ds64") && Math.min(declared, size - offset) >= 24) {
                        ByteBuffer wide = Bytes.at(file, offset, 16);
                        sizes[0] = wide.getLong();
                        sizes[1] = wide.getLong();
                        if (sizes[1] < 0) faults.add(new Fault("the 64-bit size of the audio is negative", offset));
                    }
                    if (!id.equals("data")) return declared;
                    if (declared == UNKNOWN_SIZE && sizes[1] >= 0) return sizes[1];
                    // written to a pipe: nobody could come back to fill the size in
                    boolean open = declared == UNKNOWN_SIZE || declared == 0 && size > offset && !chunkAt(file, offset);
                    if (!open) return declared;
                    streamed[0] = true;
                    notes.add(new Fault(
                            "The audio size was never filled in; the audio extends to the end of the file",
                            offset - 4));
                    return size - offset;
                },
                faults,
                new ChunkWalk.Rest() {
                    @Override
                    public List<Chunk> of(long at, long left) throws IOException {
                        return behind(file, at, left, notes);
                    }

                    @Override
                    public boolean endsAt(long at) {
                        return sizes[0] != UNKNOWN_SIZE && sizes[0] > 0 && at >= sizes[0] + 8;
                    }
                });
        long claimed = sizes[0] + 8;
        boolean filled = sizes[0] != UNKNOWN_SIZE && sizes[0] != 0 && !streamed[0];
        Chunk last = chunks.isEmpty() ? null : chunks.get(chunks.size() - 1);
        long end = last == null ? 12 : isBehind(last) ? last.header() : last.end() + (last.declared() & 1);
        if (filled && faults.isEmpty() && Math.abs(claimed - end) > 1)
            notes.add(new Fault(
                    "The header claims a form of %,d bytes, its chunks end at %,d; all of them were read"
                            .formatted(claimed, end),
                    4));
        return new RiffFile(form, List.copyOf(chunks), List.copyOf(faults), List.copyOf(notes), streamed[0]);
    }

    /** Whether a chunk that fits into the file begins here: then the empty one before it is truly empty. */
    private static boolean chunkAt(FileChannel file, long at) throws IOException {
        if (at + 8 > file.size()) return false;
        ByteBuffer header = Bytes.at(file, at, 8).order(ByteOrder.LITTLE_ENDIAN);
        String id = Bytes.fourCc(header);
        return id.matches("[A-Za-z][A-Za-z0-9 ]{3}") && Integer.toUnsignedLong(header.getInt()) <= file.size() - at - 8;
    }

    private static boolean isBehind(Chunk chunk) {
        return chunk.id().equals(BEHIND) || chunk.id().equals("ID3v1");
    }

    /** An old tag, or bytes that are no chunk, behind the last one: told, and left out of copies. */
    private static List<Chunk> behind(FileChannel file, long at, long left, List<Fault> notes) throws IOException {
        // one byte of padding, or a few zeros, say nothing
        if (left < 8 && Bytes.isZero(Bytes.at(file, at, (int) left))) return List.of();
        List<Chunk> tag = OldTag.behind(file, at);
        long other = tag.isEmpty() ? left : tag.get(0).header() - at;
        List<Chunk> behind = new ArrayList<>();
        if (other > 0) {
            behind.add(new Chunk(BEHIND, at, at, other, other));
            notes.add(new Fault(
                    "%,d bytes after the last chunk are not a chunk; copies leave them out".formatted(other), at));
        }
        if (!tag.isEmpty()) {
            behind.addAll(tag);
            notes.add(new Fault(
                    "An ID3v1 tag follows the last chunk, where WAV has none; copies leave it out",
                    tag.get(0).header()));
        }
        return behind;
    }

    /** The same with another chunk of sound in place of its own. */
    RiffFile with(Chunk sound) {
        return new RiffFile(
                form,
                chunks.stream()
                        .map(chunk -> chunk.header() == sound.header() ? sound : chunk)
                        .toList(),
                faults,
                notes,
                streamed);
    }

    /** The first chunk with this id. */
    public Optional<Chunk> first(String id) {
        return chunks.stream().filter(chunk -> chunk.id().equals(id)).findFirst();
    }
}
