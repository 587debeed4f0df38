package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("A full disk says that it is full, that nothing was lost and what to do")
class DiskFullTest {
    @TempDir
    Path store;

    /** What this machine's system says when a disk is full: its device that always is. */
    private static IOException asTheSystemSaysIt() {
        try (FileChannel full = FileChannel.open(Path.of("/dev/full"), StandardOpenOption.WRITE)) {
            full.write(ByteBuffer.wrap(new byte[1]));
            throw new AssertionError("there was room");
        } catch (IOException full) {
            return full;
        }
    }

    @Test
    void it_is_found_however_deep_it_lies() {
        assertThat(DiskFull.in(asTheSystemSaysIt(), store))
                .hasValueSatisfying(says -> assertThat(says)
                        .startsWith("No space left on the disk of the file store. Nothing was lost; free ")
                        .containsPattern("free [0-9,]+ MB"));
        assertThat(DiskFull.in(
                        new IllegalStateException("wrapped", new UncheckedIOException(asTheSystemSaysIt())), store))
                .isPresent();
        // as the database says it
        assertThat(DiskFull.in(new RuntimeException("ERROR: could not extend file: No space left on device"), store))
                .isPresent();
    }

    @Test
    void other_failures_are_none() {
        assertThat(DiskFull.in(new IOException("Permission denied"), store)).isEmpty();
        assertThatThrownBy(() -> {
                    throw new IOException((String) null);
                })
                .satisfies(failure -> assertThat(DiskFull.in(failure, store)).isEmpty());
    }
}
