package app.entrada.demo;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.Isrc;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class ScenarioTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);
    private final List<Scenario.DemoRelease> releases = Scenario.releases(TODAY);

    @Test
    void codes_are_right_and_of_the_ranges_that_belong_to_nobody() {
        assertThat(releases).allSatisfy(release -> {
            String barcode = release.facts().get("barcode");
            if (barcode != null) assertThat(Gtin.parse(barcode).digits()).startsWith("952");
            release.tracks().forEach(track -> {
                String isrc = track.facts().get("isrc");
                if (isrc != null) assertThat(Isrc.parse(isrc).prefix()).isEqualTo("XANW9");
            });
        });
    }

    @Test
    void releases_come_out_on_fridays_and_the_album_is_twelve_weeks_ahead() {
        assertThat(releases)
                .allSatisfy(
                        release -> assertThat(LocalDate.parse(release.facts().get("releaseDate"))
                                        .getDayOfWeek())
                                .isEqualTo(DayOfWeek.FRIDAY));
        Scenario.DemoRelease album = releases.stream()
                .filter(r -> r.facts().get("title").equals("Tidewrack Almanac"))
                .findFirst()
                .orElseThrow();
        assertThat(album.tracks()).hasSize(9);
        assertThat(LocalDate.parse(album.facts().get("releaseDate"))).isEqualTo(LocalDate.of(2027, 2, 12));
    }

    @Test
    void the_compilation_takes_twelve_recordings_that_exist() {
        Scenario.DemoRelease compilation = releases.get(releases.size() - 1);
        List<String> titles = releases.stream()
                .flatMap(release -> release.tracks().stream())
                .filter(track -> track.piece() != null)
                .map(track -> track.facts().get("title")
                        + (track.facts().containsKey("version")
                                ? " (" + track.facts().get("version") + ")"
                                : ""))
                .toList();
        assertThat(compilation.tracks())
                .hasSize(12)
                .allSatisfy(track -> assertThat(titles).contains(track.reuses()));
    }
}
