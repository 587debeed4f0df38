package app.entrada.core.container;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Ogg (RFC 3533) with Vorbis (Vorbis I, xiph.org) or Opus (RFC 7845).
 *
 * <pre>
 * page*: 'OggS' 0 flags8 granule64 serial32 sequence32 crc32 segments8 lacing[segments] body
 *   packets run over pages; a lacing value under 255 ends one
 *   packet 1: '\1vorbis' … or 'OpusHead' …
 *   packet 2: '\3vorbis' comments or 'OpusTags' comments   ·   Vorbis has a third, its code books
 * </pre>
 *
 * Little-endian. The granule position counts samples from the beginning (Opus always at 48 kHz, pre-skip included).
 */
public final class OggFile {
    /** Comment packets larger than this are not gathered; nothing real is. */
    private static final int LARGEST_PACKET = 64 << 20;

    private static final int PAGE_HEADER = 27;
    private static final int LONGEST_PAGE = 65_307;
    private static final int OPUS_RATE = 48_000;

    private OggFile() {}

    /** Whether the first bytes are those of an Ogg page. */
    public static boolean begins(byte[] head) {
        return head.length >= PAGE_HEADER && head[0] == 'O' && head[1] == 'g' && head[2] == 'g' && head[3] == 'S';
    }

    /** One page: where it is, whom it belongs to, how its body is laced. */
    private record Page(long at, int flags, long granule, int serial, int[] lacing, int bodyLength) {
        long body() {
            return at + PAGE_HEADER + lacing.length;
        }

        long end() {
            return body() + bodyLength;
        }
    }

    private static Optional<Page> page(FileChannel file, long at) throws IOException {
        long size = file.size();
        if (at + PAGE_HEADER > size) return Optional.empty();
        ByteBuffer header = Bytes.at(file, at, PAGE_HEADER);
        if (!Bytes.fourCc(header).equals("OggS")) return Optional.empty();
        int segments = header.get(26) & 0xFF;
        if (at + PAGE_HEADER + segments > size) return Optional.empty();
        ByteBuffer table = Bytes.at(file, at + PAGE_HEADER, segments);
        int[] lacing = new int[segments];
        int length = 0;
        for (int i = 0; i < segments; i++) {
            lacing[i] = table.get(i) & 0xFF;
            length += lacing[i];
        }
        return Optional.of(new Page(at, header.get(5) & 0xFF, header.getLong(6), header.getInt(14), lacing, length));
    }

    /**
     * The comment packet without its name, ready for a reader of Vorbis comments; empty when it is damaged or missing.
     */
    public static byte[] comments(FileChannel file) throws IOException {
        List<byte[]> packets = headers(file, 2, new long[1]);
        if (packets.size() < 2) return new byte[0];
        byte[] packet = packets.get(1);
        int name = starts(packet, "\3vorbis") ? 7 : starts(packet, "OpusTags") ? 8 : packet.length;
        return java.util.Arrays.copyOfRange(packet, name, packet.length);
    }

    /** The first packets of the first stream; {@code end[0]} is set to the offset behind the page the last one ends on. */
    private static List<byte[]> headers(FileChannel file, int wanted, long[] end) throws IOException {
        List<byte[]> packets = new ArrayList<>();
        ByteArrayOutputStream packet = new ByteArrayOutputStream();
        long at = 0;
        Optional<Page> next = page(file, 0);
        int serial = next.map(Page::serial).orElse(0);
        while (next.isPresent() && packets.size() < wanted && packet.size() < LARGEST_PACKET) {
            Page page = next.get();
            if (page.serial() == serial && page.end() <= file.size()) {
                ByteBuffer body = Bytes.at(file, page.body(), page.bodyLength());
                for (int length : page.lacing()) {
                    byte[] part = new byte[length];
                    body.get(part);
                    if (packets.size() < wanted) packet.writeBytes(part);
                    if (length < 255 && packets.size() < wanted) {
                        packets.add(packet.toByteArray());
                        packet.reset();
                    }
                }
            }
            at = page.end();
            next = page(file, at);
        }
        end[0] = at;
        return packets;
    }

    static SoundFile walk(FileChannel file) throws IOException {
        long[] end = new long[1];
        List<byte[]> first = headers(file, 1, end);
        if (first.isEmpty()) throw new IOException("the first page of the Ogg file is cut off");
        byte[] id = first.get(0);
        boolean opus = starts(id, "OpusHead") && id.length >= 19;
        if (!opus && !(starts(id, "\1vorbis") && id.length >= 30))
            throw new IOException("the Ogg file holds neither Vorbis nor Opus");
        ByteBuffer head = ByteBuffer.wrap(id).order(ByteOrder.LITTLE_ENDIAN);
        int channels = opus ? id[9] & 0xFF : id[11] & 0xFF;
        int rate = opus ? OPUS_RATE : head.getInt(12);
        int preSkip = opus ? Short.toUnsignedInt(head.getShort(10)) : 0;
        if (channels < 1 || rate < 1 || rate > 1_536_000)
            throw new IOException("the header says %d channels, %d Hz".formatted(channels, rate));
        int headers = opus ? 2 : 3;
        List<byte[]> packets = headers(file, headers, end);
        List<Fault> faults = new ArrayList<>();
        if (packets.size() < headers) faults.add(new Fault("the headers are cut off", end[0]));
        long size = file.size();
        Chunk heads = new Chunk("headers", 0, 0, Math.min(end[0], size), Math.min(end[0], size));
        Chunk sound = new Chunk("pages", heads.end(), heads.end(), size - heads.end(), size - heads.end());
        Optional<Page> last = lastPage(file, sound.offset());
        if (sound.length() == 0) faults.add(new Fault("the file has no audio pages", sound.offset()));
        else if (last.isEmpty()) faults.add(new Fault("no whole page of audio is left", sound.offset()));
        else {
            if (last.get().end() > size)
                faults.add(new Fault("the last page is cut off", last.get().at()));
            else if ((last.get().flags() & 4) == 0)
                faults.add(new Fault(
                        "the stream does not end with its last page: the file is cut off",
                        last.get().at()));
            if (page(file, 0).map(Page::serial).orElse(0) != last.get().serial())
                faults.add(new Fault(
                        "the file contains several streams; only the first is read",
                        last.get().at()));
        }
        long granule = last.map(Page::granule).filter(position -> position > 0).orElse(0L);
        return new SoundFile(
                SoundFormat.OGG,
                opus ? SoundCodec.OPUS : SoundCodec.VORBIS,
                rate,
                0,
                channels,
                Math.max(0, granule - preSkip),
                Optional.empty(),
                List.of(sound),
                List.of(heads, sound),
                List.copyOf(faults));
    }

    /** The last page that begins in the last stretch of the file and has a position. */
    private static Optional<Page> lastPage(FileChannel file, long notBefore) throws IOException {
        long size = file.size();
        long from = Math.max(notBefore, size - 2L * LONGEST_PAGE);
        byte[] tail = Bytes.at(file, from, (int) Math.max(0, size - from)).array();
        for (int i = tail.length - PAGE_HEADER; i >= 0; i--)
            if (tail[i] == 'O' && tail[i + 1] == 'g' && tail[i + 2] == 'g' && tail[i + 3] == 'S') {
                Optional<Page> page = page(file, from + i);
                if (page.isPresent() && page.get().granule() >= 0) return page;
            }
        return Optional.empty();
    }

    /**
     * Adds the packets' bytes behind the headers to a digest. Page headers are left out: they change when the comments
     * grow, the sound does not.
     */
    public static void digestSound(FileChannel file, SoundFile sound, MessageDigest digest) throws IOException {
        long at = sound.sound().get(0).offset();
        for (Optional<Page> page = page(file, at); page.isPresent(); page = page(file, at)) {
            int length = (int) Math.max(
                    0,
                    Math.min(page.get().bodyLength(), file.size() - page.get().body()));
            digest.update(Bytes.at(file, page.get().body(), length));
            at = page.get().end();
        }
    }

    /**
     * A part of a file that is put together anew.
     *
     * @param made bytes made here, or null for a stretch of the source
     */
    public record Stretch(byte @Nullable [] made, long offset, long length) {}

    /**
     * The file with another comment packet: pages of headers are made anew; pages of sound are stretches of the source,
     * with heads of their own where their numbers change.
     *
     * @param packet the whole comment packet, its name in front
     * @throws IOException when headers and sound share a page, which both standards forbid
     */
    public static List<Stretch> recommented(FileChannel file, SoundFile sound, byte[] packet) throws IOException {
        boolean opus = sound.codec() == SoundCodec.OPUS;
        List<byte[]> headers = headers(file, opus ? 2 : 3, new long[1]);
        Page first = page(file, 0).orElseThrow(() -> new IOException("the first page of the Ogg file is cut off"));
        List<byte[]> packets = new ArrayList<>(List.of(packet));
        if (!opus) packets.add(headers.get(2));
        List<Stretch> stretches = new ArrayList<>();
        stretches.add(new Stretch(null, 0, first.end()));
        List<byte[]> pages = paged(packets, first.serial(), 1);
        for (byte[] made : pages) stretches.add(new Stretch(made, 0, made.length));
        long from = sound.sound().get(0).offset();
        int before = 0;
        for (long at = 0; at < from; before++)
            at = page(file, at)
                    .orElseThrow(() -> new IOException("the headers are cut off"))
                    .end();
        int moved = 1 + pages.size() - before;
        if (moved == 0) stretches.add(new Stretch(null, from, file.size() - from));
        else renumber(file, from, first.serial(), moved, stretches);
        return stretches;
    }

    /** Packets that end their page, laced into pages; all of them are headers, so their position is 0. */
    private static List<byte[]> paged(List<byte[]> packets, int serial, int firstNumber) {
        ByteArrayOutputStream lacing = new ByteArrayOutputStream();
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (byte[] packet : packets) {
            for (int left = packet.length; ; left -= 255) {
                lacing.write(Math.min(left, 255));
                if (left < 255) break;
            }
            all.writeBytes(packet);
        }
        byte[] laces = lacing.toByteArray();
        byte[] body = all.toByteArray();
        List<byte[]> pages = new ArrayList<>();
        boolean continued = false;
        int at = 0;
        for (int lace = 0; lace < laces.length; ) {
            int count = Math.min(255, laces.length - lace);
            int length = 0;
            boolean ends = false;
            for (int i = 0; i < count; i++) {
                length += laces[lace + i] & 0xFF;
                ends |= (laces[lace + i] & 0xFF) < 255;
            }
            ByteBuffer page = ByteBuffer.allocate(PAGE_HEADER + count + length).order(ByteOrder.LITTLE_ENDIAN);
            page.put("OggS".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                    .put((byte) 0)
                    .put((byte) (continued ? 1 : 0))
                    .putLong(ends ? 0 : -1)
                    .putInt(serial)
                    .putInt(firstNumber + pages.size())
                    .putInt(0)
                    .put((byte) count)
                    .put(laces, lace, count)
                    .put(body, at, length);
            page.putInt(22, checksum(0, page.array(), page.capacity()));
            pages.add(page.array());
            continued = (laces[lace + count - 1] & 0xFF) == 255;
            lace += count;
            at += length;
        }
        return pages;
    }

    /** Heads of pages with their numbers moved; the checksum covers the body too, which is read but not kept. */
    private static void renumber(FileChannel file, long from, int serial, int by, List<Stretch> stretches)
            throws IOException {
        long at = from;
        for (Optional<Page> next = page(file, at); next.isPresent(); next = page(file, at)) {
            Page page = next.get();
            int head = PAGE_HEADER + page.lacing().length;
            if (page.end() > file.size()) throw new IOException("the last page is cut off");
            if (page.serial() == serial) {
                ByteBuffer whole = Bytes.at(file, at, head + page.bodyLength());
                whole.putInt(18, whole.getInt(18) + by);
                whole.putInt(22, 0);
                whole.putInt(22, checksum(0, whole.array(), whole.limit()));
                stretches.add(new Stretch(java.util.Arrays.copyOf(whole.array(), head), 0, head));
                stretches.add(new Stretch(null, page.body(), page.bodyLength()));
            } else stretches.add(new Stretch(null, at, page.end() - at));
            at = page.end();
        }
        if (at < file.size()) stretches.add(new Stretch(null, at, file.size() - at));
    }

    private static final int[] CHECKSUMS = new int[256];

    static {
        for (int i = 0; i < 256; i++) {
            int value = i << 24;
            for (int bit = 0; bit < 8; bit++) value = value << 1 ^ ((value & 1 << 31) != 0 ? 0x04C11DB7 : 0);
            CHECKSUMS[i] = value;
        }
    }

    /** CRC-32 of RFC 3533: polynomial 0x04C11DB7, nothing reflected, nothing inverted, from 0. */
    private static int checksum(int from, byte[] bytes, int length) {
        int value = from;
        for (int i = 0; i < length; i++) value = value << 8 ^ CHECKSUMS[(value >>> 24 ^ bytes[i]) & 0xFF];
        return value;
    }

    private static boolean starts(byte[] packet, String name) {
        if (packet.length < name.length()) return false;
        for (int i = 0; i < name.length(); i++) if (packet[i] != name.charAt(i)) return false;
        return true;
    }
}
