package app.entrada.core.copy.write;

import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.Ilst;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * A tagged MP4 file: the item list in {@code moov/udta/meta} renewed, every other box where it stood.
 *
 * <pre>
 * moov( … trak( … stbl( stco | co64 )) udta( meta( hdlr ilst )) free )      mdat
 * </pre>
 *
 * When {@code moov} stands before the sound and its length changes, the sound moves, and every offset in {@code stco} and
 * {@code co64} is corrected by as much. Room is left in a {@code free} box, and used up before anything moves.
 */
final class Mp4Copy {
    private static final int PADDING = 2048;
    private static final int LARGEST_MOOV = 256 << 20;

    private final FileChannel source;
    private final SoundFile sound;

    private Mp4Copy(FileChannel source, SoundFile sound) {
        this.source = source;
        this.sound = sound;
    }

    static FileLayout of(FileChannel source, SoundFile sound, TagPlan plan) throws IOException {
        return new Mp4Copy(source, sound).laid(plan);
    }

    private List<Chunk> top() {
        return sound.chunks().stream().filter(box -> !box.id().contains("/")).toList();
    }

    private FileLayout laid(TagPlan plan) throws IOException {
        Chunk moov = top().stream()
                .filter(box -> box.id().equals("moov"))
                .findFirst()
                .orElseThrow(() -> new IOException("the MP4 file has no “moov” box"));
        if (moov.length() > LARGEST_MOOV) throw new IOException("the “moov” box is larger than any real one");
        byte[] items = items(plan);
        long old = moov.end() - moov.header();
        byte[] tight = moov(items, 0);
        long room = old - tight.length;
        // a free box takes at least its header of eight bytes
        byte[] made = room == 0 ? tight : moov(items, room >= 8 ? (int) room : PADDING);
        long moved = made.length - old;
        boolean behind = top().stream().anyMatch(box -> box.id().equals("mdat") && box.header() > moov.header());
        if (moved != 0 && behind) {
            if (top().stream().anyMatch(box -> box.id().equals("moof")))
                throw new IOException(
                        "the MP4 file is in fragments; its tags cannot be changed without a new encoding");
            move(made, 8, made.length, moov.end(), moved);
        }
        FileLayout layout = new FileLayout();
        for (Chunk box : top())
            if (box == moov) layout.made(made);
            else layout.stretch(box.header(), box.end() - box.header());
        return layout;
    }

    private byte[] items(TagPlan plan) throws IOException {
        Chunk ilst = sound.chunks().stream()
                .filter(box -> box.id().equals("moov/udta/meta/ilst"))
                .findFirst()
                .orElse(null);
        List<TagEntry> there = ilst == null ? List.of() : Ilst.read(TagReading.body(source, ilst));
        return Ilst.write(plan.merged(Container.ILST, there), plan.recipe().nameSpace());
    }

    /** The box with these items, and so many bytes of padding behind them. */
    private byte[] moov(byte[] items, int padding) throws IOException {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        Chunk udta = null;
        for (Chunk child : children("moov"))
            if (child.id().equals("moov/udta")) udta = child;
            else if (!child.id().equals("moov/free")) body.writeBytes(whole(child));
        ByteArrayOutputStream user = new ByteArrayOutputStream();
        if (udta != null)
            for (Chunk child : children("moov/udta"))
                if (!child.id().equals("moov/udta/meta")) user.writeBytes(whole(child));
        if (items.length > 0) user.writeBytes(box("meta", meta(items)));
        if (user.size() > 0) body.writeBytes(box("udta", user.toByteArray()));
        if (padding >= 8) body.writeBytes(box("free", new byte[padding - 8]));
        return box("moov", body.toByteArray());
    }

    /** Handler and items; other boxes that stood beside them stay. */
    private byte[] meta(byte[] items) throws IOException {
        ByteArrayOutputStream meta = new ByteArrayOutputStream();
        meta.writeBytes(new byte[4]);
        // the handler of item lists: no name, reserved words as every writer fills them
        ByteBuffer handler = ByteBuffer.allocate(25);
        handler.position(8);
        handler.put("mdir".getBytes(StandardCharsets.US_ASCII)).put("appl".getBytes(StandardCharsets.US_ASCII));
        meta.writeBytes(box("hdlr", handler.array()));
        meta.writeBytes(box("ilst", items));
        for (Chunk child : children("moov/udta/meta"))
            if (!child.id().matches(".*/(hdlr|ilst|free)")) meta.writeBytes(whole(child));
        return meta.toByteArray();
    }

    private List<Chunk> children(String parent) {
        return sound.chunks().stream()
                .filter(box -> box.id().startsWith(parent + "/") && box.id().indexOf('/', parent.length() + 1) < 0)
                .toList();
    }

    private byte[] whole(Chunk box) throws IOException {
        return Bytes.at(source, box.header(), (int) (box.end() - box.header())).array();
    }

    private static byte[] box(String id, byte[] body) {
        return ByteBuffer.allocate(8 + body.length)
                .putInt(8 + body.length)
                .put(id.getBytes(StandardCharsets.ISO_8859_1))
                .put(body)
                .array();
    }

    /** Corrects the offsets of all chunks of sound that stand behind the box. */
    private static void move(byte[] moov, int from, int to, long behind, long by) throws IOException {
        ByteBuffer in = ByteBuffer.wrap(moov);
        for (int at = from; at + 8 <= to; ) {
            int size = in.getInt(at);
            if (size < 8 || size > to - at) return;
            String id = new String(moov, at + 4, 4, StandardCharsets.ISO_8859_1);
            if (List.of("trak", "mdia", "minf", "stbl").contains(id)) move(moov, at + 8, at + size, behind, by);
            if (id.equals("stco") || id.equals("co64")) {
                boolean wide = id.equals("co64");
                long count = Integer.toUnsignedLong(in.getInt(at + 12));
                for (long i = 0; i < count && 16 + (i + 1) * (wide ? 8 : 4) <= size; i++) {
                    int place = at + 16 + (int) i * (wide ? 8 : 4);
                    long offset = wide ? in.getLong(place) : Integer.toUnsignedLong(in.getInt(place));
                    if (offset < behind) continue;
                    offset += by;
                    if (wide) in.putLong(place, offset);
                    else if (offset <= 0xFFFFFFFFL) in.putInt(place, (int) offset);
                    else throw new IOException("the sound would move beyond 4 GiB, where its offsets do not reach");
                }
            }
            at += size;
        }
    }
}
