package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * MPEG audio, layers II and III (ISO/IEC 11172-3, 13818-3), with the tags people put around it.
 *
 * <pre>
 * [ID3v2]* [APEv2]  frame*  [APEv2] [Lyrics3] [ID3v2 with footer] [ID3v1]      behind the frames in any order
 *   frame: 11 bits of ones · version2 · layer2 · crc1 · bitrate4 · rate2 · padding1 · … · side information · sound
 *   the first frame may be silent and hold 'Xing' or 'Info': frames, bytes, and behind them the encoder's delay and padding
 * </pre>
 *
 * The true length is frames × samples a frame − delay − padding; without that frame it is what the frames hold.
 */
public final class MpegFile {
    private static final int[][] BITRATES = {
        {0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320}, // version 1, layer III
        {0, 8, 16, 24, 32, 40, 48, 56, 64, 80, 96, 112, 128, 144, 160}, // versions 2 and 2.5, layers II and III
        {0, 32, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320, 384} // version 1, layer II
    };
    private static final int[] RATES = {44_100, 48_000, 32_000};
    private static final int SEARCH = 1 << 17;
    private static final int WINDOW = 1 << 18;
    private static final int APE_FOOTER = 32;
    /** Lyrics3 version 1 holds 5,100 characters at most, its marks not counted. */
    private static final int LONGEST_LYRICS = 5_100 + 20;

    private MpegFile() {}

    /** A frame's header. */
    record Frame(int sampleRate, int channels, int samples, int length, int sideInformation, int kbps) {
        /** Reads four bytes as a header; empty when they are none, or of free or reserved format. */
        static Optional<Frame> read(int header) {
            if (header >>> 21 != 0x7FF) return Optional.empty();
            int version = header >>> 19 & 3;
            int layer = header >>> 17 & 3;
            int bitrate = header >>> 12 & 15;
            int rate = header >>> 10 & 3;
            if (version == 1 || layer == 0 || layer == 3 || bitrate == 0 || bitrate == 15 || rate == 3)
                return Optional.empty();
            boolean first = version == 3;
            int table = !first ? 1 : layer == 2 ? 2 : 0;
            int kbps = BITRATES[table][bitrate];
            int hertz = RATES[rate] >> (first ? 0 : version == 2 ? 1 : 2);
            int samples = layer == 2 || first ? 1152 : 576;
            int length = samples / 8 * kbps * 1000 / hertz + (header >>> 9 & 1);
            int channels = (header >>> 6 & 3) == 3 ? 1 : 2;
            int side = first ? (channels == 1 ? 17 : 32) : channels == 1 ? 9 : 17;
            return Optional.of(new Frame(hertz, channels, samples, length, side, kbps));
        }
    }

    /** Whether the file begins with an ID3v2 tag or with frames (two in a row, as far as the head reaches). */
    public static boolean begins(byte[] head) {
        if (head.length >= 10 && head[0] == 'I' && head[1] == 'D' && head[2] == '3') return true;
        if (head.length < 4) return false;
        ByteBuffer bytes = ByteBuffer.wrap(head);
        Optional<Frame> first = Frame.read(bytes.getInt(0));
        if (first.isEmpty()) return false;
        int next = first.get().length();
        return next + 4 > head.length || Frame.read(bytes.getInt(next)).isPresent();
    }

    static SoundFile walk(FileChannel file) throws IOException {
        long size = file.size();
        List<Chunk> chunks = new ArrayList<>();
        List<Fault> faults = new ArrayList<>();
        long from = headTags(file, chunks, faults);
        List<Chunk> tail = tailTags(file, from);
        long to = tail.isEmpty() ? size : tail.get(0).header();
        long first = firstFrame(file, from, to);
        if (first < 0) throw new IOException("the file has no frames of MPEG audio");
        if (first > from) {
            chunks.add(new Chunk("unknown", from, from, first - from, first - from));
            faults.add(new Fault(
                    "%,d bytes before the first frame are neither tag nor audio".formatted(first - from), from));
        }
        List<Fault> notes = new ArrayList<>();
        Count count = count(file, first, to, faults, notes);
        if (tail.stream().anyMatch(chunk -> chunk.id().equals("ID3v2")))
            notes.add(new Fault(
                    "An ID3v2 tag follows the frames; copies have it in front",
                    tail.stream()
                            .filter(chunk -> chunk.id().equals("ID3v2"))
                            .findFirst()
                            .orElseThrow()
                            .header()));
        Chunk sound = new Chunk("frames", first, first, count.end - first, count.end - first);
        chunks.add(sound);
        if (count.end < to)
            chunks.add(new Chunk(RiffFile.BEHIND, count.end, count.end, to - count.end, to - count.end));
        chunks.addAll(tail);
        Frame frame = count.frame;
        return new SoundFile(
                SoundFormat.MP3,
                SoundCodec.MP3,
                frame.sampleRate(),
                0,
                frame.channels(),
                count.samples,
                Optional.empty(),
                List.of(sound),
                List.copyOf(chunks),
                List.copyOf(faults),
                List.copyOf(notes));
    }

    /** Length of a whole ID3v2 tag by its ten bytes of header: body, header and footer. */
    static long id3Length(byte[] head) {
        long body = (head[6] & 0x7FL) << 21 | (head[7] & 0x7FL) << 14 | (head[8] & 0x7FL) << 7 | head[9] & 0x7FL;
        return 10 + body + ((head[5] & 0x10) != 0 ? 10 : 0);
    }

    private static long headTags(FileChannel file, List<Chunk> chunks, List<Fault> faults) throws IOException {
        long at = 0;
        while (at + 10 <= file.size() && chunks.size() < 64) {
            ByteBuffer head = Bytes.at(file, at, 10);
            if (head.get(0) == 'I' && head.get(1) == 'D' && head.get(2) == '3') {
                long length = id3Length(head.array());
                long there = Math.min(length, file.size() - at);
                chunks.add(new Chunk("ID3v2", at, at, there, length));
                if (there < length) faults.add(new Fault("the ID3v2 tag claims more bytes than the file has", at));
                at += there;
            } else if (isApe(file, at)) {
                ByteBuffer ape = Bytes.at(file, at, APE_FOOTER);
                long length = Math.min(file.size() - at, APE_FOOTER + Integer.toUnsignedLong(ape.getInt(12)));
                chunks.add(new Chunk("APEv2", at, at, length, length));
                at += length;
            } else break;
        }
        return at;
    }

    private static boolean isApe(FileChannel file, long at) throws IOException {
        if (at < 0 || at + APE_FOOTER > file.size()) return false;
        return new String(Bytes.at(file, at, 8).array(), java.nio.charset.StandardCharsets.ISO_8859_1)
                .equals("APETAGEX");
    }

    /** Tags behind the frames, from the end of the file inwards, in whatever order they were put there. */
    private static List<Chunk> tailTags(FileChannel file, long notBefore) throws IOException {
        List<Chunk> tail = new ArrayList<>();
        long end = file.size();
        while (tail.size() < 8) {
            Optional<Chunk> tag = tagBefore(file, end, notBefore);
            if (tag.isEmpty()) break;
            tail.add(0, tag.get());
            end = tag.get().header();
        }
        return tail;
    }

    private static Optional<Chunk> tagBefore(FileChannel file, long end, long notBefore) throws IOException {
        if (end == file.size()) {
            List<Chunk> old = OldTag.behind(file, notBefore);
            if (!old.isEmpty()) return Optional.of(old.get(0));
        }
        if (isApe(file, end - APE_FOOTER)) {
            ByteBuffer footer = Bytes.at(file, end - APE_FOOTER, APE_FOOTER);
            long length = Integer.toUnsignedLong(footer.getInt(12));
            if ((footer.getInt(20) & 1 << 31) != 0) length += APE_FOOTER;
            return fits("APEv2", end, length, notBefore);
        }
        if (end - 10 >= notBefore) {
            byte[] footer = Bytes.at(file, end - 10, 10).array();
            if (footer[0] == '3' && footer[1] == 'D' && footer[2] == 'I') {
                footer[5] |= 0x10;
                return fits("ID3v2", end, id3Length(footer), notBefore);
            }
        }
        return lyrics3(file, end, notBefore);
    }

    private static Optional<Chunk> fits(String id, long end, long length, long notBefore) {
        return length > 0 && length <= end - notBefore
                ? Optional.of(new Chunk(id, end - length, end - length, length, length))
                : Optional.empty();
    }

    /** Lyrics3: version 2 tells its length in six digits before {@code LYRICS200}, version 1 is sought by its beginning. */
    private static Optional<Chunk> lyrics3(FileChannel file, long end, long notBefore) throws IOException {
        if (end - 15 < notBefore) return Optional.empty();
        String last = latin(Bytes.at(file, end - 15, 15));
        if (last.endsWith("LYRICS200") && last.matches("\\d{6}LYRICS200"))
            return fits("Lyrics3", end, Long.parseLong(last.substring(0, 6)) + 15, notBefore);
        if (!last.endsWith("LYRICSEND")) return Optional.empty();
        int length = (int) Math.min(LONGEST_LYRICS, end - notBefore);
        int begin = latin(Bytes.at(file, end - length, length)).lastIndexOf("LYRICSBEGIN");
        return begin < 0 ? Optional.empty() : fits("Lyrics3", end, length - begin, notBefore);
    }

    private static String latin(ByteBuffer bytes) {
        return new String(bytes.array(), java.nio.charset.StandardCharsets.ISO_8859_1);
    }

    private static long firstFrame(FileChannel file, long from, long to) throws IOException {
        int length = (int) Math.min(SEARCH, to - from);
        if (length < 4) return -1;
        ByteBuffer bytes = Bytes.at(file, from, length).order(ByteOrder.BIG_ENDIAN);
        for (int i = 0; i + 4 <= length; i++) {
            Optional<Frame> frame = bytes.get(i) == -1 ? Frame.read(bytes.getInt(i)) : Optional.empty();
            if (frame.isEmpty()) continue;
            int next = i + frame.get().length();
            boolean last = from + next >= to - 4;
            if (last || next + 4 <= length && Frame.read(bytes.getInt(next)).isPresent()) return from + i;
        }
        return -1;
    }

    private record Count(Frame frame, long samples, long end) {}

    /** Counts the frames, window by window; a gap is searched for the next frame and said once. */
    private static Count count(FileChannel file, long first, long to, List<Fault> faults, List<Fault> notes)
            throws IOException {
        ByteBuffer window = ByteBuffer.allocate(0);
        long base = first;
        long at = first;
        long frames = 0;
        Frame lead = null;
        long claimed = -1;
        int delay = 0;
        int padding = 0;
        boolean told = false;
        long gap = -1;
        while (at + 4 <= to) {
            if (at + 4 > base + window.limit() || window.limit() == 0) {
                window = Bytes.at(file, at, (int) Math.min(WINDOW, to - at)).order(ByteOrder.BIG_ENDIAN);
                base = at;
            }
            Optional<Frame> read = Frame.read(window.getInt((int) (at - base)));
            boolean fits = read.isPresent() && (lead == null || read.get().sampleRate() == lead.sampleRate());
            if (!fits) {
                if (gap < 0) gap = at;
                at++;
                continue;
            }
            if (gap >= 0 && !told) {
                faults.add(new Fault("bytes between the frames are not audio: the file is damaged", gap));
                told = true;
            }
            gap = -1;
            Frame frame = read.get();
            if (lead == null) {
                lead = frame;
                byte[] head = Bytes.at(file, at, (int) Math.min(frame.length(), to - at))
                        .array();
                int tag = 4 + frame.sideInformation();
                String name = head.length >= tag + 120
                        ? new String(head, tag, 4, java.nio.charset.StandardCharsets.ISO_8859_1)
                        : "";
                if (name.equals("Xing") || name.equals("Info")) {
                    ByteBuffer info = ByteBuffer.wrap(head);
                    int flags = info.getInt(tag + 4);
                    int field = tag + 8;
                    if ((flags & 1) != 0) {
                        claimed = Integer.toUnsignedLong(info.getInt(field));
                        field += 4;
                    }
                    if ((flags & 2) != 0) field += 4;
                    if ((flags & 4) != 0) field += 100;
                    if ((flags & 8) != 0) field += 4;
                    // nine bytes of encoder name, then at 21 twelve bits each of delay and padding
                    if (field + 24 <= head.length && head[field] != 0) {
                        int both = (head[field + 21] & 0xFF) << 16
                                | (head[field + 22] & 0xFF) << 8
                                | head[field + 23] & 0xFF;
                        delay = both >>> 12;
                        padding = both & 0xFFF;
                    }
                    at += frame.length();
                    continue;
                }
            }
            if (at + frame.length() > to) {
                faults.add(new Fault("the last frame is cut off", at));
                break;
            }
            frames++;
            at += frame.length();
        }
        if (lead == null) throw new IOException("the file has no frames of MPEG audio");
        if (gap >= 0) {
            // nothing follows: somebody put something behind the sound
            notes.add(new Fault(
                    "%,d bytes after the last frame are neither tag nor audio; copies leave them out"
                            .formatted(to - gap),
                    gap));
            at = gap;
        }
        if (claimed == frames + 1)
            notes.add(new Fault(
                    "The first frame counts itself among the %,d audio frames; there are %,d"
                            .formatted(claimed, frames),
                    first));
        else if (claimed >= 0 && claimed != frames)
            faults.add(new Fault("the first frame claims %,d frames, there are %,d".formatted(claimed, frames), first));
        if (frames == 0) faults.add(new Fault("the file contains no audio", first));
        boolean gapless = delay > 0 || padding > 0;
        long samples = frames * lead.samples() - (gapless ? delay + padding : 0);
        return new Count(lead, Math.max(0, samples), Math.min(at, to));
    }
}
