package app.entrada.server.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileDescription;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.platform.Settings;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("G4 Sound that cannot be compared yet is compared later, and is never called damaged for that")
class ComparedLaterTest {
    private static ConfigurableApplicationContext server;
    private static JdbcClient jdbc;
    private static FileIndex files;

    @TempDir
    private Path folder;

    @BeforeAll
    static void begin() {
        server = RunningServer.apart();
        jdbc = server.getBean(JdbcClient.class);
        files = server.getBean(FileIndex.class);
    }

    @AfterAll
    static void end() {
        server.close();
    }

    /** A print of chance, a minute long. */
    private static Print print(long seed) {
        SplittableRandom chance = new SplittableRandom(seed);
        int frames = (int) (60 * Print.FRAMES_A_SECOND);
        int[] peaks = new int[60 * 18];
        for (int i = 0; i < peaks.length; i++) peaks[i] = chance.nextInt(frames) << 10 | chance.nextInt(900);
        Arrays.sort(peaks);
        byte[] picture = new byte[frames / Print.FRAMES_A_STEP * Print.BANDS];
        for (int i = 0; i < picture.length; i++) picture[i] = (byte) (-60 + chance.nextInt(40));
        return new Print(frames, peaks, picture);
    }

    /** A file whose sound was heard but not compared. */
    private static Sha256 heard(long number, Print print) {
        Sha256 file = Sha256.of(("heard " + number).getBytes(StandardCharsets.UTF_8));
        jdbc.sql("INSERT INTO file (sha256, bytes, kind, measured) VALUES (?, 1, 'audio', false)")
                .param(file.hex())
                .update();
        files.heard(file, new byte[0], print.bytes());
        return file;
    }

    /** The index of another node on the same database. */
    private Prints anotherNode(Path place) {
        Settings settings = mock();
        when(settings.var()).thenReturn(place);
        return new Prints(jdbc, server.getBean(JsonMapper.class), settings);
    }

    private static boolean isCompared(Sha256 file) {
        return files.find(file).orElseThrow().compared();
    }

    @Test
    @Timeout(60)
    void an_index_that_somebody_else_holds_leaves_it_to_him() {
        Sha256 one = heard(1, print(1));
        Sha256 other = heard(2, print(1));
        Prints prints = server.getBean(Prints.class);
        while (!prints.catchUp()) Thread.onSpinWait();
        Prints without = anotherNode(server.getBean(Settings.class).var());
        assertThat(without.catchUp()).isFalse();
        assertThat(without.isUsable()).isFalse();
        assertThat(without.compare(other, print(1))).isFalse();
        assertThat(isCompared(other)).isFalse();
        assertThat(files.find(other).orElseThrow().problem()).isEmpty();

        // once it has been measured, the node that has the index compares it by itself
        files.measured(one, null, null, null);
        files.measured(other, null, null, null);
        while (!isCompared(other)) LockSupport.parkNanos(20_000_000);
        assertThat(prints.alike(List.of(other)).getOrDefault(other, List.of()))
                .extracting(Prints.Alike::file)
                .contains(one);
    }

    @Test
    void nobody_waits_while_much_is_to_be_added() throws Exception {
        jdbc.sql("""
                        INSERT INTO file (sha256, bytes, kind, measured, print, print_order, print_transaction)
                        SELECT encode(sha256(n::text::bytea), 'hex'), 1, 'audio', true, :print, nextval('print_order'),
                            pg_current_xact_id() FROM generate_series(1, 450) n""").param("print", print(7).bytes()).update();
        Print late = print(8);
        Sha256 asked = heard(3, late);
        Prints fresh = anotherNode(folder);
        assertThat(fresh.compare(asked, late)).isFalse();
        assertThat(fresh.isUsable()).isTrue();
        int parts = 0;
        while (!fresh.catchUp()) parts++;
        assertThat(parts).isBetween(1, 4);
        assertThat(fresh.compare(asked, late)).isTrue();
        fresh.close();
    }

    @Test
    void what_is_not_compared_is_said() {
        Sha256 name = Sha256.of(new byte[0]);
        AudioFacts facts = new AudioFacts(
                SoundFormat.WAV, SoundCodec.PCM, 44100, 16, 2, 44100, 176444, name, name, Optional.empty(), List.of());
        FileIndex.StoredFile sound = new FileIndex.StoredFile(
                name, 176444, FileKind.AUDIO, true, false, Optional.of(facts), Optional.empty(), Optional.empty());
        assertThat(FileDescription.says(sound)).endsWith("stereo, 0:01, not yet compared with known audio");
    }
}
