package app.entrada.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("F4 The catalogue is filtered in plain words, put in order and counted")
class CatalogueTableTest {
    private final CatalogueTable table = new CatalogueTable(CatalogueSubject.RECORDINGS);
    private final Map<Long, String> titles = new HashMap<>();

    /** Three releases; “Low Bridge” is on two of them. */
    @BeforeEach
    void fill() {
        release(
                1,
                Map.of(
                        "releaseDate",
                        "2019-05-17",
                        "catalogueNumber",
                        "NW-011",
                        "release",
                        "Towpath Songs",
                        "year",
                        "2019"),
                track(11, "Low Bridge", "artists", "The Paper Ferrymen", "time", "3:12", "genre", "folk"),
                track(
                        12,
                        "Last Ferry",
                        "artists",
                        "Paper Ferrymen",
                        "time",
                        "6:01",
                        "genre",
                        "folk; jazz",
                        "isrc",
                        "XANW91900012"));
        release(
                2,
                Map.of(
                        "releaseDate",
                        "2021-02-05",
                        "release",
                        "Slack Water",
                        "year",
                        "2021",
                        "sent",
                        "Lumenfold; OSTRA"),
                track(11, "Low Bridge", "artists", "The Paper Ferrymen", "time", "3:12", "genre", "folk"),
                track(21, "Cold Fairway", "artists", "Ondřej Žeravý", "time", "7:15", "instrumental", "instrumental"),
                track(22, "Θαλασσινό", "artists", "Kestrel & Loam", "featured", "Ondřej Žeravý", "finding", "stop"));
        release(
                3,
                Map.of("release", "Weir Sessions"),
                track(31, "Osier Beds", "artists", "Sedge, Rook", "tempo", "120"));
        table.settle();
    }

    private Map<String, String> track(long recording, String title, String... values) {
        Map<String, String> row = new LinkedHashMap<>(Map.of("title", title, "#", String.valueOf(recording)));
        for (int i = 0; i < values.length; i += 2) row.put(values[i], values[i + 1]);
        titles.put(recording, title);
        return row;
    }

    @SafeVarargs
    private void release(long id, Map<String, String> release, Map<String, String>... tracks) {
        List<CatalogueRow> rows = new ArrayList<>(List.of(new CatalogueRow(0, 0, 0, 0, null, release, List.of())));
        for (Map<String, String> track : tracks) {
            Map<String, String> values = new LinkedHashMap<>(track);
            long recording = Long.parseLong(values.remove("#"));
            for (String computed : List.of("release", "year", "sent"))
                if (release.containsKey(computed)) values.put(computed, release.get(computed));
            rows.add(new CatalogueRow(
                    rows.size(), id * 10 + rows.size(), recording, recording, null, values, List.of("genre")));
        }
        table.put(id, rows);
    }

    private List<String> find(String typed, CatalogueTable.Order... orders) {
        CatalogueTable.Found found =
                table.find(CatalogueFilter.read(typed, CatalogueSubject.RECORDINGS), List.of(orders));
        List<String> lines = new ArrayList<>();
        for (int row : found.numbers())
            lines.add(titles.get(table.line(row, List.of()).recordingId()));
        return lines;
    }

    private static String problem(String typed) {
        return CatalogueFilter.read(typed, CatalogueSubject.RECORDINGS)
                .parts()
                .get(0)
                .problem();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "ferr                                | Last Ferry; Low Bridge",
                "FERRY                               | Last Ferry; Low Bridge",
                "ferrymen low                        | Low Bridge",
                "zeravy                              | Θαλασσινό; Cold Fairway",
                "thalassino                          | Θαλασσινό",
                "artist zeravy                       | Cold Fairway",
                "featured zeravy                     | Θαλασσινό",
                "artists \"Paper Ferrymen\"          | Last Ferry",
                "artist paper ferrymen               | Last Ferry; Low Bridge",
                "artist \"Sedge, Rook\"              | Osier Beds",
                "genre jazz or blues                 | Last Ferry",
                "genre folk, not genre jazz          | Low Bridge",
                "without isrc, year 2019 to 2021     | Θαλασσινό; Cold Fairway; Low Bridge",
                "year 2019                           | Last Ferry; Low Bridge",
                "year 2019 or 2021, with isrc        | Last Ferry",
                "release date before 2020            | Last Ferry; Low Bridge",
                "release date 2021-02                | Θαλασσινό; Cold Fairway; Low Bridge",
                "release date after 2019             | Θαλασσινό; Cold Fairway; Low Bridge",
                "time over 6:00                      | Cold Fairway; Last Ferry",
                "time 3:00 to 6:30                   | Last Ferry; Low Bridge",
                "tempo over 119                      | Osier Beds",
                "with finding                        | Θαλασσινό",
                "instrumental                        | Cold Fairway",
                "not instrumental, year 2021         | Θαλασσινό; Low Bridge",
                "on \"Slack Water\"                  | Θαλασσινό; Cold Fairway; Low Bridge",
                "on slack                            | Θαλασσινό; Cold Fairway; Low Bridge",
                "sent to lumenfold                   | Θαλασσινό; Cold Fairway; Low Bridge",
                "not sent to OSTRA                   | Osier Beds; Last Ferry; Low Bridge",
                "XA-NW9-19-00012                     | Last Ferry",
                "isrc xanw919                        | Last Ferry",
                "catalogue number nw011              | Last Ferry; Low Bridge",
                "without release date                | Osier Beds",
                "nobody of that name                 | ''",
            })
    void finds(String typed, String found) {
        assertThat(find(typed)).containsExactlyInAnyOrder(found.isEmpty() ? new String[0] : found.split("; "));
        assertThat(CatalogueFilter.read(typed, CatalogueSubject.RECORDINGS).parts())
                .extracting(CatalogueFilter.Part::problem)
                .containsOnlyNulls();
    }

    @Test
    void without_a_filter_each_recording_stands_there_once_the_newest_release_first() {
        assertThat(find("")).containsExactly("Osier Beds", "Cold Fairway", "Θαλασσινό", "Low Bridge", "Last Ferry");
    }

    @Test
    void what_was_not_understood_filters_nothing_and_says_what_it_would_take() {
        assertThat(problem("year of the flood"))
                .isEqualTo(
                        "Year needs a year such as 2021, or a span such as 2019 to 2021; “of the flood” is not valid");
        assertThat(problem("genre")).startsWith("genre needs a value: a word or more");
        assertThat(problem("without")).isEqualTo("without needs a column, for example: without isrc");
        assertThat(problem("with barnacles")).startsWith("There is no column “barnacles”");
        assertThat(problem("not")).startsWith("“not” needs a condition");
        assertThat(find("year of the flood, artist zeravy")).containsExactly("Cold Fairway");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"",
                ",,,",
                "“",
                "not not not",
                "%",
                "\\",
                "a to b",
                "year to",
                "time over",
                "\u0000",
                "😀",
                "(((",
                "or or or"
            })
    void no_text_is_an_error(String typed) {
        assertThat(find(typed)).hasSizeLessThan(6);
    }

    @Test
    void is_put_in_order_by_one_column_and_then_by_a_second() {
        assertThat(find("", new CatalogueTable.Order("time", true)))
                .containsExactly("Cold Fairway", "Last Ferry", "Low Bridge", "Osier Beds", "Θαλασσινό");
        assertThat(find("", new CatalogueTable.Order("artists", false)))
                .containsExactly("Θαλασσινό", "Cold Fairway", "Last Ferry", "Low Bridge", "Osier Beds");
        assertThat(find("", new CatalogueTable.Order("year", false), new CatalogueTable.Order("title", true)))
                .containsExactly("Low Bridge", "Last Ferry", "Θαλασσινό", "Cold Fairway", "Osier Beds");
    }

    @Test
    void distinct_values_are_counted_each_by_itself() {
        CatalogueColumn genre = CatalogueSubject.RECORDINGS.column("genre").orElseThrow();
        CatalogueTable.Found all = table.find(CatalogueFilter.read("", CatalogueSubject.RECORDINGS), List.of());
        assertThat(all.releases()).isEqualTo(3);
        CatalogueTable.Values values = table.values(all, genre, true, 10);
        assertThat(values.values())
                .containsExactly(new CatalogueTable.Counted("folk", 2), new CatalogueTable.Counted("jazz", 1));
        assertThat(values.distinct()).isEqualTo(2);
        assertThat(values.without()).isEqualTo(3);
        assertThat(table.values(all, genre, true, 1).values()).hasSize(1);
    }

    @Test
    void a_release_that_changes_is_replaced_and_one_that_goes_is_gone() {
        release(1, Map.of("releaseDate", "2019-05-17"), track(12, "Last Ferry Home"));
        table.settle();
        assertThat(find("ferr")).containsExactly("Low Bridge", "Last Ferry Home");
        table.put(2, List.of());
        table.settle();
        assertThat(find("")).containsExactly("Osier Beds", "Last Ferry Home");
        assertThat(table.stale()).isEqualTo(5);
    }

    @Test
    void room_of_replaced_rows_is_taken_back_and_nothing_else_changes() {
        for (int i = 0; i < 5; i++)
            release(
                    2,
                    Map.of("releaseDate", "2021-02-05", "release", "Slack Water", "year", "2021"),
                    track(21, "Cold Fairway " + i, "artists", "Ondřej Žeravý", "time", "7:1" + i),
                    track(11, "Low Bridge", "artists", "The Paper Ferrymen"));
        table.put(3, List.of());
        table.settle();
        assertThat(table.stale()).isEqualTo(4 + 4 * 2);
        List<List<String>> before = List.of(titles(""), titles("bridge"), titles("4"), titles("year 2019 to 2021"));
        table.compact();
        table.settle();
        assertThat(table.stale()).isZero();
        assertThat(table.size()).isEqualTo(3);
        assertThat(List.of(titles(""), titles("bridge"), titles("4"), titles("year 2019 to 2021")))
                .isEqualTo(before)
                .doesNotContain(List.of());
        // and rows can be put in as before
        release(
                3,
                Map.of("release", "Weir Sessions", "releaseDate", "2018-01-01"),
                track(31, "Osier Beds", "artists", "Sedge"));
        release(2, Map.of("release", "Slack Water", "releaseDate", "2021-02-05"));
        table.settle();
        assertThat(titles("")).containsExactly("Low Bridge", "Last Ferry", "Osier Beds");
    }

    private List<String> titles(String filter) {
        CatalogueFilter read = CatalogueFilter.read(filter, CatalogueSubject.RECORDINGS);
        List<String> titles = new ArrayList<>();
        for (int number : table.find(read, List.of()).numbers())
            titles.add(table.line(number, CatalogueSubject.RECORDINGS.columns())
                    .cells()
                    .get("title")
                    .text());
        return titles;
    }
}
