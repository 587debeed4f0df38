package app.entrada.core.copy.write;

import static app.entrada.core.container.HandmadeFiles.aiff;
import static app.entrada.core.container.HandmadeFiles.ape;
import static app.entrada.core.container.HandmadeFiles.box;
import static app.entrada.core.container.HandmadeFiles.id3v1;
import static app.entrada.core.container.HandmadeFiles.id3v2;
import static app.entrada.core.container.HandmadeFiles.join;
import static app.entrada.core.container.HandmadeFiles.mp3;
import static app.entrada.core.container.HandmadeFiles.opus;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.release.Release;
import app.entrada.core.tag.map.TagSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("E2 Where things stand in a tagged copy, container by container")
class TaggedCopyTest {
    private static final Release RELEASE =
            Samples.single().with("track.title", "Slack Water").release();
    /** Sound that is told from anything else: 4,000 bytes that count. */
    private static final byte[] SOUND = new byte[4000];

    static {
        for (int i = 0; i < SOUND.length; i++) SOUND[i] = (byte) (i * 7 + i / 256);
    }

    @TempDir
    Path folder;

    private static TagPlan plan(String recipe) {
        return TagPlan.of(
                Recipe.byId(recipe), TagSource.of(RELEASE, RELEASE.tracks().get(0), Optional.empty()), List.of());
    }

    private byte[] copied(byte[] master, String recipe) throws IOException {
        Path from = Files.write(Files.createTempFile(folder, "master", ".bin"), master);
        Path to = Files.createTempFile(folder, "copy", ".bin");
        try (FileChannel in = FileChannel.open(from);
                FileChannel out = FileChannel.open(to, StandardOpenOption.WRITE)) {
            TaggedCopy.of(in, plan(recipe)).write(in, out);
        }
        return Files.readAllBytes(to);
    }

    private SoundFile walk(byte[] file) throws IOException {
        try (FileChannel in = FileChannel.open(Files.write(Files.createTempFile(folder, "walk", ".bin"), file))) {
            return SoundFile.walk(in);
        }
    }

    private List<String> says(byte[] file, String id) throws IOException {
        Path path = Files.write(Files.createTempFile(folder, "read", ".bin"), file);
        return TagReading.of(path).entries().stream()
                .filter(entry -> entry.id().equals(id))
                .flatMap(entry -> entry.values().stream())
                .toList();
    }

    private static int at(byte[] file, byte[] wanted) {
        for (int i = 0; i + wanted.length <= file.length; i++)
            if (Arrays.equals(file, i, i + wanted.length, wanted, 0, wanted.length)) return i;
        return -1;
    }

    // ---- MP3: ID3v2.3 at the head, frames, tags behind --------------------------------------------------------------

    @Test
    void frames_of_an_mp3_stay_where_they_are_while_the_new_tag_fits_into_the_old_one() throws IOException {
        byte[] roomy = id3v2("final mix 3");
        int padding = 9000;
        int size = roomy.length - 10 + padding;
        roomy[8] = (byte) (size >> 7 & 0x7F); // seven bits a byte
        roomy[9] = (byte) (size & 0x7F);
        byte[] frames = mp3(8, false, 0, 0);
        byte[] master = join(roomy, new byte[padding], frames);
        byte[] copy = copied(master, "promo-mp3");
        assertThat(copy).hasSameSizeAs(master);
        assertThat(walk(copy).sound().get(0).offset()).isEqualTo(roomy.length + padding);
        assertThat(says(copy, "TIT2")).containsExactly("Slack Water");
    }

    @Test
    void an_mp3_without_a_tag_gets_room_for_later_and_a_second_copy_moves_nothing() throws IOException {
        byte[] frames = mp3(8, false, 0, 0);
        byte[] first = copied(frames, "promo-mp3");
        byte[] second = copied(first, "sync-mp3");
        assertThat(walk(second).sound().get(0).offset())
                .isEqualTo(walk(first).sound().get(0).offset());
        assertThat(Arrays.copyOfRange(second, second.length - frames.length, second.length))
                .isEqualTo(frames);
    }

    @Test
    void old_tags_behind_an_mp3_go_for_they_would_say_something_else() throws IOException {
        byte[] frames = mp3(8, false, 0, 0);
        byte[] copy = copied(join(frames, ape("Title", "final mix 3"), id3v1("final mix 3")), "promo-mp3");
        assertThat(new String(copy, StandardCharsets.ISO_8859_1)).doesNotContain("final mix", "APETAGEX");
        assertThat(walk(copy).chunks()).extracting(Chunk::id).doesNotContain("APEv2", "ID3v1");
    }

    // ---- AIFF: chunks of a FORM, sizes big-endian, each padded to an even length
    // -------------------------------------

    @Test
    void chunks_of_an_aiff_keep_their_order_and_the_form_tells_its_size() throws IOException {
        byte[] master = aiff("AIFF", "", 1000, SOUND);
        byte[] copy = copied(master, "store-aiff");
        assertThat(ByteBuffer.wrap(copy).getInt(4)).isEqualTo(copy.length - 8);
        assertThat(copy.length % 2).isZero();
        List<String> ids = walk(copy).chunks().stream().map(Chunk::id).toList();
        assertThat(ids).startsWith("COMM", "NAME", "SSND").contains("ID3 ");
        assertThat(ids.indexOf("ID3 ")).isGreaterThan(ids.indexOf("SSND"));
        assertThat(at(copy, SOUND)).isPositive();
        assertThat(says(copy, "NAME")).containsExactly("Slack Water");
        assertThat(says(copy, "TIT2")).containsExactly("Slack Water");
    }

    // ---- FLAC: “fLaC”, blocks of metadata with lengths of 24 bits, frames
    // --------------------------------------------

    private static byte[] block(int type, boolean last, byte[] body) {
        return join(
                new byte[] {
                    (byte) (type | (last ? 0x80 : 0)),
                    (byte) (body.length >> 16),
                    (byte) (body.length >> 8),
                    (byte) body.length
                },
                body);
    }

    /** 44,100 Hz, two channels, 16 bits, 1,000 samples: 20 bits of rate, 3 of channels, 5 of depth, 36 of length. */
    private static byte[] streamInfo() {
        ByteBuffer info = ByteBuffer.allocate(34).putShort((short) 4096).putShort((short) 4096);
        info.position(10);
        return info.putLong(44_100L << 44 | 1L << 41 | 15L << 36 | 1000).array();
    }

    private static byte[] comments(String vendor, String... all) {
        ByteBuffer out = ByteBuffer.allocate(2000).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(vendor.length()).put(vendor.getBytes(StandardCharsets.UTF_8)).putInt(all.length);
        for (String each : all) out.putInt(each.length()).put(each.getBytes(StandardCharsets.UTF_8));
        return Arrays.copyOf(out.array(), out.position());
    }

    private static byte[] flac(int padding) {
        byte[] head = join(
                "fLaC".getBytes(StandardCharsets.US_ASCII),
                block(0, false, streamInfo()),
                block(3, false, new byte[18]),
                block(4, padding == 0, comments("coder 1.2", "TITLE=final mix 3", "ENCODER=desk", "TAKE=three")));
        return join(head, padding == 0 ? new byte[0] : block(1, true, new byte[padding]), SOUND);
    }

    @ParameterizedTest
    @ValueSource(ints = {9000, 6000})
    void frames_of_a_flac_stay_where_they_are_while_there_is_padding_enough(int padding) throws IOException {
        byte[] master = flac(padding);
        byte[] copy = copied(master, "store-flac");
        assertThat(copy).hasSameSizeAs(master);
        assertThat(at(copy, SOUND)).isEqualTo(at(master, SOUND));
        assertThat(says(copy, "TITLE")).containsExactly("Slack Water");
        assertThat(walk(copy).faults()).isEmpty();
    }

    @Test
    void a_flac_without_padding_gets_some_and_keeps_its_other_blocks_and_its_coder_s_name() throws IOException {
        byte[] copy = copied(flac(0), "store-flac");
        List<String> blocks = walk(copy).chunks().stream().map(Chunk::id).toList();
        assertThat(blocks).startsWith("0", "3", "4").contains("1");
        assertThat(at(copy, SOUND)).isEqualTo(copy.length - SOUND.length);
        assertThat(at(copy, "coder 1.2".getBytes(StandardCharsets.US_ASCII))).isPositive();
        assertThat(says(copy, "TAKE")).containsExactly("three");
        assertThat(says(copy, "ENCODER")).isEmpty();
        // what comes next finds room
        assertThat(at(copied(copy, "store-flac"), SOUND)).isEqualTo(at(copy, SOUND));
    }

    // ---- MP4: boxes; the tables of offsets in “moov” point into “mdat”
    // -----------------------------------------------

    private static byte[] offsets(boolean wide, long... all) {
        ByteBuffer table = ByteBuffer.allocate(8 + all.length * (wide ? 8 : 4)).putInt(4, all.length);
        table.position(8);
        for (long each : all)
            if (wide) table.putLong(each);
            else table.putInt((int) each);
        return box(wide ? "co64" : "stco", table.array());
    }

    private static byte[] moov(byte[] table) {
        byte[] mdhd =
                ByteBuffer.allocate(24).putInt(12, 44_100).putInt(16, 44_100).array();
        byte[] entry = ByteBuffer.allocate(36)
                .putInt(36)
                .put("mp4a".getBytes(StandardCharsets.US_ASCII))
                .putShort(24, (short) 2)
                .putShort(26, (short) 16)
                .putShort(32, (short) 44_100)
                .array();
        byte[] stsd = join(ByteBuffer.allocate(8).putInt(4, 1).array(), entry, new byte[16]);
        byte[] media = box("mdia", box("mdhd", mdhd), box("minf", box("stbl", box("stsd", stsd), table)));
        return box("moov", box("trak", media));
    }

    private static final byte[] FTYP = box("ftyp", "M4A ".getBytes(StandardCharsets.US_ASCII), new byte[4]);

    /** With tables that point to the first and to the thousandth byte of the sound. */
    private static byte[] m4a(boolean wide, boolean soundFirst) {
        long before = 8L + FTYP.length + (soundFirst ? 0 : moov(offsets(wide, 0, 0)).length);
        byte[] moov = moov(offsets(wide, before, before + 1000));
        return soundFirst ? join(FTYP, box("mdat", SOUND), moov) : join(FTYP, moov, box("mdat", SOUND));
    }

    private static long[] pointsTo(byte[] file, boolean wide) {
        int table = at(file, (wide ? "co64" : "stco").getBytes(StandardCharsets.US_ASCII)) + 12;
        ByteBuffer in = ByteBuffer.wrap(file);
        return wide
                ? new long[] {in.getLong(table), in.getLong(table + 8)}
                : new long[] {in.getInt(table), in.getInt(table + 4)};
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void offsets_into_the_sound_of_an_mp4_follow_it_when_it_moves(boolean wide) throws IOException {
        byte[] master = m4a(wide, false);
        byte[] copy = copied(master, "promo-m4a");
        int sound = at(copy, SOUND);
        assertThat(sound).isGreaterThan(at(master, SOUND));
        assertThat(pointsTo(copy, wide)).containsExactly(sound, sound + 1000);
        assertThat(says(copy, "©nam")).containsExactly("Slack Water");
        // the room that was left is used up before anything moves again
        assertThat(at(copied(copy, "promo-m4a"), SOUND)).isEqualTo(sound);
    }

    @Test
    void sound_that_stands_in_front_of_the_tags_of_an_mp4_never_moves() throws IOException {
        byte[] master = m4a(false, true);
        byte[] copy = copied(master, "promo-m4a");
        assertThat(at(copy, SOUND)).isEqualTo(at(master, SOUND));
        assertThat(pointsTo(copy, false)).isEqualTo(pointsTo(master, false));
    }

    @Test
    void an_mp4_in_fragments_is_refused_with_what_would_help() {
        byte[] fragments = join(FTYP, moov(offsets(false, 0)), box("moof", new byte[16]), box("mdat", SOUND));
        assertThatThrownBy(() -> copied(fragments, "promo-m4a"))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("fragments")
                .hasMessageContaining("new encoding");
    }

    // ---- Ogg: pages with a checksum; the second packet holds the comments
    // --------------------------------------------

    @Test
    void pages_of_an_opus_behind_its_comments_stay_as_they_are() throws IOException {
        byte[] master = opus();
        byte[] copy = copied(master, "promo-opus");
        byte[] sound = Arrays.copyOfRange(master, master.length - 600, master.length);
        assertThat(Arrays.copyOfRange(copy, copy.length - 600, copy.length)).isEqualTo(sound);
        assertThat(says(copy, "TITLE")).containsExactly("Slack Water");
        assertThat(walk(copy).samples()).isEqualTo(walk(master).samples());
    }
}
