package app.entrada.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CatalogueFinderTest {
    private final CatalogueFinder finder = new CatalogueFinder();

    private static CatalogueRow row(int track, String... values) {
        Map<String, String> all = new HashMap<>();
        for (int i = 0; i < values.length; i += 2) all.put(values[i], values[i + 1]);
        // a work that says nothing of its own is called as its track
        List<String> carried = all.containsKey("workTitle") ? List.of() : List.of("workTitle");
        return new CatalogueRow(track, track, track, 100L + track, null, all, carried);
    }

    @BeforeEach
    void releases() {
        finder.put(
                1,
                List.of(
                        row(
                                0,
                                "release",
                                "Tidewrack Almanac",
                                "artists",
                                "Mira Tollgate",
                                "catalogueNumber",
                                "NW-031",
                                "barcode",
                                "9521234500317",
                                "releaseDate",
                                "2027-01-08"),
                        row(1, "title", "Saltings", "artists", "Mira Tollgate", "isrc", "XANW92600001"),
                        row(
                                2,
                                "title",
                                "Sluice Gate Hymns",
                                "version",
                                "Radio Edit",
                                "artists",
                                "Mira Tollgate",
                                "workTitle",
                                "Hymns for a Sluice",
                                "iswc",
                                "T-034.524.680-1")));
        finder.put(
                2,
                List.of(
                        row(0, "release", "Slack Water", "artists", "Sunniva Dray", "releaseDate", "2019-05-03"),
                        row(1, "title", "Slack Water", "artists", "Sunniva Dray")));
    }

    private List<String> found(String typed) {
        return finder.find(typed, 10).stream()
                .map(hit -> hit.thing().kind() + " " + hit.thing().title())
                .toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "tidewrack almanac | RELEASE Tidewrack Almanac",
                "tide | RELEASE Tidewrack Almanac",
                "tidewrak alm | RELEASE Tidewrack Almanac",
                "almanac tollgate | RELEASE Tidewrack Almanac",
                "saltings | TRACK Saltings",
                "satlings | TRACK Saltings",
                "sluce gat | TRACK Sluice Gate Hymns (Radio Edit)",
                "hymns for a sl | WORK Hymns for a Sluice",
                "XA-NW9-26-00001 | TRACK Saltings",
                "xanw926 | TRACK Saltings",
                "9 521234 500317 | RELEASE Tidewrack Almanac",
                "nw 031 | RELEASE Tidewrack Almanac",
                "T0345246801 | WORK Hymns for a Sluice"
            })
    void finds_first(String typed, String wanted) {
        assertThat(found(typed)).first().isEqualTo(wanted);
    }

    @Test
    void of_two_that_are_called_alike_the_release_comes_first() {
        assertThat(found("slack water")).containsExactly("RELEASE Slack Water", "TRACK Slack Water");
    }

    @Test
    void of_two_that_fit_alike_the_one_comes_first_of_which_more_was_typed() {
        finder.put(3, List.of(row(0, "release", "Low Water, Slack Bridge, Old Mill", "releaseDate", "2030-01-01")));
        assertThat(found("slakc wat").get(0)).isEqualTo("RELEASE Slack Water");
    }

    @Test
    void every_word_has_to_fit() {
        assertThat(found("saltings dray")).isEmpty();
        assertThat(found("zzz")).isEmpty();
    }

    @Test
    void what_is_put_anew_replaces_what_was() {
        finder.put(2, List.of(row(0, "release", "Low Water", "artists", "Sunniva Dray")));
        assertThat(found("slack")).isEmpty();
        assertThat(found("low water")).containsExactly("RELEASE Low Water");
        finder.put(2, List.of());
        assertThat(found("dray")).isEmpty();
        assertThat(finder.stale()).isEqualTo(3);
    }

    @Test
    void room_of_what_was_replaced_is_taken_back_and_the_rest_is_found_as_before() {
        List<String> typed = List.of("slack wat", "dray", "bridge", "T0345246801", "hymns", "water");
        List<List<String>> before = typed.stream().map(this::found).toList();
        finder.put(4, List.of(row(0, "release", "Gone Tomorrow", "barcode", "0600000000013")));
        finder.put(4, List.of());
        finder.compact();
        assertThat(finder.stale()).isZero();
        assertThat(typed.stream().map(this::found).toList()).isEqualTo(before);
        assertThat(found("gone")).isEmpty();
        assertThat(found("0600000000013")).isEmpty();
        finder.put(2, List.of(row(0, "release", "Low Water", "artists", "Sunniva Dray")));
        assertThat(found("slack")).isEmpty();
        assertThat(found("low water")).containsExactly("RELEASE Low Water");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "   ", "…", "%_\\", "a", "😀", "((((", "one two three four five six seven eight nine ten"})
    void no_text_is_an_error(String typed) {
        assertThat(found(typed)).doesNotHaveDuplicates();
    }
}
