package app.entrada.server.sound;

import static app.entrada.server.InTheStore.overwrite;
import static app.entrada.server.InTheStore.rusted;
import static app.entrada.server.InTheStore.unmeasured;
import static app.entrada.server.ReadyRelease.until;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName(
        "A master that cannot be measured stops its release, and nothing is noted of bytes that are not those received")
class UnreadMasterTest {
    @TempDir
    Path folder;

    private final Client manager = RunningServer.signedIn("manager");
    private final FileIndex files = RunningServer.bean(FileIndex.class);
    private final long release = Client.id(manager.draft("single", "Rust on the Sluice"));

    private Sha256 dropped(byte[] bytes) {
        Client.Answer answer = manager.upload("/api/releases/" + release + "/files?name=master.wav", bytes);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return Sha256.of(bytes);
    }

    /** Sound that no other test has: so short a piece is often the same for another seed, but for its last sample. */
    private byte[] wav(long seed) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Synthesiser.write(new Piece(seed, 96, 2, false, 1.2, Piece.Layers.BELLS, 0), wav);
        byte[] bytes = Files.readAllBytes(wav);
        ByteBuffer.wrap(bytes).putInt(bytes.length - Integer.BYTES, (int) seed);
        return bytes;
    }

    private String damaged() {
        for (JsonNode finding : manager.get("/api/releases/" + release).json().path("findings"))
            if (finding.path("rule").asString().equals("audio.damaged"))
                return finding.path("weight").asString() + ": "
                        + finding.path("says").asString();
        return "";
    }

    private FileIndex.StoredFile entry(Sha256 file) {
        return files.find(file).orElseThrow();
    }

    private String hindrances(String destination) {
        for (JsonNode each :
                manager.get("/api/releases/" + release + "/deliveries").json())
            if (each.path("id").asString().equals(destination))
                return each.path("preview").path("hindrances").toString();
        throw new AssertionError("no destination " + destination);
    }

    private String mark(long of, String destination) {
        for (JsonNode each :
                manager.get("/api/releases/" + of).json().path("head").path("marks"))
            if (each.path("destination").asString().equals(destination))
                return each.path("says").asString();
        throw new AssertionError("no mark of " + destination);
    }

    private Client.Answer sent(String destination) {
        return manager.post(
                "/api/releases/" + release + "/deliveries",
                Map.of("destination", destination, "declaresRights", true, "password", RunningServer.PASSWORD));
    }

    @Test
    void nothing_goes_out_while_it_is_not_known_what_a_master_holds() throws Exception {
        Sha256 file = dropped(wav(System.nanoTime()));
        assertThat(manager.destinations(release, "lumenfold; ostra").status()).isEqualTo(200);
        unmeasured(file);
        // a society gets no copy of the master, but its length; a store gets both
        for (String each : List.of("ostra", "lumenfold")) {
            assertThat(hindrances(each))
                    .contains("MEASURING", "still being measured")
                    .as("what is not known yet is not told as missing")
                    .doesNotContain("COPIES");
            assertThat(sent(each).problem()).isEqualTo("not-ready");
            assertThat(sent(each).text()).contains("still being measured");
        }
        RunningServer.bean(MeasureWork.class).measure(entry(file));
        for (String each : List.of("ostra", "lumenfold"))
            assertThat(hindrances(each)).doesNotContain("MEASURING");
        assertThat(hindrances("lumenfold")).contains("COPIES");
    }

    @Test
    void what_is_ready_is_not_called_so_while_its_master_is_being_measured() throws Exception {
        long ready = ReadyRelease.make(manager, "Paddle and Pawl");
        manager.destinations(ready, "commonshelf");
        assertThat(mark(ready, "commonshelf")).isEqualTo("ready");
        Sha256 master = new Sha256(manager.get("/api/releases/" + ready)
                .json()
                .path("rows")
                .path(1)
                .path("master")
                .path("sha256")
                .asString());
        unmeasured(master);
        assertThat(mark(ready, "commonshelf")).isEqualTo("being measured");
        assertThat(board(ready, "commonshelf")).isEqualTo("measuring");
        RunningServer.bean(MeasureWork.class).measure(entry(master));
        assertThat(mark(ready, "commonshelf")).isEqualTo("ready");
        assertThat(board(ready, "commonshelf")).isEqualTo("ready");
    }

    /** How ready a release is for a destination, on the board. */
    private String board(long release, String destination) {
        for (JsonNode each :
                manager.get("/api/releases/" + release + "/readiness").json().path("destinations"))
            if (each.path("id").asString().equals(destination))
                return each.path("readiness").asString();
        return "";
    }

    @Test
    void what_begins_like_sound_and_holds_none_stops() {
        byte[] shell = new byte[400];
        System.arraycopy("RIFF".getBytes(StandardCharsets.US_ASCII), 0, shell, 0, 4);
        shell[4] = (byte) 0x88;
        shell[5] = 1;
        System.arraycopy("WAVEjunk".getBytes(StandardCharsets.US_ASCII), 0, shell, 8, 8);
        shell[399] = (byte) System.nanoTime();
        Sha256 file = dropped(shell);
        until(() -> entry(file).measured(), () -> "not measured");
        assertThat(entry(file).audio()).isEmpty();
        assertThat(damaged())
                .startsWith("stop: The master of “Rust on the Sluice”")
                .contains("Ask for the file again");
    }

    @Test
    void one_that_is_cut_off_before_it_is_measured_is_measured_when_it_comes_again() throws Exception {
        byte[] wav = wav(System.nanoTime());
        Sha256 file = dropped(wav);
        unmeasured(file);
        overwrite(file, java.util.Arrays.copyOf(wav, 30));
        RunningServer.bean(MeasureWork.class).measure(entry(file));
        assertThat(entry(file).measured()).isFalse();
        assertThat(damaged())
                .isEqualTo(
                        "stop: The master of “Rust on the Sluice” is damaged: it is damaged in the file store. Ask for the file again.");
        dropped(wav);
        until(() -> entry(file).audio().isPresent(), () -> "not measured after it came again: " + entry(file));
        assertThat(damaged()).isEmpty();
    }

    @Test
    void one_that_rusts_before_it_is_measured_is_measured_when_its_place_is_mended() throws Exception {
        byte[] wav = wav(System.nanoTime());
        Sha256 file = dropped(wav);
        unmeasured(file);
        overwrite(file, rusted(wav));
        RunningServer.bean(MeasureWork.class).measure(entry(file));
        assertThat(entry(file).audio()).as("what was heard is not this file").isEmpty();
        assertThat(damaged()).contains("it is damaged in the file store");
        overwrite(file, wav);
        assertThat(RunningServer.bean(FileCare.class).isWholeNow(file)).isTrue();
        until(() -> entry(file).audio().isPresent(), () -> "not measured after it was mended: " + entry(file));
        assertThat(damaged()).isEmpty();
    }

    @Test
    void one_that_is_gone_before_it_is_measured_is_missing() throws Exception {
        Sha256 file = dropped(wav(System.nanoTime()));
        unmeasured(file);
        Files.delete(RunningServer.bean(FileStore.class).path(file));
        RunningServer.bean(MeasureWork.class).measure(entry(file));
        assertThat(damaged()).contains("it is missing from the file store");
    }
}
