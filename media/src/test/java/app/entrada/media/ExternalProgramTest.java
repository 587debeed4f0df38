package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Programs that read files of others are told nothing of this one")
class ExternalProgramTest {
    private static final Duration SOON = Duration.ofSeconds(20);

    @Test
    void the_environment_is_empty_but_for_the_language() throws Exception {
        assertThat(ExternalProgram.run(List.of("env"), SOON).out().strip()).isEqualTo("LC_ALL=C.UTF-8");
        try (InputStream said = ExternalProgram.stream(List.of("env"), SOON)) {
            assertThat(new String(said.readAllBytes(), StandardCharsets.UTF_8).strip())
                    .isEqualTo("LC_ALL=C.UTF-8");
        }
    }
}
