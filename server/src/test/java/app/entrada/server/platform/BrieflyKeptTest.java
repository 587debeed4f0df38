package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("What is kept for a second")
class BrieflyKeptTest {
    private final AtomicInteger reads = new AtomicInteger();
    private final BrieflyKept<Integer> kept = new BrieflyKept<>(reads::incrementAndGet);

    @Test
    void serves_everybody_until_it_is_written() {
        assertThat(List.of(kept.now(), kept.now())).containsExactly(1, 1);
        kept.written();
        assertThat(List.of(kept.now(), kept.now())).containsExactly(2, 2);
    }

    @Test
    void is_read_once_by_what_is_done_anew_and_serves_others_then() {
        kept.now();
        assertThat(BrieflyKept.anew(() -> List.of(kept.now(), kept.now()))).containsExactly(2, 2);
        assertThat(kept.now()).isEqualTo(2);
    }

    @Test
    void what_is_done_anew_within_something_is_anew_from_its_own_beginning() {
        assertThat(BrieflyKept.anew(() -> List.of(kept.now(), BrieflyKept.anew(kept::now), kept.now())))
                .containsExactly(1, 2, 2);
    }

    @Test
    void is_read_anew_only_while_that_goes_on() {
        BrieflyKept.anew(kept::now);
        BrieflyKept.anew(() -> BrieflyKept.anew(kept::now));
        assertThat(List.of(kept.now(), kept.now())).containsExactly(2, 2);
    }
}
