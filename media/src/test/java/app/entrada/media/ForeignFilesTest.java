package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.release.Release;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.map.TagSource;
import app.entrada.core.text.Sha256;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("G2, E3 Files that other programs left odd are whole all the same: read, told in one line, copied")
class ForeignFilesTest {
    @TempDir
    static Path folder;

    private static byte[] mp3;
    private static byte[] flac;
    private static byte[] wav;

    @BeforeAll
    static void plain_files() throws Exception {
        mp3 = made("plain.mp3", "-c:a", "libmp3lame", "-b:a", "128k", "-id3v2_version", "0", "-write_xing", "1");
        flac = made("plain.flac", "-c:a", "flac");
        wav = made("plain.wav", "-c:a", "pcm_s16le", "-bitexact");
    }

    private static byte[] made(String name, String... how) throws Exception {
        Path file = folder.resolve(name);
        List<String> command = new java.util.ArrayList<>(List.of(
                "ffmpeg",
                "-nostdin",
                "-loglevel",
                "error",
                "-f",
                "lavfi",
                "-i",
                "aevalsrc=0.3*sin(523*2*PI*t)+0.2*sin(t*t*90):s=44100:d=3",
                "-ac",
                "2"));
        command.addAll(List.of(how));
        command.addAll(List.of("-map_metadata", "-1", "-y", file.toString()));
        assertThat(new ProcessBuilder(command).inheritIO().start().waitFor()).isZero();
        return Files.readAllBytes(file);
    }

    private static byte[] latin(String text) {
        return text.getBytes(StandardCharsets.ISO_8859_1);
    }

    private static byte[] joined(byte[]... parts) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (byte[] part : parts) all.writeBytes(part);
        return all.toByteArray();
    }

    private static byte[] old() {
        byte[] tag = new byte[128];
        System.arraycopy(latin("TAGAlmanac"), 0, tag, 0, 10);
        return tag;
    }

    /** A tag of version 2.4 with a title; with a footer when it stands at the end. */
    private static byte[] id3(String title, boolean footer) {
        byte[] text = joined(new byte[] {3}, title.getBytes(StandardCharsets.UTF_8));
        byte[] frame = joined(latin("TIT2"), new byte[] {0, 0, 0, (byte) text.length, 0, 0}, text);
        byte[] sizes = {4, 0, (byte) (footer ? 0x10 : 0), 0, 0, 0, (byte) frame.length};
        byte[] head = joined(latin("ID3"), sizes, frame);
        return footer ? joined(head, latin("3DI"), sizes) : head;
    }

    private static byte[] ape() {
        byte[] item = joined(new byte[] {7, 0, 0, 0, 0, 0, 0, 0}, latin("Title\0Almanac"));
        ByteBuffer footer = ByteBuffer.allocate(32).order(ByteOrder.LITTLE_ENDIAN);
        footer.put(latin("APETAGEX"))
                .putInt(2000)
                .putInt(item.length + 32)
                .putInt(1)
                .putInt(0);
        return joined(item, footer.array());
    }

    private static byte[] lyrics3() {
        String body = "LYRICSBEGIN" + "IND0000200" + "EAR00004Mira";
        return latin(body + "%06dLYRICS200".formatted(body.length()));
    }

    /** The plain MP3 with one more frame claimed than it has: the first one counts itself. */
    private static byte[] countsItself() {
        byte[] bytes = mp3.clone();
        int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("Info");
        if (at < 0) at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("Xing");
        ByteBuffer all = ByteBuffer.wrap(bytes);
        all.putInt(at + 8, all.getInt(at + 8) + 1);
        return bytes;
    }

    private static byte[] withSize(int at, int size) {
        byte[] bytes = wav.clone();
        ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putInt(at, size);
        return bytes;
    }

    private static int dataSizeAt() {
        return new String(wav, StandardCharsets.ISO_8859_1).indexOf("data") + 4;
    }

    static Stream<Arguments> odd() throws Exception {
        plain_files();
        return Stream.of(
                arguments("MP3 whose first frame counts itself", "mp3", countsItself(), "counts itself"),
                arguments(
                        "MP3 with ID3v2.4 at its end", "mp3", joined(mp3, id3("Almanac", true)), "follows the frames"),
                arguments("MP3 with Lyrics3 and the old tag", "mp3", joined(mp3, lyrics3(), old()), ""),
                arguments(
                        "MP3 with APE, Lyrics3, ID3v2 and the old tag",
                        "mp3",
                        joined(mp3, ape(), lyrics3(), id3("Almanac", true), old()),
                        "follows the frames"),
                arguments(
                        "MP3 with zeros behind its frames", "mp3", joined(mp3, new byte[700]), "neither tag nor audio"),
                arguments("WAV with the old tag behind its form", "wav", joined(wav, old()), "ID3v1"),
                arguments(
                        "WAV with garbage behind its form",
                        "wav",
                        joined(wav, new byte[] {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12}),
                        "not a chunk"),
                arguments(
                        "WAV with words behind its form",
                        "wav",
                        joined(wav, latin("left by a recorder, twice")),
                        "not a chunk"),
                arguments("WAV whose form claims too little", "wav", withSize(4, 44), "claims a form of"),
                arguments("WAV whose form claims too much", "wav", withSize(4, 900_000), "claims a form of"),
                arguments("WAV written to a pipe", "wav", withSize(dataSizeAt(), -1), "never filled in"),
                arguments("WAV whose recorder was switched off", "wav", withSize(dataSizeAt(), 0), "never filled in"),
                arguments("FLAC behind an ID3v2 tag", "flac", joined(id3("Almanac", false), flac), "is in front"),
                arguments("FLAC with the old tag behind it", "flac", joined(flac, old()), "follows the frames"));
    }

    private static byte[] plain(String ending) {
        return ending.equals("mp3") ? mp3 : ending.equals("flac") ? flac : wav;
    }

    private static Sha256 decoded(Path file) throws IOException {
        AudioFacts facts = AudioMeasuring.describe(file);
        return new Ffmpeg().decoded(file, facts.format(), 16);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("odd")
    void it_is_read_told_and_copied_with_its_sound(String what, String ending, byte[] bytes, String told)
            throws IOException {
        Path file = Files.write(folder.resolve("odd." + ending), bytes);
        Path whole = Files.write(folder.resolve("whole." + ending), plain(ending));
        AudioFacts facts = AudioMeasuring.measure(file, new Ffmpeg(), done -> {}, List.of())
                .facts();
        AudioFacts wanted = AudioMeasuring.describe(whole);
        assertThat(facts.faults()).isEmpty();
        assertThat(facts.format()).isEqualTo(wanted.format());
        assertThat(facts.samples()).isEqualTo(wanted.samples());
        // the frame that counts is one of those that are hashed
        if (!told.equals("counts itself"))
            assertThat(facts.audioSha256())
                    .as("nothing but sound is counted as sound")
                    .isEqualTo(wanted.audioSha256());
        if (!told.isEmpty())
            assertThat(TagReading.of(file).faults())
                    .anySatisfy(fault -> assertThat(fault.what()).contains(told));
        String recipe = ending.equals("mp3") ? "promo-mp3" : ending.equals("flac") ? "store-flac" : "store-wav";
        Path copy = folder.resolve("copy." + ending);
        Release release = EveryContainerTest.release("Low");
        TagPlan plan = TagPlan.of(
                Recipe.byId(recipe), TagSource.of(release, release.tracks().get(0), Optional.of(facts)), List.of());
        Proof proof = new CopyWriter(new Ffmpeg()).write(file, facts, plan, copy);
        assertThat(proof.holds()).as(proof.different().toString()).isTrue();
        // where the count of frames is untouched, a decoder cuts the end off where it did before
        assertThat(decoded(copy)).isEqualTo(decoded(told.equals("counts itself") ? file : whole));
        TagReading again = TagReading.of(copy);
        assertThat(again.sound().notes())
                .as("the copy is in order")
                .allSatisfy(note -> assertThat(note.what()).contains("counts itself"));
    }

    @Test
    void frames_of_three_letters_and_a_blank_do_not_end_the_reading() throws IOException {
        byte[] odd = joined(latin("TST "), new byte[] {0, 0, 0, 5, 0, 0, 0}, latin("Low,"));
        byte[] text = joined(new byte[] {0}, latin("Almanac"));
        byte[] title = joined(latin("TIT2"), new byte[] {0, 0, 0, (byte) text.length, 0, 0}, text);
        byte[] tag =
                joined(latin("ID3"), new byte[] {3, 0, 0, 0, 0, 0, (byte) (odd.length + title.length)}, odd, title);
        Path file = Files.write(folder.resolve("three.mp3"), joined(tag, mp3));
        TagReading reading = TagReading.of(file);
        assertThat(reading.unread()).isEmpty();
        assertThat(reading.entries())
                .anySatisfy(entry -> {
                    assertThat(entry.id()).isEqualTo("TIT2");
                    assertThat(entry.values()).containsExactly("Almanac");
                })
                .anySatisfy(entry -> assertThat(entry.id()).isEqualTo("TSOT"));
    }
}
