package app.entrada.core.check.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.rules.Params;
import app.entrada.core.release.context.Objection;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("B0 A destination of one's own begins with what receivers of its kind have in common")
class DestinationPatternTest {
    private static final LocalDate FROM = LocalDate.of(2026, 12, 1);

    static Stream<DestinationPattern> patterns() {
        return DestinationPattern.shipped().stream();
    }

    @Test
    void there_is_one_for_each_kind_of_receiver_that_a_label_has() {
        assertThat(DestinationPattern.shipped())
                .extracting(DestinationPattern::kind)
                .containsExactly(
                        "streaming store",
                        "download shop",
                        "distributor",
                        "audio host",
                        "sync library",
                        "authors' society",
                        "performers' society",
                        "open catalogue",
                        "podcast directory",
                        "pressing plant",
                        "promo list");
        assertThat(DestinationPattern.shipped())
                .allSatisfy(
                        pattern -> assertThat(pattern.explains()).endsWith(".").hasSizeBetween(40, 160));
    }

    @ParameterizedTest
    @MethodSource("patterns")
    void what_it_begins_can_be_written_down_and_read_again(DestinationPattern pattern) {
        Profile begun = pattern.begin("mill-race", "Mill Race", FROM);
        assertThat(begun.id()).isEqualTo("mill-race");
        assertThat(begun.name()).isEqualTo("Mill Race");
        assertThat(begun.dated()).isEqualTo(FROM);
        assertThat(begun.usual()).isFalse();
        assertThat(begun.genreWords()).isEmpty();
        Profile again = Profile.read(begun.yaml());
        assertThat(again.rules())
                .extracting(each -> each.rule().id())
                .containsExactlyElementsOf(
                        begun.rules().stream().map(each -> each.rule().id()).toList());
        assertThat(again.yaml()).doesNotContain("\npattern:");
    }

    @Test
    void a_distributor_asks_what_a_store_asks_with_a_longer_lead_time() {
        Profile store = DestinationPattern.byId("streaming-store").begin("a", "A", FROM);
        Profile distributor = DestinationPattern.byId("distributor").begin("a", "A", FROM);
        assertThat(distributor.rules())
                .extracting(each -> each.rule().id() + each.weight())
                .isEqualTo(store.rules().stream()
                        .map(each -> each.rule().id() + each.weight())
                        .toList());
        assertThat(List.of(store.leadDays(), distributor.leadDays())).containsExactly(21, 28);
    }

    @Test
    void a_distributor_alone_passes_on_to_outlets() {
        assertThat(patterns().filter(DestinationPattern::passesOn))
                .extracting(DestinationPattern::id)
                .containsExactly("distributor");
        assertThat(DestinationPattern.byId("distributor").begin("a", "A", FROM).outlets())
                .contains(List.of());
        assertThat(DestinationPattern.byId("streaming-store")
                        .begin("a", "A", FROM)
                        .outlets())
                .isEmpty();
    }

    @Test
    void outlets_are_kept_in_their_order_through_a_file() {
        Profile quay = DestinationPattern.byId("distributor")
                .begin("quay", "Quay", FROM, Map.of("outlets", List.of(" Tidebox ", "Lantern", "Osier Row")));
        assertThat(quay.outlets()).contains(List.of("Tidebox", "Lantern", "Osier Row"));
        assertThat(Profile.read(quay.yaml())).isEqualTo(quay);
        assertThat(Profile.read(quay.withOutlets(List.of("Lantern")).yaml()).outlets())
                .contains(List.of("Lantern"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "outlets: Lantern | expected: [Lantern, Tidebox]",
                "outlets: [Lantern, lantern] | appears twice among the outlets",
                "outlets: ['Lantern, Tidebox'] | without commas, semicolons or colons",
                "outlets: ['a: b'] | without commas, semicolons or colons",
                "outlets: [' '] | 1 to 100 characters",
            })
    void outlets_that_cannot_be_are_refused_with_their_line(String typed, String says) {
        String yaml = "pattern: distributor\nid: quay\nname: Quay\nversion: 1\ndated: '2026-12-01'\n" + typed;
        assertThatThrownBy(() -> Profile.read(yaml))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("Line 6")
                .hasMessageContaining(says);
    }

    @Test
    void a_release_goes_to_all_outlets_unless_it_chooses() {
        Profile quay = DestinationPattern.byId("distributor")
                .begin("quay", "Quay", FROM, Map.of("outlets", List.of("Tidebox", "Lantern", "Osier Row")));
        assertThat(quay.outletsFor(Samples.single().release())).containsExactly("Tidebox", "Lantern", "Osier Row");
        Samples elsewhere = Samples.single().with("release.outlets", "harbour: Lantern");
        assertThat(quay.outletsFor(elsewhere.release())).hasSize(3);
        Samples chosen = Samples.single().with("release.outlets", "harbour: Lantern; quay: Osier Row, Tidebox, Gone");
        assertThat(quay.outletsFor(chosen.release())).containsExactly("Tidebox", "Osier Row");
        Samples gone = Samples.single().with("release.outlets", "quay: Gone");
        assertThatThrownBy(() -> quay.outletsFor(gone.release()))
                .hasMessage("Quay serves none of the chosen outlets: Gone. Choose others");
    }

    @Test
    void a_society_s_objection_is_one_of_its_own_whatever_its_rules_were_copied_from() {
        Objection heard = new Objection("mill-race", 1, "work.writers", "The shares do not add up.");
        List<Profile> both = List.of(
                DestinationPattern.byId("authors-society").begin("mill-race", "Mill Race", FROM),
                DestinationPattern.byId("authors-society").begin("sluice", "Sluice", FROM));
        assertThat(Checker.check(Samples.single().subject().withObjections(List.of(heard)), both).stream()
                        .filter(finding -> finding.rule().equals("answer.objection"))
                        .map(Finding::destinations))
                .singleElement()
                .asString()
                .contains("mill-race")
                .doesNotContain("sluice");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Mill Race", "-mill", "mill-", "mühle", "aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa"})
    void an_id_that_is_none_is_refused(String id) {
        assertThatThrownBy(() -> DestinationPattern.byId("promo-list").begin(id, "Mill Race", FROM))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("expected: lower-case letters, digits and hyphens");
    }

    @Test
    void a_profile_may_say_only_what_is_different_from_a_pattern() {
        Profile read = Profile.read("""
                pattern: promo-list
                id: night-post
                name: Night Post
                version: 1
                dated: "2026-12-01"
                rules:
                  title.missing: { weight: note }
                  isrc.missing: { weight: risk }
                """);
        assertThat(read.recipe()).isEqualTo("promo-mp3");
        assertThat(read.applied("title.missing")).map(Profile.Applied::weight).contains(Weight.NOTE);
        assertThat(read.applied("isrc.missing")).map(Profile.Applied::weight).contains(Weight.RISK);
        assertThat(read.applied("audio.missing")).map(Profile.Applied::weight).contains(Weight.STOP);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            leadDays: 21     | leadDays: 500                      | Line 5, leadDays:       | 0 to 400
            leadDays: 21     | leadDays: soon                     | Line 5, leadDays:       | a whole number
            leadDays: 21     | leadDays: 21\\nleadDay: 3          | Line 6, leadDay:        | no key “leadDay”
            pattern: promo-list | pattern: carrier-pigeon         | Line 1, pattern:        | streaming-store, download-shop
            dated: "2026-12-01" | dated: "1 December"             | Line 4, dated:          | could not be parsed
            title.missing: { weight: note } | title.missing: { weight: heavy } | Line 7, rules › title.missing: | stop, risk or note
            title.missing: { weight: note } | title.wrong: { weight: note }    | Line 7, rules › title.wrong:   | title.wrong
            title.missing: { weight: note } | title.too-long: { weight: note, max: many } | Line 7, rules › title.too-long: | a value such as
            title.missing: { weight: note } | title.missing: { weight: note    | Line                    | invalid YAML
            leadDays: 21     | leadDays: 21\\nleadDays: 22        | Line 6, column 1:       | duplicate key
            """)
    void what_is_wrong_is_told_in_its_line(String right, String wrong, String where, String told) {
        String text = """
                pattern: promo-list
                id: night-post
                version: 1
                dated: "2026-12-01"
                leadDays: 21
                rules:
                  title.missing: { weight: note }
                name: Night Post
                """.replace(right, wrong.replace("\\n", "\n"));
        assertThatThrownBy(() -> Profile.read(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageStartingWith(where)
                .hasMessageContaining(told);
    }

    @Test
    void what_is_missing_is_told_by_its_name() {
        assertThatThrownBy(() -> Profile.read("pattern: promo-list\nid: night-post\nversion: 1"))
                .hasMessage("name: a profile needs “name” as a text; it says null");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "- a list",
                "",
                "just words",
                "a: &x [1]\nb: *x",
                "a: {b: {c: {d: {e: {f: {g: {h: {i: {j: 1}}}}}}}}}",
                "name: !!javax.script.ScriptEngineManager [1]"
            })
    void what_is_no_profile_at_all_is_refused_and_nothing_in_it_is_run(String text) {
        assertThatThrownBy(() -> Profile.read(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void a_file_without_end_is_not_read_to_its_end() {
        assertThatThrownBy(() -> Profile.read("# " + "x".repeat(300_000)))
                .hasMessageContaining("has 300,002 characters; a profile may have at most 200,000");
    }

    @Test
    void a_parameter_is_the_rule_s_own_unless_the_profile_sets_it() {
        Params titles = DestinationPattern.byId("streaming-store")
                .begin("a", "A", FROM)
                .applied("title.too-long")
                .orElseThrow()
                .params();
        assertThat(titles.number("max")).isEqualTo(180);
    }

    @Test
    void limits_are_a_label_s_answers_and_weights_stay_the_pattern_s() {
        Profile shop = DestinationPattern.byId("download-shop")
                .begin(
                        "lantern",
                        "Lantern Downloads",
                        LocalDate.of(2026, 11, 23),
                        Map.of("recipe", "store-flac"),
                        Map.of(
                                "title.too-long", Map.of("max", 90),
                                "territory.deal-outside-rights", Map.of("sells", List.of("DE", "AT"))));
        assertThat(shop.recipe()).isEqualTo("store-flac");
        assertThat(shop.applied("title.too-long").orElseThrow().set()).containsEntry("max", 90);
        assertThat(shop.applied("title.too-long").orElseThrow().weight()).isEqualTo(Weight.STOP);
        assertThat(shop.applied("territory.deal-outside-rights").orElseThrow().set())
                .containsEntry("sells", List.of("DE", "AT"));
        // the other rules are the pattern's
        assertThat(shop.rules())
                .hasSameSizeAs(DestinationPattern.byId("download-shop")
                        .begin("lantern", "Lantern Downloads", LocalDate.of(2026, 11, 23))
                        .rules());
        assertThat(DestinationPattern.byId("download-shop").longestTitle()).contains(200);
        assertThat(DestinationPattern.byId("performers-society").recipe()).isEmpty();
    }
}
