package app.entrada.server.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.entrada.core.sound.SoundDecoder;
import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.media.Ffmpeg;
import app.entrada.server.Client;
import app.entrada.server.InTheStore;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.platform.Settings;
import com.github.kagkarlsson.scheduler.task.Execution;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

@ExtendWith(RunningServer.class)
@DisplayName("P3 A decoder that the system ends, that hangs or is not there says nothing of the master")
class DecoderEndedTest {
    @TempDir
    Path folder;

    private final FileIndex files = RunningServer.bean(FileIndex.class);
    private Sha256 master;

    @BeforeEach
    void a_compressed_master_that_was_measured() throws IOException {
        Path wav = folder.resolve("master.wav");
        Synthesiser.write(new Piece(System.nanoTime(), 96, 2, false, 2, Piece.Layers.BELLS, 0), wav);
        Path mp3 = folder.resolve("master.mp3");
        new Ffmpeg().toPreview(wav, app.entrada.core.container.SoundFormat.WAV, mp3);
        Client manager = RunningServer.signedIn("manager");
        byte[] bytes = Files.readAllBytes(mp3);
        long release = Client.id(manager.draft("single", "Rust and Rope"));
        assertThat(manager.upload("/api/releases/" + release + "/files?name=master.mp3", bytes)
                        .status())
                .isEqualTo(200);
        master = Sha256.of(bytes);
        heard();
    }

    private void heard() {
        ReadyRelease.until(
                () -> file().measured() && file().audio().orElseThrow().sound().isPresent(),
                () -> "it was not heard: " + file());
    }

    private FileIndex.StoredFile file() {
        return files.find(master).orElseThrow();
    }

    private void measure(int failedBefore, SoundDecoder decoder) {
        MeasureWork work = new MeasureWork(
                RunningServer.bean(FileStore.class),
                RunningServer.bean(FileCare.class),
                files,
                RunningServer.bean(JobBoard.class),
                RunningServer.bean(Heard.class),
                RunningServer.bean(Prints.class),
                decoder,
                RunningServer.bean(Settings.class));
        Instant now = Instant.now();
        ExecutionContext context = mock(ExecutionContext.class);
        when(context.getExecution())
                .thenReturn(new Execution(
                        now, new TaskInstance<>("measure", "x"), true, "here", null, null, failedBefore, now, 1));
        work.run(master.hex() + ":0", context);
    }

    private static InputStream endedInTheMiddle() {
        return new ByteArrayInputStream(new byte[800_000]) {
            @Override
            public void close() throws IOException {
                throw new SoundDecoder.Ended("the decoder was ended by the system");
            }
        };
    }

    @Test
    void it_is_tried_again_and_said_only_after_several_times_and_anew_after_the_next_start() {
        InTheStore.unmeasured(master);
        assertThatThrownBy(() -> measure(0, (path, sound) -> endedInTheMiddle()))
                .isInstanceOf(UncheckedIOException.class);
        assertThat(file().measured()).as("it waits to be tried again").isFalse();
        measure(3, (path, sound) -> endedInTheMiddle());
        assertThat(file().problem()).contains(MeasureWork.DECODER_ENDED);
        RunningServer.bean(Remeasuring.class).begin();
        heard();
        assertThat(file().problem()).isEmpty();
    }

    @Test
    void of_a_master_that_became_another_file_it_is_said_that_it_is_damaged() throws IOException {
        InTheStore.unmeasured(master);
        byte[] received = Files.readAllBytes(RunningServer.bean(FileStore.class).path(master));
        InTheStore.overwrite(master, InTheStore.rusted(received));
        measure(3, (path, sound) -> endedInTheMiddle());
        assertThat(file().problem()).contains("it is damaged in the file store");
        measure(3, (path, sound) -> {
            throw new OutOfMemoryError("this master asks for all there is");
        });
        assertThat(file().problem()).contains("it is damaged in the file store");
        assertThat(file().measured()).as("it waits for the same file").isFalse();
        InTheStore.overwrite(master, received);
        assertThat(RunningServer.bean(FileCare.class).isWholeNow(master)).isTrue();
        heard();
    }

    @Test
    void what_could_not_be_heard_without_a_decoder_is_heard_when_there_is_one() {
        InTheStore.unmeasured(master);
        measure(0, SoundDecoder.NONE);
        assertThat(file().measured()).isTrue();
        assertThat(file().problem()).isEmpty();
        assertThat(file().audio().orElseThrow().sound()).isEmpty();
        RunningServer.bean(Remeasuring.class).begin();
        heard();
    }
}
