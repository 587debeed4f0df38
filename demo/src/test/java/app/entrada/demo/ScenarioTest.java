package app.entrada.demo;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.Isrc;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ScenarioTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);
    private final List<DemoRelease> front = Scenario.FRONT.releases(TODAY);
    private final List<DemoRelease> all = Stream.of(Scenario.values())
            .flatMap(part -> part.releases(TODAY).stream())
            .toList();

    private static String fact(Map<String, String> facts, String key) {
        return Objects.requireNonNullElse(facts.get(key), "");
    }

    private Stream<DemoTrack> tracks() {
        return all.stream().flatMap(release -> release.tracks().stream());
    }

    @Test
    void there_are_twenty_three_over_ten_winters() {
        assertThat(all).hasSize(23);
        assertThat(all.stream()
                        .map(release -> LocalDate.parse(fact(release.facts(), "releaseDate"))
                                .getYear()))
                .contains(2017, 2018, 2019, 2020, 2021, 2022, 2023, 2024, 2025, 2026, 2027);
    }

    @Test
    void codes_are_right_and_of_the_ranges_that_belong_to_nobody() {
        assertThat(all).allSatisfy(release -> {
            String barcode = release.facts().get("barcode");
            if (barcode != null) assertThat(Gtin.parse(barcode).digits()).startsWith("952");
            release.tracks().forEach(track -> {
                String isrc = track.facts().get("isrc");
                if (isrc != null) assertThat(Isrc.parse(isrc).prefix()).isEqualTo("XANW9");
            });
        });
    }

    @Test
    void one_isrc_stands_twice_and_no_other() {
        List<String> codes = tracks().map(track -> track.facts().get("isrc"))
                .filter(Objects::nonNull)
                .toList();
        Set<String> seen = new HashSet<>();
        assertThat(codes.stream().filter(code -> !seen.add(code))).containsExactly("XANW92100002");
    }

    @Test
    void every_fact_that_is_typed_is_one_of_the_registry() {
        Set<String> ofTracks = Entity.OF_A_TRACK.stream()
                .flatMap(entity -> Fields.of(entity).stream())
                .map(Field::key)
                .collect(Collectors.toSet());
        Set<String> ofReleases = keys(Entity.RELEASE);
        assertThat(all).allSatisfy(release -> {
            assertThat(ofReleases).containsAll(release.facts().keySet());
            release.tracks()
                    .forEach(track ->
                            assertThat(ofTracks).containsAll(track.facts().keySet()));
        });
        for (Scenario part : Scenario.values())
            assertThat(part.people())
                    .allSatisfy(person -> assertThat(keys(Entity.PARTY)).containsAll(person.keySet()));
    }

    private static Set<String> keys(Entity entity) {
        return Fields.of(entity).stream().map(Field::key).collect(Collectors.toSet());
    }

    @Test
    void releases_come_out_on_fridays_and_the_album_is_twelve_weeks_ahead() {
        assertThat(all)
                .allSatisfy(release -> assertThat(LocalDate.parse(fact(release.facts(), "releaseDate"))
                                .getDayOfWeek())
                        .isEqualTo(DayOfWeek.FRIDAY));
        DemoRelease album = front.stream()
                .filter(release -> release.name().equals("tidewrack-almanac"))
                .findFirst()
                .orElseThrow();
        assertThat(album.tracks()).hasSize(9);
        assertThat(album.facts()).containsEntry("releaseDate", "2027-02-12");
    }

    @Test
    void the_compilation_takes_twelve_recordings_that_exist() {
        DemoRelease compilation = front.get(front.size() - 1);
        List<String> titles = front.stream()
                .flatMap(release -> release.tracks().stream())
                .filter(track -> track.sound() != null)
                .map(track -> fact(track.facts(), "title")
                        + (track.facts().containsKey("version") ? " (" + fact(track.facts(), "version") + ")" : ""))
                .toList();
        assertThat(compilation.tracks())
                .hasSize(12)
                .allSatisfy(track -> assertThat(titles).contains(track.reuses()));
    }

    @Test
    void every_hand_draws_and_every_destination_has_something() {
        assertThat(all.stream()
                        .map(DemoRelease::cover)
                        .filter(Objects::nonNull)
                        .map(Cover::hand)
                        .collect(Collectors.toCollection(() -> EnumSet.noneOf(CoverDrawing.Style.class))))
                .containsExactlyInAnyOrder(CoverDrawing.Style.values());
        List<DemoStep> steps = new ArrayList<>();
        for (Scenario part : Scenario.values()) steps.addAll(part.history());
        assertThat(steps.stream().map(DemoStep::to).collect(Collectors.toSet()))
                .hasSize(9)
                .containsExactlyInAnyOrderElementsOf(
                        DemoReceivers.all().stream().map(each -> each.id()).toList());
        assertThat(all.stream().map(DemoRelease::name))
                .containsAll(steps.stream().map(DemoStep::release).toList());
    }
}
