package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The metadata blocks of a FLAC file, RFC 9639.
 *
 * <pre>
 * ['ID3' …] 'fLaC'                  what does not belong there is passed over
 *   last1 type7 length24 body       STREAMINFO (0) first
 *   last1 type7 length24 body       … VORBIS_COMMENT (4), PICTURE (6), PADDING (1)
 * frames ['TAG' …]
 * </pre>
 *
 * Big-endian; the blocks' lengths are exact, nothing is padded.
 *
 * @param blocks in file order; ids are the block types' numbers
 * @param audio the frames behind the last block
 * @param stream the stream's own facts
 * @param faults what is wrong, empty for a whole head (the frames are not decoded here)
 * @param before ID3v2 tags in front, which are no part of FLAC
 * @param behind an ID3v1 tag behind the frames, which is none either
 */
public record FlacFile(
        List<Chunk> blocks, Chunk audio, Stream stream, List<Fault> faults, List<Chunk> before, List<Chunk> behind) {
    private static final int MOST_BLOCKS = 1024;

    /**
     * STREAMINFO.
     *
     * @param sampleRate samples a second
     * @param samples per channel, 0 when unknown
     * @param md5 of the decoded samples, 32 hexadecimal digits, all 0 when unknown
     */
    public record Stream(int sampleRate, int channels, int bits, long samples, String md5) {}

    /** Whether the first bytes are those of a FLAC file. */
    public static boolean begins(byte[] head) {
        return head.length >= 4 && head[0] == 'f' && head[1] == 'L' && head[2] == 'a' && head[3] == 'C';
    }

    /**
     * Walks through the head of the file.
     *
     * @throws IOException when it is no FLAC file or has no STREAMINFO
     */
    public static FlacFile walk(FileChannel file) throws IOException {
        long size = file.size();
        long start = start(file);
        if (start < 0 || size - start < 42) throw new IOException("the file does not begin like a FLAC file");
        List<Chunk> blocks = new ArrayList<>();
        List<Fault> faults = new ArrayList<>();
        @Nullable Stream stream = null;
        long at = start + 4;
        boolean last = false;
        while (!last) {
            if (at + 4 > size || blocks.size() == MOST_BLOCKS) {
                faults.add(new Fault("the metadata blocks do not end: the file is cut off", at));
                break;
            }
            ByteBuffer header = Bytes.at(file, at, 4);
            int first = header.get(0) & 0xFF;
            last = first >> 7 == 1;
            long declared = (header.get(1) & 0xFFL) << 16 | (header.get(2) & 0xFFL) << 8 | header.get(3) & 0xFFL;
            Chunk block =
                    new Chunk(String.valueOf(first & 0x7F), at, at + 4, Math.min(declared, size - at - 4), declared);
            blocks.add(block);
            if (block.cut()) faults.add(new Fault("a metadata block is cut off", at));
            if (stream == null) {
                if (!block.id().equals("0") || block.length() < 34)
                    throw new IOException("the first block is not STREAMINFO");
                stream = stream(Bytes.at(file, block.offset(), 34).array());
            }
            at = block.end();
        }
        if (stream == null) throw new IOException("the file has no STREAMINFO block");
        if (at >= size) faults.add(new Fault("the file has no audio frames", at));
        List<Chunk> behind = at < size ? OldTag.behind(file, at) : List.of();
        long end = behind.isEmpty() ? size : behind.get(0).header();
        List<Chunk> before = start > 0 ? List.of(new Chunk("ID3v2", 0, 0, start, start)) : List.of();
        return new FlacFile(
                List.copyOf(blocks),
                new Chunk("frames", at, at, end - at, end - at),
                stream,
                List.copyOf(faults),
                before,
                behind);
    }

    /** Where the FLAC stream begins: 0, or behind ID3v2 tags; −1 when there is none. */
    static long start(FileChannel file) throws IOException {
        long at = 0;
        for (int tags = 0; at + 10 <= file.size() && tags < 16; tags++) {
            byte[] head = Bytes.at(file, at, 10).array();
            if (begins(head)) return at;
            if (head[0] != 'I' || head[1] != 'D' || head[2] != '3') return -1;
            at += MpegFile.id3Length(head);
        }
        return -1;
    }

    /** What is odd and does no harm. */
    public List<Fault> notes() {
        List<Fault> notes = new ArrayList<>();
        for (Chunk tag : before)
            notes.add(new Fault(
                    "An ID3v2 tag of %,d bytes is in front, where FLAC has none; copies leave it out"
                            .formatted(tag.length()),
                    tag.offset()));
        for (Chunk tag : behind)
            notes.add(new Fault(
                    "An ID3v1 tag follows the frames, where FLAC has none; copies leave it out", tag.offset()));
        return notes;
    }

    private static Stream stream(byte[] info) {
        long packed = ByteBuffer.wrap(info, 10, 8).getLong();
        return new Stream(
                (int) (packed >>> 44),
                (int) (packed >>> 41 & 7) + 1,
                (int) (packed >>> 36 & 31) + 1,
                packed & 0xFFFFFFFFFL,
                HexFormat.of().formatHex(info, 18, 34));
    }
}
