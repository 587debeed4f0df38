package app.entrada.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class DeliveryStateTest {
    @ParameterizedTest
    @EnumSource(DeliveryState.class)
    void a_state_is_found_by_its_word_and_its_end_is_an_end(DeliveryState state) {
        assertThat(DeliveryState.of(state.label())).isEqualTo(state);
        assertThat(state.next()).doesNotContain(state);
        if (state.underWay()) assertThat(state.next()).contains(DeliveryState.REJECTED);
    }

    @Test
    void what_was_answered_stays_answered_and_only_a_failure_is_tried_again() {
        assertThat(DeliveryState.ACCEPTED.next())
                .containsExactlyInAnyOrder(DeliveryState.LIVE, DeliveryState.TAKEN_DOWN);
        assertThat(DeliveryState.LIVE.next()).containsExactly(DeliveryState.TAKEN_DOWN);
        assertThat(DeliveryState.TAKEN_DOWN.next()).isEmpty();
        assertThat(DeliveryState.REJECTED.next()).isEmpty();
        assertThat(DeliveryState.FAILED.next())
                .containsExactlyInAnyOrder(DeliveryState.SEALED, DeliveryState.CALLED_OFF);
        assertThat(DeliveryState.SEALED.next()).doesNotContain(DeliveryState.ACCEPTED);
        assertThatThrownBy(() -> DeliveryState.of("lost")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void what_is_accepted_or_live_is_there_and_nothing_else_is() {
        assertThat(DeliveryState.values())
                .filteredOn(DeliveryState::taken)
                .containsExactly(DeliveryState.ACCEPTED, DeliveryState.LIVE);
    }

    @Test
    void a_word_that_is_not_known_or_leads_back_is_no_news() {
        assertThat(DeliveryState.RECEIVED.heard("in_review")).isEqualTo(DeliveryState.IN_REVIEW);
        assertThat(DeliveryState.IN_REVIEW.heard("questions")).isEqualTo(DeliveryState.QUESTIONS);
        assertThat(DeliveryState.IN_REVIEW.heard("received")).isEqualTo(DeliveryState.IN_REVIEW);
        assertThat(DeliveryState.IN_REVIEW.heard("perhaps")).isEqualTo(DeliveryState.IN_REVIEW);
        assertThat(DeliveryState.ACCEPTED.heard("rejected")).isEqualTo(DeliveryState.ACCEPTED);
        assertThat(DeliveryState.IN_REVIEW.heard("taken_down")).isEqualTo(DeliveryState.TAKEN_DOWN);
    }
}
