package app.entrada.core.disc;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * CD-Text as it lies in the lead-in: packs of 18 bytes (IEC 61866 and the Red Book's appendix).
 *
 * <pre>
 *  0 kind 0x80…0x8F   1 track of the first character   2 number within the block
 *  3 block 0–7 and how many characters of this text stood before   4…15 text   16…17 CRC, inverted
 * </pre>
 *
 * Texts end with a zero byte and run on from pack to pack. A kind that is there at all covers the disc and every track.
 * Each block is one language; its last three packs tell sizes and languages.
 */
public record CdText(List<Block> blocks) {
    private static final int PACK = 18;
    private static final int TEXT = 12;
    private static final int MOST_BLOCKS = 8;
    private static final int MOST_PACKS = 256;
    private static final int SIZES = 0x8F;

    /** What a text says. */
    public enum PackType {
        TITLE(0x80, "Title"),
        PERFORMER(0x81, "Performer"),
        SONGWRITER(0x82, "Songwriter"),
        COMPOSER(0x83, "Composer"),
        ARRANGER(0x84, "Arranger"),
        MESSAGE(0x85, "Message"),
        /** Of the disc only. */
        DISC_ID(0x86, "Disc number"),
        /** Of the disc only; a number of two bytes in front of the text. */
        GENRE(0x87, "Genre"),
        /** The disc's barcode and the tracks' ISRCs. */
        CODES(0x8E, "Barcode and ISRC");

        private final int code;
        private final String says;

        PackType(int code, String says) {
            this.code = code;
            this.says = says;
        }

        /** The first byte of its packs. */
        public int code() {
            return code;
        }

        /** As people read it. */
        public String label() {
            return says;
        }

        boolean ofTheDiscOnly() {
            return this == DISC_ID || this == GENRE;
        }
    }

    /** How characters are written. */
    public enum Writing {
        LATIN_1(0, StandardCharsets.ISO_8859_1),
        ASCII(1, StandardCharsets.US_ASCII);

        private final int code;
        private final Charset charset;

        Writing(int code, Charset charset) {
            this.code = code;
            this.charset = charset;
        }
    }

    /**
     * Texts in one language.
     *
     * @param language number of EBU Tech 3264, appendix 3: 0x09 English, 0x08 German, 0x0F French
     * @param genre number of the genre, 0 for none
     * @param texts by kind: the disc's first, then one for each track
     */
    public record Block(int language, Writing writing, int genre, Map<PackType, List<String>> texts) {
        /** How many tracks it covers. */
        public int tracks() {
            return texts.entrySet().stream()
                    .filter(each -> !each.getKey().ofTheDiscOnly())
                    .mapToInt(each -> each.getValue().size() - 1)
                    .max()
                    .orElse(0);
        }
    }

    /** Reasons why the texts cannot be written, in sentences; empty when they can. */
    public List<String> problems() {
        List<String> problems = new ArrayList<>();
        if (blocks.size() > MOST_BLOCKS)
            problems.add("CD-Text has at most %d languages, not %d.".formatted(MOST_BLOCKS, blocks.size()));
        for (Block block : blocks) {
            block.texts.forEach((kind, texts) -> {
                int wanted = kind.ofTheDiscOnly() ? 1 : block.tracks() + 1;
                for (int i = 0; i < wanted; i++)
                    if (i >= texts.size() || texts.get(i).isBlank())
                        problems.add(
                                "%s is missing for %s; what is there at all must be there for the disc and all tracks."
                                        .formatted(kind.says, i == 0 ? "the disc" : "track " + i));
                for (String text : texts)
                    if (!block.writing.charset.newEncoder().canEncode(text) || text.indexOf('\0') >= 0)
                        problems.add("“%s” has characters that CD-Text cannot hold.".formatted(text));
            });
            if (problems.isEmpty() && packs(block, 0).size() + 3 > MOST_PACKS)
                problems.add("The texts take %d packs; a language has at most %d."
                        .formatted(packs(block, 0).size() + 3, MOST_PACKS));
        }
        return problems;
    }

    /**
     * The packs, all blocks in order.
     *
     * @throws IllegalArgumentException with the first of {@link #problems}
     */
    public byte[] bytes() {
        List<String> problems = problems();
        if (!problems.isEmpty()) throw new IllegalArgumentException(problems.get(0));
        List<List<byte[]>> all = new ArrayList<>();
        for (int i = 0; i < blocks.size(); i++) all.add(packs(blocks.get(i), i));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int i = 0; i < blocks.size(); i++) {
            all.get(i).forEach(out::writeBytes);
            sizes(blocks.get(i), i, all).forEach(out::writeBytes);
        }
        return out.toByteArray();
    }

    private static List<byte[]> packs(Block block, int number) {
        List<byte[]> packs = new ArrayList<>();
        for (PackType kind : PackType.values()) {
            List<String> texts = block.texts.get(kind);
            if (texts == null) continue;
            byte[] pack = new byte[PACK];
            int filled = TEXT;
            for (int track = 0; track < texts.size(); track++) {
                byte[] text = (texts.get(track) + "\0").getBytes(block.writing.charset);
                if (kind == PackType.GENRE) {
                    byte[] numbered = new byte[text.length + 2];
                    numbered[0] = (byte) (block.genre >> 8);
                    numbered[1] = (byte) block.genre;
                    System.arraycopy(text, 0, numbered, 2, text.length);
                    text = numbered;
                }
                for (int i = 0; i < text.length; i++) {
                    if (filled == TEXT) {
                        pack = new byte[PACK];
                        pack[0] = (byte) kind.code;
                        pack[1] = (byte) track;
                        pack[2] = (byte) packs.size();
                        pack[3] = (byte) (number << 4 | Math.min(i, 15));
                        packs.add(pack);
                        filled = 0;
                    }
                    pack[4 + filled++] = text[i];
                }
            }
        }
        packs.forEach(CdText::seal);
        return packs;
    }

    /** Three packs: writing, tracks, how many packs of each kind, last number and language of each block. */
    private List<byte[]> sizes(Block block, int number, List<List<byte[]>> all) {
        byte[] table = new byte[3 * TEXT];
        table[0] = (byte) block.writing.code;
        table[1] = 1;
        table[2] = (byte) block.tracks();
        for (byte[] pack : all.get(number)) table[4 + (pack[0] & 0x0F)]++;
        table[4 + 15] = 3;
        for (int i = 0; i < blocks.size(); i++) {
            table[20 + i] = (byte) (all.get(i).size() + 2);
            table[28 + i] = (byte) blocks.get(i).language;
        }
        List<byte[]> packs = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            byte[] pack = new byte[PACK];
            pack[0] = (byte) SIZES;
            pack[1] = (byte) i;
            pack[2] = (byte) (all.get(number).size() + i);
            pack[3] = (byte) (number << 4);
            System.arraycopy(table, i * TEXT, pack, 4, TEXT);
            seal(pack);
            packs.add(pack);
        }
        return packs;
    }

    private static void seal(byte[] pack) {
        int crc = crc(pack);
        pack[16] = (byte) (crc >> 8);
        pack[17] = (byte) crc;
    }

    /** CRC-16 of the first 16 bytes: polynomial 0x1021, beginning with 0, inverted. */
    static int crc(byte[] pack) {
        int crc = 0;
        for (int i = 0; i < 16; i++) {
            crc ^= (pack[i] & 0xFF) << 8;
            for (int bit = 0; bit < 8; bit++) crc = (crc & 0x8000) != 0 ? crc << 1 ^ 0x1021 : crc << 1;
        }
        return ~crc & 0xFFFF;
    }

    /**
     * Reads packs; four bytes of a length in front of them, as some programs write, are passed over.
     *
     * @throws IllegalArgumentException that says which pack is wrong
     */
    public static CdText read(byte[] bytes) {
        byte[] packs = bytes.length % PACK == 4 ? Arrays.copyOfRange(bytes, 4, bytes.length) : bytes;
        if (packs.length == 0 || packs.length % PACK != 0)
            throw new IllegalArgumentException(
                    "CD-Text is of packs of 18 bytes; %d bytes are none".formatted(bytes.length));
        Map<Integer, Map<PackType, ByteArrayOutputStream>> texts = new LinkedHashMap<>();
        Map<Integer, ByteArrayOutputStream> sizes = new LinkedHashMap<>();
        for (int at = 0; at < packs.length; at += PACK) {
            byte[] pack = Arrays.copyOfRange(packs, at, at + PACK);
            if (((pack[16] & 0xFF) << 8 | pack[17] & 0xFF) != crc(pack))
                throw new IllegalArgumentException("Pack %d differs from its checksum".formatted(at / PACK));
            int block = pack[3] >> 4 & 7;
            int code = pack[0] & 0xFF;
            if (code == SIZES) {
                sizes.computeIfAbsent(block, none -> new ByteArrayOutputStream())
                        .write(pack, 4, TEXT);
                continue;
            }
            PackType kind = Arrays.stream(PackType.values())
                    .filter(each -> each.code == code)
                    .findFirst()
                    .orElse(null);
            if (kind != null)
                texts.computeIfAbsent(block, none -> new LinkedHashMap<>())
                        .computeIfAbsent(kind, none -> new ByteArrayOutputStream())
                        .write(pack, 4, TEXT);
        }
        List<Block> blocks = new ArrayList<>();
        texts.forEach((number, kinds) -> blocks.add(block(number, kinds, sizes.get(number))));
        return new CdText(List.copyOf(blocks));
    }

    private static Block block(
            int number, Map<PackType, ByteArrayOutputStream> kinds, @Nullable ByteArrayOutputStream sizes) {
        byte[] table = sizes == null ? new byte[3 * TEXT] : sizes.toByteArray();
        if (table.length != 3 * TEXT)
            throw new IllegalArgumentException("Block %d lacks a pack of its sizes".formatted(number));
        Writing writing = table[0] == 1 ? Writing.ASCII : Writing.LATIN_1;
        int tracks = table[2];
        int genre = 0;
        Map<PackType, List<String>> texts = new LinkedHashMap<>();
        for (var kind : kinds.entrySet()) {
            byte[] all = kind.getValue().toByteArray();
            int from = 0;
            if (kind.getKey() == PackType.GENRE && all.length > 1) {
                genre = (all[0] & 0xFF) << 8 | all[1] & 0xFF;
                from = 2;
            }
            List<String> each = new ArrayList<>();
            int wanted = kind.getKey().ofTheDiscOnly() ? 1 : tracks + 1;
            for (int end = from; end < all.length && each.size() < wanted; end++)
                if (all[end] == 0) {
                    each.add(new String(all, from, end - from, writing.charset));
                    from = end + 1;
                }
            texts.put(kind.getKey(), List.copyOf(each));
        }
        return new Block(table[28 + number] & 0xFF, writing, genre, texts);
    }
}
