package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.copy.write.TagTransfer;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.picture.PictureScaling;
import app.entrada.core.release.Release;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.map.TagSource;
import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("E2, E3 What is not ours stays where it was, and the sound is never touched")
class KeptInCopiesTest {
    private static final CopyWriter WRITER = new CopyWriter(new Ffmpeg());

    @TempDir
    static Path folder;

    private static Path master;
    private static byte[] small;
    private static byte[] large;

    @BeforeAll
    static void a_master_and_covers() throws IOException {
        master = folder.resolve("master.wav");
        Synthesiser.write(new Piece(45, 66, 2, true, 4, Piece.Layers.BELLS, 1), master);
        Path jpeg = folder.resolve("cover.jpg");
        CoverDrawing.write(jpeg, 1200, 1, CoverDrawing.Style.TIDE, List.of("KYMA"));
        small = PictureScaling.jpeg(jpeg, 200, 100_000);
        large = PictureScaling.jpeg(jpeg, 1200, 900_000);
    }

    private static AudioFacts facts(Path file) throws IOException {
        return AudioMeasuring.describe(file);
    }

    private static TagPlan plan(Recipe recipe, Path from, String title, byte[] cover) throws IOException {
        Release release = EveryContainerTest.release(title);
        return TagPlan.of(
                recipe,
                TagSource.of(release, release.tracks().get(0), Optional.of(facts(from))),
                cover == null ? List.of() : List.of(TagPlan.Embedded.front(cover)));
    }

    private static Proof write(String recipe, Path from, String title, byte[] cover, Path to) throws IOException {
        Proof proof = WRITER.write(from, facts(from), plan(Recipe.byId(recipe), from, title, cover), to);
        assertThat(proof.different()).isEmpty();
        assertThat(proof.holds()).isTrue();
        return proof;
    }

    private static long soundBegins(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            return SoundFile.walk(channel).sound().get(0).offset();
        }
    }

    private static List<String> said(Path file, String id) throws IOException {
        return TagReading.of(file).entries().stream()
                .filter(entry -> entry.id().equals(id))
                .flatMap(entry -> entry.values().stream())
                .toList();
    }

    /** Frames or samples as an independent decoder makes them; a complaint about the sound is a failure. */
    private static String heard(Path file) throws Exception {
        String said = OtherReaders.run(
                "ffmpeg", "-nostdin", "-v", "warning", "-i", file.toString(), "-map", "0:a", "-f", "md5", "-");
        // it prefers one tag to another, guesses a layout, and finds no clock in a picture
        List<String> lines = said.lines()
                .filter(line -> !line.matches(".*(Discarding ID3|Guessed Channel|timescale not set).*"))
                .toList();
        assertThat(lines).hasSize(1);
        return lines.get(0);
    }

    @ParameterizedTest
    @ValueSource(strings = {"store-flac", "promo-mp3", "promo-m4a"})
    void a_small_change_uses_the_padding_up_and_leaves_the_sound_at_its_place(String recipe) throws Exception {
        String ending = Recipe.byId(recipe).encoding().format().ending();
        Path first = folder.resolve("padded-1." + ending);
        Path second = folder.resolve("padded-2." + ending);
        // the first writing makes the room, the second one a longer title of it
        write(recipe, master, "Low", small, first);
        write(recipe, first, "Low Water at the Weir", small, second);
        assertThat(soundBegins(second)).isEqualTo(soundBegins(first));
        assertThat(Files.size(second)).isEqualTo(Files.size(first));
        assertThat(heard(second)).isEqualTo(heard(first));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"store-wav", "store-flac", "store-aiff", "promo-mp3", "promo-m4a", "promo-ogg", "promo-opus"})
    void a_much_larger_cover_moves_the_sound_and_changes_none_of_it(String recipe) throws Exception {
        String ending = Recipe.byId(recipe).encoding().format().ending();
        Path first = folder.resolve("grown-1." + ending);
        Path second = folder.resolve("grown-2." + ending);
        Path back = folder.resolve("grown-3." + ending);
        write(recipe, master, "Low", small, first);
        Proof grown = write(recipe, first, "Low", large, second);
        assertThat(grown.compared()).isEqualTo("payload");
        assertThat(Files.size(second)).isGreaterThan(Files.size(first) + 50_000);
        assertThat(heard(second)).isEqualTo(heard(first));
        write(recipe, second, "Low", small, back);
        assertThat(heard(back)).isEqualTo(heard(first));
    }

    @Test
    void frames_of_others_an_old_tag_and_an_ape_tag_meet_a_recipe_that_keeps_or_removes_them() throws Exception {
        Path first = folder.resolve("tail-1.mp3");
        write("promo-mp3", master, "Low", small, first);
        byte[] ape = ape(Map.of("Title", "old name", "Mood", "calm"));
        byte[] old = Arrays.copyOf("TAGold name".getBytes(StandardCharsets.US_ASCII), 128);
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        whole.writeBytes(withFrame(Files.readAllBytes(first), "PRIV", "weir.example\0\1\2\3"));
        whole.writeBytes(ape);
        whole.writeBytes(old);
        Path tailed = Files.write(folder.resolve("tail-2.mp3"), whole.toByteArray());

        Path removed = folder.resolve("tail-3.mp3");
        write("promo-mp3", tailed, "High", small, removed);
        assertThat(said(removed, "PRIV:weir.example")).containsExactly("010203");
        assertThat(TagReading.of(removed).entries())
                .extracting(TagEntry::container)
                .doesNotContain(Container.APE, Container.ID3V1);

        Recipe keeping = Recipe.read(
                "own",
                Recipe.byId("promo-mp3").yaml().replace("containers: [id3]", "containers: [id3, id3v1]")
                        + "keepsApe: true\n");
        Path kept = folder.resolve("tail-4.mp3");
        Proof proof = WRITER.write(tailed, facts(tailed), plan(keeping, tailed, "High", small), kept);
        assertThat(proof.holds()).as(proof.different().toString()).isTrue();
        assertThat(said(kept, "Mood")).containsExactly("calm");
        assertThat(OtherReaders.run("mediainfo", kept.toString())).contains("High title");
        byte[] end = Files.readAllBytes(kept);
        assertThat(new String(end, end.length - 128, 33, StandardCharsets.ISO_8859_1))
                .startsWith("TAGHigh title (High version)");
    }

    private static byte[] withFrame(byte[] mp3, String id, String body) {
        int size = (mp3[6] & 0x7F) << 21 | (mp3[7] & 0x7F) << 14 | (mp3[8] & 0x7F) << 7 | mp3[9] & 0x7F;
        byte[] inside = body.getBytes(StandardCharsets.ISO_8859_1);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int grown = size + 10 + inside.length;
        out.write(mp3, 0, 6);
        out.writeBytes(new byte[] {
            (byte) (grown >> 21 & 0x7F), (byte) (grown >> 14 & 0x7F), (byte) (grown >> 7 & 0x7F), (byte) (grown & 0x7F)
        });
        out.writeBytes(id.getBytes(StandardCharsets.ISO_8859_1));
        out.writeBytes(ByteBuffer.allocate(4).putInt(inside.length).array());
        out.writeBytes(new byte[2]);
        out.writeBytes(inside);
        out.write(mp3, 10, mp3.length - 10);
        return out.toByteArray();
    }

    private static byte[] ape(Map<String, String> items) {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        items.forEach((key, value) -> {
            byte[] text = value.getBytes(StandardCharsets.UTF_8);
            body.writeBytes(ByteBuffer.allocate(8)
                    .order(ByteOrder.LITTLE_ENDIAN)
                    .putInt(text.length)
                    .array());
            body.writeBytes(key.getBytes(StandardCharsets.US_ASCII));
            body.write(0);
            body.writeBytes(text);
        });
        ByteBuffer footer = ByteBuffer.allocate(32).order(ByteOrder.LITTLE_ENDIAN);
        footer.put("APETAGEX".getBytes(StandardCharsets.US_ASCII))
                .putInt(2000)
                .putInt(body.size() + 32)
                .putInt(items.size());
        body.writeBytes(footer.array());
        return body.toByteArray();
    }

    @Test
    void own_blocks_of_others_in_flac_and_aiff_stay() throws Exception {
        Path flac = folder.resolve("blocks.flac");
        write("store-flac", master, "Low", small, flac);
        Path cue = Files.writeString(
                folder.resolve("blocks.cue"),
                "FILE \"x\" WAVE\n  TRACK 01 AUDIO\n    INDEX 01 00:00:00\n  TRACK 02 AUDIO\n    INDEX 01 00:02:00\n");
        OtherReaders.run("metaflac", "--import-cuesheet-from=" + cue, flac.toString());
        OtherReaders.run("metaflac", "--set-tag=STUDIO=Boathouse", flac.toString());
        Path copy = folder.resolve("blocks-2.flac");
        write("store-flac", flac, "High", small, copy);
        assertThat(OtherReaders.run("metaflac", "--list", copy.toString()))
                .contains("CUESHEET", "STUDIO=Boathouse", "TITLE=High title (High version)")
                .doesNotContain("Low title");
        assertThat(OtherReaders.run("flac", "-t", "-s", copy.toString())).doesNotContain("ERROR");

        Path aiff = folder.resolve("blocks.aiff");
        write("store-aiff", master, "Low", small, aiff);
        byte[] whole = Files.readAllBytes(aiff);
        byte[] chunk = "APPL\0\0\0\6Boat\1\2".getBytes(StandardCharsets.ISO_8859_1);
        byte[] grown = Arrays.copyOf(whole, whole.length + chunk.length);
        System.arraycopy(chunk, 0, grown, whole.length, chunk.length);
        ByteBuffer.wrap(grown).putInt(4, grown.length - 8);
        Path odd = Files.write(folder.resolve("blocks-2.aiff"), grown);
        Path again = folder.resolve("blocks-3.aiff");
        write("store-aiff", odd, "High", small, again);
        assertThat(Files.readAllBytes(again)).containsSequence(chunk);
        assertThat(heard(again)).isEqualTo(heard(aiff));
    }

    @Test
    void a_box_and_an_item_of_others_in_mp4_stay() throws Exception {
        Path first = folder.resolve("boxes.m4a");
        write("promo-m4a", master, "Low", small, first);
        OtherReaders.run(
                "/usr/bin/python3",
                "-c",
                "import sys; from mutagen.mp4 import MP4; f = MP4(sys.argv[1]); "
                        + "f['----:weir.example:STUDIO'] = [b'Boathouse']; f['\\xa9too'] = ['desk 4']; f.save()",
                first.toString());
        Path copy = folder.resolve("boxes-2.m4a");
        write("promo-m4a", first, "High", large, copy);
        assertThat(OtherReaders.tags(copy).said())
                .containsEntry("----:weir.example:STUDIO", List.of("Boathouse"))
                .containsEntry("©too", List.of("desk 4"))
                .containsEntry("©nam", List.of("High title (High version)"));
        assertThat(heard(copy)).isEqualTo(heard(first));
    }

    @ParameterizedTest
    @ValueSource(strings = {"store-wav", "store-flac", "store-aiff", "promo-mp3", "promo-m4a", "promo-ogg"})
    void bare_removes_every_tag_and_nothing_else(String recipe) throws Exception {
        var format = Recipe.byId(recipe).encoding().format();
        Path first = folder.resolve("bare-1." + format.ending());
        write(recipe, master, "Low", small, first);
        String kbps = format.lossless() ? "" : "kbps: 256\n";
        Recipe bare = Recipe.read(
                "bare",
                "name: Bare\npurpose: Nothing.\nformat: %s\n%sbare: true\nfileName: x\n".formatted(format, kbps));
        Path copy = folder.resolve("bare-2." + format.ending());
        Proof proof = WRITER.write(first, facts(first), plan(bare, first, "Low", null), copy);
        assertThat(proof.holds()).as(proof.different().toString()).isTrue();
        OtherReaders.Tags left = OtherReaders.tags(copy);
        assertThat(left.said()).isEmpty();
        assertThat(left.pictures()).isEmpty();
        assertThat(heard(copy)).isEqualTo(heard(first));
    }

    @Test
    void loudness_stands_in_the_broadcast_extension_as_another_program_reads_it() throws Exception {
        AudioFacts measured = AudioMeasuring.measure(master, done -> {});
        Release release = EveryContainerTest.release("Low");
        Path copy = folder.resolve("loud.wav");
        WRITER.write(
                master,
                measured,
                TagPlan.of(
                        Recipe.byId("archive"),
                        TagSource.of(release, release.tracks().get(0), Optional.of(measured)),
                        List.of(TagPlan.Embedded.front(small))),
                copy);
        String said = OtherReaders.run("mediainfo", copy.toString());
        var sound = measured.sound().orElseThrow();
        assertThat(said)
                .containsPattern("LoudnessValue\\s+: %.2f".formatted(sound.integratedLufs()))
                .containsPattern("LoudnessRange\\s+: %.2f".formatted(sound.rangeLu()))
                .containsPattern("MaxTruePeakLevel\\s+: %.2f".formatted(sound.truePeakDbtp()))
                .containsPattern("MaxMomentaryLoudness\\s+: %.2f".formatted(sound.momentaryMaxLufs()))
                .containsPattern("MaxShortTermLoudness\\s+: %.2f".formatted(sound.shortTermMaxLufs()));
    }

    @ParameterizedTest(name = "{0} kbit/s")
    @CsvSource({"128", "192", "256", "320"})
    void the_size_of_a_constant_bit_rate_is_foreseen_within_two_in_a_hundred(int kbps) throws Exception {
        Recipe recipe = Recipe.read(
                "own", "name: n\npurpose: p\nformat: MP3\nkbps: %d\nbare: true\nfileName: x\n".formatted(kbps));
        Path copy = folder.resolve("size-%d.mp3".formatted(kbps));
        Proof proof = WRITER.write(master, facts(master), plan(recipe, master, "Low", null), copy);
        long foreseen = recipe.encoding().foreseen(facts(master));
        assertThat((double) proof.bytes() / foreseen).isBetween(0.98, 1.02);
        // gapless: the frame that tells delay and padding gives the master's length to the sample
        assertThat(facts(copy).samples()).isEqualTo(facts(master).samples());
    }

    @Test
    void a_24_bit_master_is_dithered_to_16_bits_and_its_copy_says_so_in_its_proof() throws Exception {
        Path deep = folder.resolve("deep.wav");
        OtherReaders.run(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-y",
                "-f",
                "lavfi",
                "-i",
                "sine=frequency=441:duration=3,volume=-70dB",
                "-ac",
                "2",
                "-ar",
                "48000",
                "-c:a",
                "pcm_s24le",
                deep.toString());
        Recipe disc = Recipe.read("own", "name: n\npurpose: p\nformat: WAV\nbits: 16\nrate: 44100\nfileName: x\n");
        Path copy = folder.resolve("shallow.wav");
        Proof proof = WRITER.write(deep, facts(deep), plan(disc, deep, "Low", null), copy);
        assertThat(proof.holds()).as(proof.different().toString()).isTrue();
        assertThat(proof.compared()).isEqualTo("coded sound");
        assertThat(facts(copy)).satisfies(measured -> {
            assertThat(measured.bitDepth()).isEqualTo(16);
            assertThat(measured.sampleRate()).isEqualTo(44_100);
            assertThat(measured.seconds()).isBetween(2.99, 3.01);
        });
        // a tone below the last bit survives only with dither: without it every sample were the same few steps
        assertThat(OtherReaders.run(
                        "ffmpeg",
                        "-nostdin",
                        "-v",
                        "info",
                        "-i",
                        copy.toString(),
                        "-af",
                        "astats=measure_perchannel=none",
                        "-f",
                        "null",
                        "-"))
                .containsPattern("Bit depth: \\d+/16");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"store-wav", "store-flac", "store-aiff", "promo-mp3", "promo-m4a", "promo-ogg", "promo-opus"})
    void damaged_and_hostile_masters_are_refused_with_a_reason_and_nothing_is_left(String recipe) throws Exception {
        Path own = Files.createDirectory(folder.resolve("hostile-" + recipe));
        String ending = Recipe.byId(recipe).encoding().format().ending();
        Path good = own.resolve("good." + ending);
        write(recipe, master, "Low", small, good);
        byte[] whole = Files.readAllBytes(good);
        Random random = new Random(7);
        for (int i = 0; i < 60; i++) {
            byte[] odd = whole.clone();
            if (i % 3 == 0) odd = Arrays.copyOf(odd, 1 + random.nextInt(odd.length - 1));
            else
                for (int j = 0; j < 1 + i; j++)
                    odd[random.nextInt(Math.min(odd.length, 4000))] = (byte) random.nextInt();
            Path bad = Files.write(own.resolve("bad." + ending), odd);
            Path copy = own.resolve("copy." + ending);
            try {
                Proof proof = WRITER.write(bad, facts(bad), plan(Recipe.byId(recipe), bad, "High", small), copy);
                // what was harmless was written, and then proved
                assertThat(proof.audioAfter()).isEqualTo(proof.audioBefore());
                Files.delete(copy);
            } catch (IOException refused) {
                assertThat(refused.getMessage()).isNotBlank();
                assertThat(copy).doesNotExist();
            }
            assertThat(Files.readAllBytes(bad)).isEqualTo(odd);
            try (var left = Files.list(own)) {
                assertThat(left.map(path -> path.getFileName().toString()))
                        .containsExactlyInAnyOrder("good." + ending, "bad." + ending);
            }
        }
    }

    @ParameterizedTest(name = "from {0} to {1}")
    @CsvSource({
        "store-flac, promo-mp3, TIT2",
        "promo-mp3, store-flac, TITLE",
        "promo-m4a, promo-mp3, TIT2",
        "promo-mp3, promo-m4a, ©nam",
        "promo-ogg, store-wav, TIT2",
        "store-wav, promo-opus, TITLE"
    })
    void tags_go_over_to_a_file_of_another_kind_and_length_is_told_of_the_sound_that_is_there(
            String from, String to, String titleAt) throws Exception {
        Path said =
                folder.resolve("from." + Recipe.byId(from).encoding().format().ending());
        write(from, master, "Low", small, said);
        Path longer = folder.resolve("longer.wav");
        Synthesiser.write(new Piece(50, 90, 2, true, 6, Piece.Layers.STRINGS, 3), longer);
        var format = Recipe.byId(to).encoding().format();
        Path plain = folder.resolve("plain." + format.ending());
        Recipe bare = Recipe.read(
                "bare",
                "name: n\npurpose: p\nformat: %s\n%sbare: true\nfileName: x\n"
                        .formatted(format, format.lossless() ? "" : "kbps: 128\n"));
        WRITER.write(longer, facts(longer), plan(bare, longer, "Low", null), plain);
        Path target = folder.resolve("over." + format.ending());
        TagPlan plan = TagTransfer.plan(TagReading.of(said), facts(plain), format);
        Proof proof = WRITER.write(plain, facts(plain), plan, target);
        assertThat(proof.holds()).as(proof.different().toString()).isTrue();
        OtherReaders.Tags tags = OtherReaders.tags(target);
        assertThat(tags.said().get(titleAt)).containsExactly("Low title (Low version)");
        assertThat(tags.pictures()).hasSize(1);
        if (tags.said().containsKey("TLEN"))
            assertThat(Integer.parseInt(tags.said().get("TLEN").get(0))).isBetween(5990, 6010);
    }

    @Test
    void a_lossy_master_does_not_become_a_lossless_copy() throws Exception {
        Path mp3 = folder.resolve("lossy.mp3");
        write("promo-mp3", master, "Low", small, mp3);
        assertThatThrownBy(() -> write("store-flac", mp3, "Low", small, folder.resolve("lossy.flac")))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("is lossy");
    }
}
