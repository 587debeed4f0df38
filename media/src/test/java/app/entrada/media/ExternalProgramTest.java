package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

class ExternalProgramTest {
    @Test
    void a_program_that_is_missing_is_named_with_the_remedy() {
        assertThatThrownBy(() -> ExternalProgram.run(List.of("no-such-program"), Duration.ofSeconds(1)))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("no-such-program is missing")
                .hasMessageContaining("doctor");
    }

    @Test
    void a_program_that_does_not_end_is_ended() {
        long start = System.nanoTime();
        assertThatThrownBy(() -> ExternalProgram.run(List.of("sleep", "60"), Duration.ofMillis(200)))
                .hasMessageContaining("took longer");
        assertThat(Duration.ofNanos(System.nanoTime() - start)).isLessThan(Duration.ofSeconds(30));
    }

    private static void readToItsEnd(List<String> command, Duration limit) throws IOException {
        try (InputStream said = ExternalProgram.stream(command, limit)) {
            said.readAllBytes();
        }
    }

    @Test
    void one_that_the_system_ends_or_that_hangs_is_told_from_one_that_fails() throws IOException {
        Duration patient = Duration.ofSeconds(30);
        assertThatThrownBy(() -> readToItsEnd(List.of("sh", "-c", "echo half; kill -9 $$"), patient))
                .isInstanceOf(ExternalProgram.Ended.class)
                .hasMessageContaining("ended by the system");
        assertThatThrownBy(() -> readToItsEnd(List.of("sleep", "60"), Duration.ofMillis(300)))
                .isInstanceOf(ExternalProgram.Ended.class)
                .hasMessageContaining("took longer");
        assertThatThrownBy(() -> readToItsEnd(List.of("ls", "/no/such/folder"), patient))
                .isNotInstanceOf(ExternalProgram.Ended.class)
                .hasMessageContaining("/no/such/folder");
        assertThat(ExternalProgram.run(List.of("sh", "-c", "kill -15 $$"), patient)
                        .isEnded())
                .isTrue();
        assertThat(ExternalProgram.run(List.of("false"), patient).isEnded()).isFalse();
    }

    @Test
    void arguments_are_arguments_and_never_read_by_a_shell() throws IOException {
        assertThat(ExternalProgram.run(List.of("echo", "$(id)", "; ls", "*"), Duration.ofSeconds(5))
                        .out())
                .isEqualTo("$(id) ; ls *\n");
    }

    @Test
    void endless_output_is_cut_at_a_mebibyte() throws IOException {
        assertThat(ExternalProgram.run(List.of("head", "-c", "3000000", "/dev/zero"), Duration.ofSeconds(10))
                        .out())
                .hasSize(1 << 20);
    }

    @Test
    void what_a_program_says_of_a_failure_is_kept() throws IOException {
        ExternalProgram.Result result = ExternalProgram.run(List.of("ls", "/no/such/folder"), Duration.ofSeconds(5));
        assertThat(result.exit()).isNotZero();
        assertThat(result.err()).contains("/no/such/folder");
    }

    /** Programs that read files of others are told nothing of this one. */
    @Test
    void the_environment_is_empty_but_for_the_language() throws IOException {
        Duration soon = Duration.ofSeconds(20);
        assertThat(ExternalProgram.run(List.of("env"), soon).out().strip()).isEqualTo("LC_ALL=C.UTF-8");
        try (InputStream said = ExternalProgram.stream(List.of("env"), soon)) {
            assertThat(new String(said.readAllBytes(), StandardCharsets.UTF_8).strip())
                    .isEqualTo("LC_ALL=C.UTF-8");
        }
    }
}
