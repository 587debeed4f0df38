package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * MP4 (ISO/IEC 14496-12 and -14) with AAC or ALAC.
 *
 * <pre>
 * box*: size32 type4 [size64 when size32 is 1; to the end of the file when 0] body
 *   ftyp · moov( mvhd · trak( edts(elst) · mdia( mdhd · minf( stbl( stsd … )))) · udta( meta( ilst ))) · mdat · free
 * </pre>
 *
 * Big-endian. {@code meta} is a full box: four bytes of version and flags stand before its children.
 */
public final class Mp4File {
    private static final int MOST_BOXES = 20_000;
    private static final int DEEPEST = 12;
    private static final Set<String> PARENTS =
            Set.of("moov", "trak", "mdia", "minf", "stbl", "udta", "edts", "ilst", "meta");

    private Mp4File() {}

    /** Whether the file begins with a file type box. */
    public static boolean begins(byte[] head) {
        return head.length >= 12 && head[4] == 'f' && head[5] == 't' && head[6] == 'y' && head[7] == 'p';
    }

    /** A box with its place in the tree, for example {@code moov/udta/meta/ilst/©nam}. */
    private static final class Walk {
        final FileChannel file;
        final List<Chunk> boxes = new ArrayList<>();
        final List<Fault> faults = new ArrayList<>();

        Walk(FileChannel file) {
            this.file = file;
        }

        void boxes(String path, long from, long to, int depth) throws IOException {
            long at = from;
            while (at + 8 <= to) {
                if (boxes.size() >= MOST_BOXES || depth > DEEPEST) {
                    faults.add(new Fault("more boxes within boxes than any real file has", at));
                    return;
                }
                ByteBuffer header =
                        Bytes.at(file, at, (int) Math.min(16, to - at)).order(ByteOrder.BIG_ENDIAN);
                long declared = Integer.toUnsignedLong(header.getInt());
                String type = Bytes.fourCc(header);
                int head = 8;
                if (declared == 1 && header.remaining() >= 8) {
                    declared = header.getLong();
                    head = 16;
                } else if (declared == 0) declared = to - at;
                if (declared < head || !type.matches("[\\x20-\\x7E©]{4}")) {
                    faults.add(new Fault("a box “%s” claims %,d bytes".formatted(printable(type), declared), at));
                    return;
                }
                long there = Math.min(declared, to - at);
                String id = path.isEmpty() ? type : path + "/" + type;
                Chunk box = new Chunk(id, at, at + head, there - head, declared - head);
                boxes.add(box);
                if (box.cut())
                    faults.add(new Fault(
                            "box “%s” claims %,d bytes, but only %,d are left: the file is cut off"
                                    .formatted(type, declared, there),
                            at));
                if (PARENTS.contains(type)) {
                    int skip = type.equals("meta") ? metaSkip(box) : 0;
                    boxes(id, box.offset() + skip, box.end(), depth + 1);
                }
                at = box.end();
            }
        }

        /** Some writers leave out the four bytes of version and flags. */
        private int metaSkip(Chunk meta) throws IOException {
            if (meta.length() < 8) return (int) meta.length();
            ByteBuffer body = Bytes.at(file, meta.offset(), 8);
            body.position(4);
            return Bytes.fourCc(body).equals("hdlr") ? 0 : 4;
        }
    }

    static String printable(String text) {
        return text.replaceAll("[^\\x20-\\x7E©]", "?");
    }

    static SoundFile walk(FileChannel file) throws IOException {
        Walk walk = new Walk(file);
        walk.boxes("", 0, file.size(), 0);
        Map<String, Chunk> sound = soundTrack(walk);
        if (sound == null) throw new IOException("the MP4 file contains no audio: no track with a sound description");
        Chunk mdhd = Objects.requireNonNull(sound.get("mdhd"));
        ByteBuffer times = body(walk.file, mdhd, 32);
        boolean wide = times.get(0) == 1;
        int scale = times.getInt(wide ? 20 : 12);
        long duration = wide ? times.getLong(24) : Integer.toUnsignedLong(times.getInt(16));
        ByteBuffer stsd = body(walk.file, Objects.requireNonNull(sound.get("stsd")), 64);
        stsd.position(12);
        String coding = Bytes.fourCc(stsd);
        int channels = Short.toUnsignedInt(stsd.getShort(32));
        int bits = 0;
        int rate = Short.toUnsignedInt(stsd.getShort(40));
        if (coding.equals("alac") && stsd.limit() >= 64) {
            // the codec's own box: size, 'alac', version, frame length 32, compatible version 8, depth 8, …
            bits = stsd.get(61) & 0xFF;
        }
        if (rate == 0) rate = scale;
        if (rate < 1 || channels < 1 || channels > 64 || scale < 1)
            throw new IOException("the sound description says %d channels, %d Hz".formatted(channels, rate));
        long delay = delay(walk.file, sound.get("elst"));
        long samples = Math.max(0, duration - delay);
        if (scale != rate) samples = Math.round((double) samples * rate / scale);
        List<Chunk> mdat =
                walk.boxes.stream().filter(box -> box.id().equals("mdat")).toList();
        if (mdat.stream().mapToLong(Chunk::length).sum() == 0)
            walk.faults.add(new Fault("the file has no audio: no “mdat” box", 0));
        if (samples == 0) walk.faults.add(new Fault("the file does not say how long it is", mdhd.offset()));
        return new SoundFile(
                SoundFormat.M4A,
                switch (coding) {
                    case "mp4a" -> SoundCodec.AAC;
                    case "alac" -> SoundCodec.ALAC;
                    default -> SoundCodec.OTHER;
                },
                rate,
                bits,
                channels,
                samples,
                Optional.empty(),
                mdat,
                List.copyOf(walk.boxes),
                List.copyOf(walk.faults));
    }

    /** The boxes of the first track whose description is one of sound, by type; null when there is none. */
    private static @Nullable Map<String, Chunk> soundTrack(Walk walk) throws IOException {
        Map<String, Chunk> track = new HashMap<>();
        for (Chunk box : walk.boxes) {
            String type = box.id().substring(box.id().lastIndexOf('/') + 1);
            if (type.equals("trak")) track = new HashMap<>();
            if (box.id().startsWith("moov/trak/")) track.put(type, box);
            Chunk header = track.get("mdhd");
            if (type.equals("stsd") && box.length() >= 52 && header != null) {
                ByteBuffer body = body(walk.file, box, 16);
                body.position(12);
                String coding = Bytes.fourCc(body);
                if (coding.matches("mp4a|alac|ac-3|ec-3|Opus|fLaC|lpcm|sowt|twos") && header.length() >= 24)
                    return track;
            }
        }
        return null;
    }

    /** Samples before the first one to be played, from the edit list. */
    private static long delay(FileChannel file, @Nullable Chunk elst) throws IOException {
        if (elst == null || elst.length() < 20) return 0;
        ByteBuffer body = body(file, elst, 28);
        boolean wide = body.get(0) == 1;
        if (body.getInt(4) < 1) return 0;
        if (wide) return body.limit() < 24 ? 0 : Math.max(0, body.getLong(16));
        return Math.max(0, body.getInt(12));
    }

    private static ByteBuffer body(FileChannel file, Chunk box, int most) throws IOException {
        byte[] body = Bytes.body(file, box, most);
        return ByteBuffer.wrap(java.util.Arrays.copyOf(body, Math.max(body.length, Math.min(most, 44))));
    }
}
