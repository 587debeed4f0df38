package app.entrada.core.embed;

import app.entrada.core.code.Isrc;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.RiffFile;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.AxmlIsrc;
import app.entrada.core.tag.Bext;
import app.entrada.core.tag.Id3;
import app.entrada.core.tag.RiffInfo;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * A tagged copy of a WAV file: {@code bext} in front, the source's other chunks in their order with the audio untouched,
 * then {@code axml}, INFO and ID3. RIFF while it fits, RF64 (EBU Tech 3306) beyond 4 GiB.
 */
final class WavCopy {
    private static final long LARGEST_RIFF = 0xFFFFFFFFL;
    private static final int DS64_BODY = 28;

    private WavCopy() {}

    /** A chunk to be written: either bytes made here or a stretch of the source. */
    private record Piece(String id, byte[] made, long offset, long length) {
        long size() {
            return made != null ? made.length : length;
        }

        long padded() {
            return 8 + size() + (size() & 1);
        }
    }

    /** Writes the whole copy to {@code out}; the caller makes it durable and visible. */
    static void write(FileChannel source, FileChannel out, TagPlan plan) throws IOException {
        RiffFile riff = RiffFile.walk(source);
        List<TagEntry> foreignId3 = new ArrayList<>();
        List<TagEntry> foreignInfo = new ArrayList<>();
        byte[] bext = {};
        byte[] axml = {};
        List<Piece> kept = new ArrayList<>();
        for (Chunk chunk : riff.chunks()) {
            switch (chunk.id().toLowerCase(Locale.ROOT)) {
                case "ds64" -> {}
                case "bext" -> bext = TagReading.body(source, chunk);
                case "axml" -> axml = TagReading.body(source, chunk);
                case "id3 " ->
                    foreignId3.addAll(
                            foreign(Id3.read(TagReading.body(source, chunk)).entries()));
                case "list" -> {
                    // a list of labels can be long; only the head is needed to know an INFO list
                    byte[] list = TagReading.body(source, chunk);
                    if (RiffInfo.isInfo(list)) foreignInfo.addAll(foreign(RiffInfo.read(list)));
                    else kept.add(new Piece(chunk.id(), null, chunk.offset(), chunk.length()));
                }
                default -> kept.add(new Piece(chunk.id(), null, chunk.offset(), chunk.length()));
            }
        }
        List<Piece> pieces = new ArrayList<>();
        Map<String, String> fields = new HashMap<>();
        plan.entries(Container.BEXT)
                .forEach(entry -> fields.put(entry.id(), entry.values().get(0)));
        if (bext.length > 0 || !fields.isEmpty()) pieces.add(new Piece("bext", Bext.write(bext, fields), 0, 0));
        pieces.addAll(kept);
        List<TagEntry> isrc = plan.entries(Container.AXML);
        if (AxmlIsrc.holdsMore(axml)) pieces.add(new Piece("axml", axml, 0, 0));
        else if (!isrc.isEmpty())
            pieces.add(new Piece(
                    "axml", AxmlIsrc.write(new Isrc(isrc.get(0).values().get(0))), 0, 0));
        List<TagEntry> info = joined(plan.entries(Container.INFO), foreignInfo);
        if (!info.isEmpty()) pieces.add(new Piece("LIST", RiffInfo.write(info), 0, 0));
        List<TagEntry> id3 = joined(plan.entries(Container.ID3), foreignId3);
        if (!id3.isEmpty()) pieces.add(new Piece("id3 ", Id3.write(id3), 0, 0));
        lay(source, out, pieces);
    }

    private static List<TagEntry> foreign(List<TagEntry> entries) {
        return entries.stream()
                .filter(entry -> !EmbeddingMap.governs(entry.container(), entry.id()))
                .toList();
    }

    private static List<TagEntry> joined(List<TagEntry> ours, List<TagEntry> foreign) {
        List<TagEntry> all = new ArrayList<>(ours);
        all.addAll(foreign);
        return all;
    }

    private static void lay(FileChannel source, FileChannel out, List<Piece> pieces) throws IOException {
        long riffSize = 4 + pieces.stream().mapToLong(Piece::padded).sum();
        boolean large = riffSize > LARGEST_RIFF;
        if (large) riffSize += 8 + DS64_BODY;
        ByteBuffer head = little(12 + (large ? 8 + DS64_BODY : 0));
        head.put(ascii(large ? "RF64" : "RIFF"))
                .putInt(large ? -1 : (int) riffSize)
                .put(ascii("WAVE"));
        if (large) {
            long data = pieces.stream()
                    .filter(piece -> piece.id.equals("data"))
                    .mapToLong(Piece::size)
                    .findFirst()
                    .orElse(0);
            // The count of samples in ds64 serves compressed kinds only; 0 says nothing, as the standard allows.
            head.put(ascii("ds64"))
                    .putInt(DS64_BODY)
                    .putLong(riffSize)
                    .putLong(data)
                    .putLong(0)
                    .putInt(0);
        }
        write(out, head.flip());
        for (Piece piece : pieces) {
            boolean sizeElsewhere = large && piece.id.equals("data");
            write(
                    out,
                    little(8)
                            .put(ascii(piece.id))
                            .putInt(sizeElsewhere ? -1 : (int) piece.size())
                            .flip());
            if (piece.made != null) write(out, ByteBuffer.wrap(piece.made));
            else transfer(source, piece.offset, piece.length, out);
            if ((piece.size() & 1) == 1) write(out, ByteBuffer.wrap(new byte[1]));
        }
    }

    /** Copies a stretch without bringing it into the Java heap. */
    static void transfer(FileChannel source, long offset, long length, FileChannel out) throws IOException {
        for (long at = offset; at < offset + length; ) {
            long moved = source.transferTo(at, offset + length - at, out);
            if (moved <= 0) throw new IOException("the source became shorter while it was copied");
            at += moved;
        }
    }

    static void write(FileChannel out, ByteBuffer bytes) throws IOException {
        while (bytes.hasRemaining()) out.write(bytes);
    }

    private static ByteBuffer little(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static byte[] ascii(String id) {
        return id.getBytes(StandardCharsets.ISO_8859_1);
    }
}
