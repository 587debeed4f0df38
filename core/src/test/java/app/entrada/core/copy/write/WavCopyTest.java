package app.entrada.core.copy.write;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.container.Wav;
import app.entrada.core.copy.plan.Comparison;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Encoding;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.release.Release;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import app.entrada.core.tag.id3.Id3Version;
import app.entrada.core.tag.map.TagSource;
import app.entrada.core.text.Sha256;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.jaudiotagger.audio.AudioFileIO;
import org.jaudiotagger.tag.FieldKey;
import org.jaudiotagger.tag.wav.WavTag;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("E1–E3 A tagged WAV says what the release says and sounds like the master")
class WavCopyTest {
    private static final Transcoder NONE = new Transcoder() {
        @Override
        public void encode(Path source, AudioFacts master, Encoding to, Path target) throws IOException {
            throw new IOException("not here");
        }

        @Override
        public Sha256 decoded(Path file, SoundFormat kind, int bits) throws IOException {
            throw new IOException("not here");
        }
    };

    @TempDir
    Path folder;

    private Path master;
    private final CopyWriter writer = new CopyWriter(NONE);
    private final Release release = Samples.single()
            .with("track.title", "Κύμα – Žeravý")
            .with("track.version", "Radio Edit")
            .with("track.featured", "Ondřej Žeravý")
            .release();

    @BeforeEach
    void a_master_with_history() throws IOException {
        byte[] id3 = Id3.write(
                Id3Version.V24,
                List.of(
                        TagEntry.text(Container.ID3, "TIT2", List.of("final mix 3")),
                        TagEntry.text(Container.ID3, "TENC", List.of("somebody"))));
        master = Files.write(
                folder.resolve("master.wav"),
                new Wav()
                        .format(2, 44100, 16)
                        .chunk("cue ", new byte[28])
                        .tone(5001, 0.5)
                        .chunk("iXML", "<BWFXML/>".getBytes(UTF_8))
                        .chunk("id3 ", id3)
                        .bytes());
    }

    private AudioFacts facts() throws IOException {
        return AudioMeasuring.measure(master, done -> {});
    }

    private TagPlan plan() throws IOException {
        return TagPlan.of(
                Recipe.byId("store-wav"),
                TagSource.of(release, release.tracks().get(0), Optional.of(facts())),
                List.of());
    }

    @Test
    void all_is_read_back_as_planned_and_the_audio_is_the_same_bit_for_bit() throws IOException {
        byte[] before = Files.readAllBytes(master);
        Path copy = folder.resolve("copy.wav");
        Proof proof = writer.write(master, facts(), plan(), copy);
        assertThat(proof.different()).isEmpty();
        assertThat(proof.holds()).isTrue();
        assertThat(proof.fields()).isGreaterThan(25);
        assertThat(proof.audioBefore()).isEqualTo(proof.audioAfter());
        assertThat(Files.readAllBytes(master)).isEqualTo(before);
        assertThat(AudioMeasuring.measure(copy, done -> {}).faults()).isEmpty();
        assertThat(folder.toFile().listFiles())
                .extracting(File::getName)
                .containsExactlyInAnyOrder("master.wav", "copy.wav");
    }

    @Test
    void another_program_s_reader_finds_the_same_facts() throws Exception {
        Path copy = folder.resolve("copy.wav");
        writer.write(master, facts(), plan(), copy);
        WavTag tag = (WavTag) AudioFileIO.read(copy.toFile()).getTag();
        var id3 = tag.getID3Tag();
        assertThat(id3.getFirst(FieldKey.TITLE)).isEqualTo("Κύμα – Žeravý (Radio Edit)");
        assertThat(id3.getFirst(FieldKey.ALBUM)).isEqualTo("Slack Water");
        assertThat(id3.getFirst(FieldKey.ISRC)).isEqualTo("XANW92600031");
        assertThat(id3.getAll(FieldKey.ARTIST)).containsExactly("The Paper Ferrymen");
        assertThat(id3.getFirst(FieldKey.BARCODE)).isEqualTo("9521234500292");
        // that reader keeps the terminator, which the format counts; Greek has no place there
        assertThat(tag.getInfoTag().getFirst(FieldKey.ALBUM).replace("\0", "")).isEqualTo("Slack Water");
        assertThat(tag.getInfoTag().getFirst(FieldKey.TITLE)).isEmpty();
    }

    @Test
    void unknown_chunks_and_foreign_frames_are_kept_and_old_titles_are_not() throws IOException {
        Path copy = folder.resolve("copy.wav");
        writer.write(master, facts(), plan(), copy);
        TagReading reading = TagReading.of(copy);
        assertThat(reading.blocks())
                .extracting(TagReading.Block::kind)
                .containsExactly("bext", "cue points", "iXML", "ID3v2", "axml", "RIFF INFO");
        assertThat(reading.entries()).anySatisfy(entry -> assertThat(entry.id()).isEqualTo("TENC"));
        assertThat(reading.entries())
                .noneSatisfy(entry -> assertThat(entry.values()).contains("final mix 3"));
    }

    @Test
    void somebody_else_s_axml_document_stays_and_the_proof_says_what_was_left_out() throws IOException {
        byte[] foreign = "<ebuCoreMain><audioFormatExtended/></ebuCoreMain>".getBytes(UTF_8);
        master = Files.write(
                folder.resolve("adm.wav"),
                new Wav()
                        .format(2, 44100, 16)
                        .chunk("axml", foreign)
                        .tone(500, 0.5)
                        .bytes());
        Path copy = folder.resolve("copy.wav");
        Proof proof = writer.write(master, facts(), plan(), copy);
        assertThat(proof.holds()).isTrue();
        // each container once, with all that it has no room for
        assertThat(proof.dropped()).anyMatch(left -> left.matches("axml cannot hold: (.*, )?ISRC(,.*)?"));
        assertThat(proof.dropped().stream().map(left -> left.replaceFirst(" cannot.*", "")))
                .doesNotHaveDuplicates();
        assertThat(Files.readAllBytes(copy)).containsSequence(foreign);
    }

    @Test
    void the_comparison_says_what_is_there_what_comes_what_is_kept_and_what_cannot_be_held() throws IOException {
        List<Comparison.ComparedTag> lines =
                Comparison.of(TagReading.of(master).entries(), plan()).lines();
        assertThat(lines).anySatisfy(line -> {
            assertThat(line.id()).isEqualTo("TIT2");
            assertThat(line.state()).isEqualTo(Comparison.TagState.REPLACED);
            assertThat(line.now()).containsExactly("final mix 3");
        });
        assertThat(lines).anySatisfy(line -> {
            assertThat(line.id()).isEqualTo("TENC");
            assertThat(line.state()).isEqualTo(Comparison.TagState.FOREIGN);
        });
        assertThat(lines)
                .filteredOn(line -> line.state() == Comparison.TagState.CANNOT)
                .extracting(Comparison.ComparedTag::fact)
                .contains("ISRC", "Barcode", "P-line", "Composers");
    }

    @Test
    void a_damaged_master_is_refused_and_nothing_is_left_behind() throws IOException {
        byte[] whole = Files.readAllBytes(master);
        master = Files.write(folder.resolve("cut.wav"), java.util.Arrays.copyOf(whole, 9000));
        Path copy = folder.resolve("copy.wav");
        assertThatThrownBy(() -> writer.write(master, facts(), plan(), copy)).hasMessageContaining("damaged");
        assertThat(copy).doesNotExist();
        assertThat(folder.toFile().listFiles())
                .noneSatisfy(file -> assertThat(file.getName()).endsWith(".part"));
    }

    @Test
    void a_master_is_never_overwritten() {
        assertThatThrownBy(() -> writer.write(master, facts(), plan(), master)).hasMessageContaining("overwrite");
    }

    @Test
    void a_copy_is_stale_when_a_fact_changes_and_only_then() throws IOException {
        Sha256 now = plan().fingerprint(facts().fileSha256());
        assertThat(plan().fingerprint(facts().fileSha256())).isEqualTo(now);
        Release other = Samples.single().with("track.title", "Low Water").release();
        TagPlan changed = TagPlan.of(
                Recipe.byId("store-wav"), TagSource.of(other, other.tracks().get(0), Optional.of(facts())), List.of());
        assertThat(changed.fingerprint(facts().fileSha256())).isNotEqualTo(now);
    }

    @Test
    void file_names_follow_the_recipe() throws IOException {
        assertThat(plan().fileName()).isEqualTo("01 Κύμα – Žeravý (Radio Edit).wav");
    }
}
