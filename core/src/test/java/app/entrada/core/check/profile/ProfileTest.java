package app.entrada.core.check.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("What a destination wants is data, and each of it stands in one place")
class ProfileTest {
    private static final Profile LUMENFOLD = Receivers.byId("lumenfold");

    private static List<String> tooSoon(Profile profile) {
        // the samples' today is the 23rd of November 2026
        return Checker.check(
                        Samples.single()
                                .with("release.releaseDate", "2026-12-11")
                                .subject(),
                        List.of(profile))
                .stream()
                .filter(finding -> finding.rule().equals("release-date.too-soon"))
                .map(Finding::says)
                .toList();
    }

    @Test
    void a_lead_time_that_is_changed_is_the_one_that_the_rule_asks_for() {
        assertThat(tooSoon(LUMENFOLD)).singleElement().asString().contains("in 18 days; 21 are needed");
        Profile quicker = LUMENFOLD.adjusted(LocalDate.of(2026, 11, 1), 18, LUMENFOLD.rules());
        assertThat(tooSoon(quicker)).isEmpty();
        Profile slower = LUMENFOLD.adjusted(LocalDate.of(2026, 11, 1), 30, LUMENFOLD.rules());
        assertThat(tooSoon(Profile.read(slower.yaml())))
                .singleElement()
                .asString()
                .contains("30 are needed: 2026-12-23");
    }

    @Test
    void a_profile_that_was_kept_with_a_lead_time_of_the_rule_s_own_is_still_read() {
        String kept = LUMENFOLD
                .yaml()
                .replace("release-date.too-soon: {weight: risk}", "release-date.too-soon: {weight: risk, days: 5}");
        assertThat(kept).contains("days: 5");
        assertThat(tooSoon(Profile.read(kept))).singleElement().asString().contains("21 are needed");
    }

    @Test
    void a_kind_of_delivery_that_does_not_exist_is_refused_with_those_that_do() {
        assertThatThrownBy(() -> Profile.read(LUMENFOLD.yaml().replace("store message", "carrier pigeon")))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("carrier pigeon")
                .hasMessageContaining("store message, track by track, cue table");
    }

    @Test
    void each_kind_says_how_it_is_handed_over_and_what_goes_along() {
        assertThat(DeliveryKind.PODCAST_FEED.handover()).isEqualTo(DeliveryKind.Handover.FEED);
        assertThat(DeliveryKind.TRACK_BY_TRACK.handover()).isEqualTo(DeliveryKind.Handover.TRACKS);
        assertThat(DeliveryKind.WORKS_FILE.takesCover()).isFalse();
        assertThat(DeliveryKind.WORKS_FILE.completeEachTime()).isTrue();
        assertThat(DeliveryKind.DISC.needsDiscImage()).isTrue();
        assertThat(DeliveryKind.STORE_MESSAGE.acknowledged()).isFalse();
    }
}
