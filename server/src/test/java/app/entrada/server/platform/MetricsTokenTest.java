package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("P4 The token that metrics are read with")
class MetricsTokenTest {
    @Test
    void one_that_could_be_guessed_is_refused_and_not_told() {
        assertThatThrownBy(() -> new MetricsToken("weir-and-quay-7"))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("ENTRADA_METRICS_TOKEN is too short; expected: 16 characters or more")
                .hasMessageNotContaining("weir-and-quay");
    }
}
