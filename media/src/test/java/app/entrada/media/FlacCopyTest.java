package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.picture.PictureScaling;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.map.TagSource;
import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jaudiotagger.audio.AudioFileIO;
import org.jaudiotagger.tag.FieldKey;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("E1, E3 Copies are read right by programs that are not ours")
class FlacCopyTest {
    private static final Map<String, String> FACTS = Map.ofEntries(
            Map.entry("title", "Κύμα"),
            Map.entry("version", "Radio Edit"),
            Map.entry("artists", "Mira Tollgate"),
            Map.entry("featured", "Ondřej Žeravý"),
            Map.entry("isrc", "XANW92600044"),
            Map.entry("writers", "Mirabel Tollgate-Osei"),
            Map.entry("barcode", "9521234500315"),
            Map.entry("label", "Ninth Weir Records"),
            Map.entry("releaseDate", "2027-02-12"),
            Map.entry("genre", "Folk"),
            Map.entry("catalogueNumber", "NW-031"));

    @TempDir
    static Path folder;

    private static Path master;
    private static byte[] cover;
    private final CopyWriter writer = new CopyWriter(new Ffmpeg());

    @BeforeAll
    static void a_master_and_a_cover() throws IOException {
        master = folder.resolve("master.wav");
        Synthesiser.write(new Piece(45, 66, 2, true, 4, Piece.Layers.BELLS, 1), master);
        Path jpeg = folder.resolve("cover.jpg");
        CoverDrawing.write(jpeg, 600, 1, CoverDrawing.Style.TIDE, List.of("KYMA"));
        cover = PictureScaling.jpeg(jpeg, 500, 200_000);
    }

    private static Release release() {
        Facts[] facts = {Facts.NONE, Facts.NONE, Facts.NONE, Facts.NONE};
        for (Field<?> field : Fields.all())
            if (field.entity().ordinal() < facts.length
                    && FACTS.containsKey(field.key())
                    && (field.entity() != Entity.RELEASE || !field.key().equals("version")))
                facts[field.entity().ordinal()] =
                        facts[field.entity().ordinal()].withText(field, FACTS.get(field.key()));
        Recording recording = new Recording(1, facts[2], new Work(1, facts[3]));
        return new Release(1, 0, facts[0], List.of(new Track(1, 1, facts[1], recording)));
    }

    private Proof write(String recipe, Path from, Path to) throws IOException {
        AudioFacts measured = AudioMeasuring.measure(from, done -> {});
        Release release = release();
        var source = TagSource.of(release, release.tracks().get(0), Optional.of(measured));
        return writer.write(
                from, measured, TagPlan.of(Recipe.byId(recipe), source, List.of(TagPlan.Embedded.front(cover))), to);
    }

    private static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }

    @Test
    void a_flac_copy_is_proved_and_read_by_three_other_readers() throws Exception {
        Path copy = folder.resolve("copy.flac");
        Proof proof = write("store-flac", master, copy);
        assertThat(proof.different()).isEmpty();
        assertThat(proof.audioAfter()).isEqualTo(proof.audioBefore());
        assertThat(proof.compared()).isEqualTo("decoded samples");

        assertThat(run("flac", "-t", "-s", copy.toString())).doesNotContain("ERROR");
        String tags = run("metaflac", "--export-tags-to=-", "--no-utf8-convert", copy.toString());
        assertThat(tags.lines())
                .contains(
                        "TITLE=Κύμα (Radio Edit)",
                        "VERSION=Radio Edit",
                        "ARTIST=Mira Tollgate",
                        "FEATURED=Ondřej Žeravý",
                        "ISRC=XANW92600044",
                        "BARCODE=9521234500315",
                        "COMPOSER=Mirabel Tollgate-Osei",
                        "TRACKNUMBER=1",
                        "TRACKTOTAL=1",
                        "DATE=2027-02-12");
        assertThat(run("metaflac", "--list", "--block-type=PICTURE", copy.toString()))
                .contains("type: 3 (Cover (front))")
                .contains("width: 500");
        String probed = run(
                "ffprobe",
                "-v",
                "error",
                "-show_entries",
                "format_tags:stream=codec_name,sample_rate",
                copy.toString());
        assertThat(probed)
                .contains(
                        "codec_name=flac",
                        "sample_rate=44100",
                        "TAG:TITLE=Κύμα (Radio Edit)",
                        "TAG:album_artist=Mira Tollgate");

        var read = AudioFileIO.read(copy.toFile());
        assertThat(read.getTag().getFirst(FieldKey.ISRC)).isEqualTo("XANW92600044");
        assertThat(read.getTag().getFirst(FieldKey.CATALOG_NO)).isEqualTo("NW-031");
        assertThat(read.getTag().getFirstArtwork().getBinaryData()).isEqualTo(cover);
    }

    @Test
    void a_wav_copy_is_read_by_another_program_with_its_cover_and_decodes_to_the_same_samples() throws Exception {
        Path copy = folder.resolve("copy.wav");
        assertThat(write("store-wav", master, copy).holds()).isTrue();
        String probed = run("ffprobe", "-v", "error", "-show_entries", "format_tags", copy.toString());
        // INFO is Latin-1 where it can be and silent where not; the whole title stands in `id3 `
        assertThat(probed).contains("originator_reference=XANW92600044").doesNotContain("title=");
        assertThat(OtherReaders.tags(copy).said().get("TIT2")).containsExactly("Κύμα (Radio Edit)");
        assertThat(pcm(copy)).isEqualTo(pcm(master));
    }

    private static String pcm(Path file) throws Exception {
        return run(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-i",
                file.toString(),
                "-map",
                "0:a",
                "-c:a",
                "pcm_s16le",
                "-f",
                "md5",
                "-");
    }

    @Test
    void a_flac_master_becomes_a_flac_copy_with_its_frames_untouched_and_a_wav_copy_with_the_same_samples()
            throws Exception {
        Path flac = folder.resolve("first.flac");
        write("store-flac", master, flac);
        Path again = folder.resolve("again.flac");
        Proof same = write("store-flac", flac, again);
        assertThat(same.compared()).isEqualTo("payload");
        assertThat(same.holds()).isTrue();
        assertThat(write("store-wav", flac, folder.resolve("back.wav")).holds()).isTrue();
        assertThat(AudioMeasuring.measure(folder.resolve("back.wav"), done -> {})
                        .audioSha256())
                .isEqualTo(AudioMeasuring.measure(master, done -> {}).audioSha256());
    }

    @Test
    void a_file_that_is_no_wav_is_refused_by_the_encoder_without_naming_a_path() throws IOException {
        Path text = Files.writeString(folder.resolve("text.wav"), "#EXTM3U\nhttp://127.0.0.1/x");
        assertThatThrownBy(() -> new Ffmpeg()
                        .encode(
                                text,
                                AudioMeasuring.describe(master),
                                Recipe.byId("store-flac").encoding(),
                                folder.resolve("text.flac")))
                .isInstanceOf(IOException.class)
                .hasMessageNotContaining(folder.toString());
    }

    @Test
    void the_same_piece_gives_the_same_bytes() throws IOException {
        Path second = folder.resolve("second.wav");
        Synthesiser.write(new Piece(45, 66, 2, true, 4, Piece.Layers.BELLS, 1), second);
        assertThat(Files.mismatch(master, second)).isEqualTo(-1);
    }
}
