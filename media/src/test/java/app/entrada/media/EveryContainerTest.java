package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.ChecksumList;
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
import app.entrada.core.text.Sha256;
import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jaudiotagger.audio.AudioFileIO;
import org.jaudiotagger.tag.FieldKey;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("E1 Every fact in every container and script, as other programs read it")
class EveryContainerTest {
    private static final Map<String, String> SCRIPTS = Map.of(
            "Latin", "Žeravý été",
            "Greek", "Κύμα στην όχθη",
            "Japanese", "夜の岸",
            "emoji", "Tide 🌊 Table",
            "right to left", "שפל המים");

    /** Place of each fact, by the container's own ids as the other library names them; \1 is the text of the script. */
    private static final Map<String, Map<String, List<String>>> EXPECTED = Map.of(
            "2.4",
                    Map.ofEntries(
                            Map.entry("TIT2", List.of("\1 title (\1 version)")),
                            Map.entry("TIT3", List.of("\1 version")),
                            Map.entry("TPE1", List.of("\1 singer")),
                            Map.entry("TXXX:FEATURED", List.of("\1 guest")),
                            Map.entry("TPE2", List.of("\1 singer")),
                            Map.entry("TPE4", List.of("\1 remixer")),
                            Map.entry("TALB", List.of("\1 release")),
                            Map.entry("TRCK", List.of("1/1")),
                            Map.entry("TCOM", List.of("\1 composer")),
                            Map.entry("TEXT", List.of("\1 author")),
                            Map.entry("TMCL", List.of("piano", "\1 pianist", "guitar", "\1 pianist")),
                            Map.entry("TIPL", List.of("producer", "\1 producer")),
                            Map.entry("TSRC", List.of("XANW92600044")),
                            Map.entry("TXXX:BARCODE", List.of("9521234500315")),
                            Map.entry("TXXX:CATALOGNUMBER", List.of("NW-031")),
                            Map.entry("TPUB", List.of("\1 label")),
                            Map.entry("TCOP", List.of("2027 \1 owner")),
                            Map.entry("TPRO", List.of("2027 \1 owner")),
                            Map.entry("TDRL", List.of("2027-02-12")),
                            Map.entry("TDOR", List.of("2019")),
                            Map.entry("TDRC", List.of("2018-11-05")),
                            Map.entry("TCON", List.of("Folk", "Chamber")),
                            Map.entry("TLAN", List.of("eng")),
                            Map.entry("TMOO", List.of("wistful", "bright")),
                            Map.entry("TKEY", List.of("F#m")),
                            Map.entry("TBPM", List.of("66")),
                            Map.entry("TLEN", List.of("4000")),
                            Map.entry("USLT::eng", List.of("\1 line one\n\1 line two")),
                            Map.entry("USLT::ell", List.of("γραμμή")),
                            Map.entry("WOAR", List.of("https://weir.example/a", "https://weir.example/b"))),
            "2.3",
                    Map.ofEntries(
                            Map.entry("TIT2", List.of("\1 title (\1 version)")),
                            Map.entry("TPE1", List.of("\1 singer")),
                            Map.entry("TXXX:FEATURED", List.of("\1 guest")),
                            Map.entry("TALB", List.of("\1 release")),
                            Map.entry("TCOM", List.of("\1 composer")),
                            Map.entry(
                                    "IPLS",
                                    List.of("piano", "\1 pianist", "guitar", "\1 pianist", "producer", "\1 producer")),
                            Map.entry("TSRC", List.of("XANW92600044")),
                            Map.entry("TXXX:BARCODE", List.of("9521234500315")),
                            Map.entry("TCOP", List.of("2027 \1 owner")),
                            Map.entry("TORY", List.of("2019")),
                            Map.entry("TYER", List.of("2018")),
                            Map.entry("TDAT", List.of("0511")),
                            Map.entry("USLT::eng", List.of("\1 line one\n\1 line two")),
                            Map.entry("TCON", List.of("Folk/Chamber"))),
            "Vorbis",
                    Map.ofEntries(
                            Map.entry("TITLE", List.of("\1 title (\1 version)")),
                            Map.entry("ARTIST", List.of("\1 singer")),
                            Map.entry("FEATURED", List.of("\1 guest")),
                            Map.entry("ALBUMARTIST", List.of("\1 singer")),
                            Map.entry("REMIXER", List.of("\1 remixer")),
                            Map.entry("ALBUM", List.of("\1 release")),
                            Map.entry("TRACKNUMBER", List.of("1")),
                            Map.entry("TRACKTOTAL", List.of("1")),
                            Map.entry("COMPOSER", List.of("\1 composer")),
                            Map.entry("LYRICIST", List.of("\1 author")),
                            Map.entry("PERFORMER", List.of("\1 pianist (piano)", "\1 pianist (guitar)")),
                            Map.entry("PRODUCER", List.of("\1 producer")),
                            Map.entry("ISRC", List.of("XANW92600044")),
                            Map.entry("BARCODE", List.of("9521234500315")),
                            Map.entry("LABEL", List.of("\1 label")),
                            Map.entry("COPYRIGHT", List.of("2027 \1 owner")),
                            Map.entry("DATE", List.of("2027-02-12")),
                            Map.entry("ORIGINALDATE", List.of("2019")),
                            Map.entry("GENRE", List.of("Folk", "Chamber")),
                            Map.entry("MOOD", List.of("wistful", "bright")),
                            Map.entry("LYRICS", List.of("\1 line one\n\1 line two", "γραμμή"))),
            "ilst",
                    Map.ofEntries(
                            Map.entry("©nam", List.of("\1 title (\1 version)")),
                            Map.entry("©ART", List.of("\1 singer")),
                            Map.entry("----:app.entrada:FEATURED", List.of("\1 guest")),
                            Map.entry("aART", List.of("\1 singer")),
                            Map.entry("©alb", List.of("\1 release")),
                            Map.entry("trkn", List.of("1/1")),
                            Map.entry("©wrt", List.of("\1 composer")),
                            Map.entry("©day", List.of("2027-02-12")),
                            Map.entry("cprt", List.of("2027 \1 owner")),
                            Map.entry("tmpo", List.of("66")),
                            Map.entry("©gen", List.of("Folk; Chamber")),
                            Map.entry("----:app.entrada:ISRC", List.of("XANW92600044")),
                            Map.entry("----:app.entrada:BARCODE", List.of("9521234500315"))));

    @TempDir
    static Path folder;

    private static Path master;
    private static AudioFacts facts;
    private static byte[] cover;
    private static Sha256 coverSum;

    @BeforeAll
    static void a_master_and_a_cover() throws IOException {
        master = folder.resolve("master.wav");
        Synthesiser.write(new Piece(45, 66, 2, true, 4, Piece.Layers.BELLS, 1), master);
        facts = AudioMeasuring.measure(master, done -> {});
        Path jpeg = folder.resolve("cover.jpg");
        CoverDrawing.write(jpeg, 600, 1, CoverDrawing.Style.TIDE, List.of("KYMA"));
        cover = PictureScaling.jpeg(jpeg, 500, 200_000);
        coverSum = ChecksumList.sum(Files.write(folder.resolve("small.jpg"), cover));
    }

    static Stream<Arguments> recipesAndScripts() {
        List<Arguments> all = new ArrayList<>();
        for (String recipe : List.of(
                "store-wav",
                "store-flac",
                "store-aiff",
                "promo-mp3",
                "sync-mp3",
                "promo-m4a",
                "promo-ogg",
                "promo-opus")) for (String script : SCRIPTS.keySet()) all.add(Arguments.of(recipe, script));
        return all.stream();
    }

    static Release release(String text) {
        Map<String, String> given = new LinkedHashMap<>();
        given.put("track.title", "\1 title");
        given.put("track.version", "\1 version");
        given.put("release.artists", "\1 singer");
        given.put("track.featured", "\1 guest");
        given.put("release.title", "\1 release");
        given.put("release.label", "\1 label");
        given.put("release.barcode", "9521234500315");
        given.put("release.catalogueNumber", "NW-031");
        given.put("release.releaseDate", "2027-02-12");
        given.put("release.originalDate", "2019");
        given.put("release.genre", "Folk; Chamber");
        given.put("release.language", "en");
        given.put("release.pLine", "2027 \1 owner");
        given.put("release.cLine", "2027 \1 owner");
        given.put("release.links", "https://weir.example/a https://weir.example/b");
        given.put("recording.isrc", "XANW92600044");
        given.put("recording.recordedOn", "2018-11-05");
        given.put("recording.moods", "wistful; bright");
        given.put("recording.key", "F#m");
        given.put("recording.tempo", "66");
        given.put("recording.credits", "\1 pianist: piano, guitar; \1 producer: producer; \1 remixer: remixer");
        given.put("work.writers", "\1 composer: C; \1 author: A");
        given.put("work.lyrics", "[en]\n\1 line one\n\1 line two\n\n[el]\nγραμμή");
        Facts[] of = {Facts.NONE, Facts.NONE, Facts.NONE, Facts.NONE};
        for (Field<?> field : Fields.all())
            if (field.entity() != Entity.PARTY && given.containsKey(field.id()))
                of[field.entity().ordinal()] = of[field.entity().ordinal()].withText(
                        field, given.get(field.id()).replace("\1", text));
        Recording recording = new Recording(1, of[2], new Work(1, of[3]));
        return new Release(1, 0, of[0], List.of(new Track(1, 1, of[1], recording)));
    }

    @ParameterizedTest(name = "{0} in {1}")
    @MethodSource("recipesAndScripts")
    void is_read_right_by_three_other_readers(String recipe, String script) throws Exception {
        String text = SCRIPTS.get(script);
        Release release = release(text);
        TagPlan plan = TagPlan.of(
                Recipe.byId(recipe),
                TagSource.of(release, release.tracks().get(0), Optional.of(facts)),
                List.of(TagPlan.Embedded.front(cover)));
        Path copy = folder.resolve(
                "copy-" + recipe + "." + plan.recipe().encoding().format().ending());
        Proof proof = new CopyWriter(new Ffmpeg()).write(master, facts, plan, copy);
        assertThat(proof.different()).isEmpty();
        assertThat(proof.holds()).isTrue();

        OtherReaders.Tags tags = OtherReaders.tags(copy);
        String container = tags.version() != null ? tags.version() : recipe.equals("promo-m4a") ? "ilst" : "Vorbis";
        // the library tells what 2.3 joined by strokes apart again, in some frames
        EXPECTED.get(container).forEach((id, values) -> {
            List<String> wanted =
                    values.stream().map(value -> value.replace("\1", text)).toList();
            assertThat(String.join("/", tags.said().getOrDefault(id, List.of())))
                    .as(id)
                    .isEqualTo(String.join("/", wanted));
        });
        assertThat(tags.pictures()).containsEntry(3, coverSum.hex());
        assertThat(tags.seconds()).isBetween(3.99, 4.05);

        Map<String, String> probed = OtherReaders.probed(copy);
        // of a WAV that program reads INFO only, which leaves out what Latin-1 does not hold
        if (!recipe.equals("store-wav")) {
            assertThat(probed.get("title")).isEqualTo(text + " title (" + text + " version)");
            assertThat(probed.get("album")).isEqualTo(text + " release");
        } else assertThat(probed).doesNotContainKey("title");

        if (!recipe.equals("promo-opus") && !recipe.equals("store-aiff")) {
            var tag = AudioFileIO.read(copy.toFile()).getTag();
            assertThat(tag.getFirst(FieldKey.TITLE)).isEqualTo(text + " title (" + text + " version)");
            // that program looks for free items of an MP4 file under one maker's names only
            if (!recipe.equals("promo-m4a"))
                assertThat(tag.getFirst(FieldKey.ISRC)).isEqualTo("XANW92600044");
        }
        // that program takes a character beyond the first 65,536 in UTF-16 for two
        boolean exif = !recipe.startsWith("store-") && !(script.equals("emoji") && "2.3".equals(tags.version()));
        if (exif) assertThat(OtherReaders.exif(copy, "Title")).contains(text + " title");
    }
}
