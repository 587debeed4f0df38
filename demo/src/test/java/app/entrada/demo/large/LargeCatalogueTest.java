package app.entrada.demo.large;

import static java.util.stream.Collectors.counting;
import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("F0 A large catalogue is invented, the same every time, with faults that are counted")
class LargeCatalogueTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);

    /** Rows in memory, each as a map of its columns. */
    private static final class Kept implements Tables {
        private final Map<String, List<Map<String, Object>>> tables = new LinkedHashMap<>();

        @Override
        public void fill(String table, List<String> columns, Consumer<Row> rows) {
            List<Map<String, Object>> kept = tables.computeIfAbsent(table, name -> new ArrayList<>());
            rows.accept(values -> {
                Map<String, Object> row = new HashMap<>();
                for (int i = 0; i < columns.size(); i++) row.put(columns.get(i), values[i]);
                kept.add(row);
            });
        }

        List<Map<String, Object>> of(String table) {
            return tables.get(table);
        }

        List<Object> values(String table, String column) {
            return of(table).stream()
                    .map(row -> row.get(column))
                    .filter(Objects::nonNull)
                    .toList();
        }
    }

    private static LargeCatalogue.Made made(int releases, Kept kept) {
        return new LargeCatalogue(
                        releases,
                        TODAY,
                        1,
                        List.of("c".repeat(64)),
                        stored -> stored.getClass().getSimpleName())
                .fill(kept);
    }

    private static long twice(List<Object> values) {
        return values.stream().collect(groupingBy(value -> value, counting())).values().stream()
                .filter(count -> count > 1)
                .count();
    }

    @Test
    void the_same_size_and_day_give_the_same_rows() {
        Kept first = new Kept();
        Kept second = new Kept();
        assertThat(made(60, first)).isEqualTo(made(60, second));
        assertThat(first.tables).isEqualTo(second.tables);
    }

    @Test
    void what_is_wrong_with_it_is_there_as_often_as_it_says() {
        Kept kept = new Kept();
        LargeCatalogue.Made made = made(800, kept);
        LargeCatalogue.Planted planted = made.planted();
        assertThat(kept.of("release")).hasSize(800);
        assertThat(made.recordings())
                .isBetween(800 * 11, 800 * 14)
                .isEqualTo(kept.of("recording").size());
        assertThat(twice(kept.values("recording", "isrc")))
                .isEqualTo(planted.codesTwice())
                .isBetween(4L, 6L);
        assertThat(twice(kept.values("recording", "master")))
                .isEqualTo(planted.twoCodes())
                .isBetween(4L, 6L);
        assertThat(kept.of("recording").stream().filter(row -> row.get("isrc") == null))
                .hasSize(planted.withoutIsrc());
        Map<Object, String> dates = kept.of("release").stream()
                .collect(Collectors.toMap(row -> row.get("id"), row -> String.valueOf(row.get("release_date"))));
        Map<Object, Object> releases =
                kept.of("track").stream().collect(Collectors.toMap(row -> row.get("id"), row -> row.get("release_id")));
        assertThat(kept.of("recording").stream()
                        .filter(row -> row.get("isrc") == null)
                        .filter(row -> Set.of("2019", "2020", "2021")
                                .contains(Objects.requireNonNull(dates.get(releases.get(row.get("id"))))
                                        .substring(0, 4))))
                .hasSize(planted.withoutIsrc2019To2021())
                .isNotEmpty();
        assertThat(planted.spellings()).isEqualTo(20);
        assertThat(kept.values("release", "genre").stream()
                        .filter(genre -> genre.equals("Folk-") || genre.equals("folk music")))
                .hasSize(planted.genres());
    }

    @Test
    void nobody_is_there_twice_and_everybody_who_is_named_is_there() {
        Kept kept = new Kept();
        made(400, kept);
        assertThat(kept.values("party", "name")).doesNotHaveDuplicates();
        assertThat(kept.values("party", "id")).containsAll(kept.values("credit", "party_id"));
        assertThat(kept.values("release", "barcode")).doesNotHaveDuplicates();
        assertThat(kept.values("code_taken", "code")).doesNotHaveDuplicates();
        assertThat(kept.values("file", "sha256")).containsAll(kept.values("recording", "master"));
        assertThat(kept.of("batch")).extracting(row -> row.get("id")).containsAll(kept.values("change", "batch_id"));
    }
}
