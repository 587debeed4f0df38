package app.entrada.core.delivery.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.check.profile.Caption;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.kind.Sent;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.release.Facts;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("B0 A receiver's web form: its captions in its order, our values as they are pasted there")
class CopySheetTest {
    /** The form of an invented distributor, as a label typed it in. */
    private static final String HOLLOW_QUAY = """
            pattern: distributor
            id: hollow-quay
            name: Hollow Quay Distribution
            version: 1
            dated: "2026-11-01"
            titleStyle: { featuredInTitle: true, version: parentheses }
            genreWords: { Rock: Alternative Rock }
            captions:
              - { caption: Album title, fact: title, limit: 100, needed: true }
              - { caption: Primary artist, fact: artists }
              - { caption: UPC / EAN, fact: release.barcode, limit: 13 }
              - { caption: © line, fact: release.cLine, limit: 60 }
              - { caption: Release date (mm/dd/yyyy), fact: release.releaseDate, date: month/day/year }
              - { caption: First released, fact: release.originalDate, date: day.month.year }
              - { caption: Primary genre, fact: genre, entered: chosen }
              - { caption: Price tier, fact: release.priceTier, entered: chosen, needed: true }
              - { caption: Number of tracks, fact: number of tracks }
              - { caption: Cover, fact: cover file }
              - { caption: Track title, per: track, fact: title, limit: 30 }
              - { caption: Length in seconds, per: track, fact: length, time: seconds }
              - { caption: ISRC, per: track, fact: recording.isrc }
              - { caption: Parental advisory, per: track, fact: track.explicit, entered: ticked, words: { explicit: yes, no: no, clean: no } }
              - { caption: Composers, per: track, fact: composers, names: "last, first", list: lines }
              - { caption: Audio, per: track, fact: sound file }
              - { caption: Writer, per: writer, fact: writer, names: "last, first" }
              - { caption: Share, per: writer, fact: performing share, decimals: 0 }
              - { caption: Publisher, per: writer, fact: writer's publisher }
              - { caption: IPI, per: writer, fact: writer's IPI }
            """;

    private static Samples release() {
        return Samples.single()
                .with("track.featured", "Petra Vann")
                .with("work.writers", "Joss Amberley: CA 60/60 via Low Lock Music; Ines Quillon: A 40/40");
    }

    private static CopySheet sheet(Samples release, String profile) {
        return CopySheet.of(Sent.of(release.subject().release(), Profile.read(profile))
                .person("Joss Amberley", "00123456786", "OSTRA", "")
                .out());
    }

    private static Map<String, String> values(CopySheet sheet) {
        Map<String, String> values = new LinkedHashMap<>();
        for (CopySheet.Entry each : sheet.entries())
            values.put((each.writer() + " " + each.caption().name()).strip(), each.value());
        return values;
    }

    @Test
    void outlets_are_those_chosen_in_the_form_s_own_words() {
        String form = HOLLOW_QUAY.replace("captions:\n", """
                outlets: [Tidebox, Lantern, Osier Row]
                captions:
                  - { caption: Stores, fact: outlets, entered: chosen, list: lines, words: { Osier Row: "Osier Row (UK)" } }
                """);
        assertThat(values(sheet(release(), form))).containsEntry("Stores", "Tidebox\nLantern\nOsier Row (UK)");
        Samples chosen = release().with("release.outlets", "hollow-quay: Osier Row, Tidebox");
        assertThat(values(sheet(chosen, form))).containsEntry("Stores", "Tidebox\nOsier Row (UK)");
        assertThat(sheet(release().with("release.outlets", "hollow-quay: Gone"), form)
                        .problems())
                .extracting(CopySheet.Entry::problem)
                .contains("Hollow Quay Distribution serves none of the chosen outlets: Gone. Choose others.");
        assertThat(values(sheet(release(), HOLLOW_QUAY))).doesNotContainKey("Stores");
    }

    @Test
    void twenty_captions_are_filled_in_as_the_form_wants_them() {
        Map<String, String> expected = new LinkedHashMap<>();
        expected.put("Album title", "Slack Water");
        expected.put("Primary artist", "The Paper Ferrymen");
        expected.put("UPC / EAN", "9521234500292");
        expected.put("© line", "2027 Ninth Weir Records");
        expected.put("Release date (mm/dd/yyyy)", "02/12/2027");
        expected.put("First released", "");
        expected.put("Primary genre", "Alternative Rock");
        expected.put("Price tier", "");
        expected.put("Number of tracks", "1");
        expected.put("Cover", "cover.jpg");
        expected.put("Track title", "Slack Water (feat. Petra Vann)");
        expected.put("Length in seconds", "49");
        expected.put("ISRC", "XANW92600031");
        expected.put("Parental advisory", "no");
        expected.put("Composers", "Amberley, Joss");
        expected.put("Audio", "01.flac");
        expected.put("Joss Amberley Writer", "Amberley, Joss");
        expected.put("Joss Amberley Share", "60");
        expected.put("Joss Amberley Publisher", "Low Lock Music");
        expected.put("Joss Amberley IPI", "00123456786");
        expected.put("Ines Quillon Writer", "Quillon, Ines");
        expected.put("Ines Quillon Share", "40");
        expected.put("Ines Quillon Publisher", "");
        expected.put("Ines Quillon IPI", "");
        CopySheet sheet = sheet(release(), HOLLOW_QUAY);
        assertThat(values(sheet)).containsExactlyEntriesOf(expected);
        assertThat(sheet.problems()).singleElement().satisfies(missing -> {
            assertThat(missing.caption().name()).isEqualTo("Price tier");
            assertThat(missing.problem()).isEqualTo("Missing; the form requires it.");
            assertThat(missing.about()).contains(Fields.RELEASE_PRICE_TIER);
        });
        assertThat(sheet.entries().get(6).note()).isEqualTo("Their word for Rock.");
        assertThat(sheet.entries().get(0).length()).isEqualTo(11);
    }

    @Test
    void a_value_that_is_too_long_says_by_how_much_before_one_is_in_the_form() {
        CopySheet sheet = sheet(release().with("track.title", "Slack Water at the Ninth Weir"), HOLLOW_QUAY);
        // “ (feat. Petra Vann)” has 19 characters, the title 29
        assertThat(sheet.problems())
                .extracting(CopySheet.Entry::problem)
                .contains("18 characters over the form’s limit of 30.");
    }

    @Test
    void characters_are_counted_as_people_count_them() {
        CopySheet sheet = sheet(Samples.single().with("track.title", "𝄞".repeat(30)), HOLLOW_QUAY);
        assertThat(sheet.entries().get(10).length()).isEqualTo(30);
        assertThat(sheet.entries().get(10).problem()).isEmpty();
    }

    @Test
    void a_day_of_which_only_the_year_is_known_cannot_be_typed_as_a_day() {
        CopySheet sheet = sheet(release().with("release.originalDate", "1998-03"), HOLLOW_QUAY);
        assertThat(sheet.entries().get(5).problem()).isEqualTo("The form needs a full date; only 1998-03 is known.");
        String year = HOLLOW_QUAY.replace("date: day.month.year", "date: year");
        assertThat(values(sheet(release().with("release.originalDate", "1998-03"), year)))
                .containsEntry("First released", "1998");
    }

    @Test
    void a_share_with_decimals_does_not_go_into_a_field_of_whole_numbers() {
        Samples uneven = release().with("work.writers", "Joss Amberley: CA 33.33/50; Ines Quillon: A 66.67/50");
        assertThat(sheet(uneven, HOLLOW_QUAY).problems())
                .extracting(CopySheet.Entry::problem)
                .contains("The form needs a whole number; the share is 33.33.");
        assertThat(values(sheet(uneven, HOLLOW_QUAY.replace(", decimals: 0", ""))))
                .containsEntry("Joss Amberley Share", "33.33");
    }

    @Test
    void a_box_is_ticked_or_not_and_nothing_else() {
        assertThat(values(sheet(release().with("track.explicit", "explicit"), HOLLOW_QUAY)))
                .containsEntry("Parental advisory", "yes");
        String undecided = HOLLOW_QUAY.replace(", clean: no", "");
        assertThat(sheet(release().with("track.explicit", "clean"), undecided).problems())
                .extracting(CopySheet.Entry::problem)
                .contains("This caption is a tick box; choose whether “clean” means ticked.");
    }

    @Test
    void several_names_turned_round_are_never_put_between_commas() {
        String commas = HOLLOW_QUAY.replace("names: \"last, first\", list: lines", "names: \"last, first\"");
        Samples two = release().with("work.writers", "Joss Amberley: CA; Ines Quillon: C");
        assertThat(sheet(two, commas).problems())
                .extracting(CopySheet.Entry::problem)
                .anyMatch(problem -> problem.contains("cannot be told apart; choose lines or semicolons"));
        assertThat(values(sheet(two, HOLLOW_QUAY))).containsEntry("Composers", "Amberley, Joss\nQuillon, Ines");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Mira Tollgate         |        |                     | Tollgate, Mira
            Lio van der Brandt    |        |                     | van der Brandt, Lio
            Amandine              |        |                     | Amandine
            The Paper Ferrymen    | group  |                     | The Paper Ferrymen
            Low Lock Music        | company |                    | Low Lock Music
            Sol Pereira Finch     | person | Pereira Finch, Sol  | Pereira Finch, Sol
            """)
    void names_are_turned_round_by_the_name_to_sort_by_else_before_the_family_name(
            String name, String kind, String sort, String expected) {
        Facts person = Facts.NONE.withText(Fields.PARTY_KIND, kind).withText(Fields.PARTY_SORT_NAME, sort);
        assertThat(FormText.lastFirst(name, person)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({
        "187000, MINUTES, 3:07",
        "187000, HOURS, 00:03:07",
        "187000, SECONDS, 187",
        "3723000, MINUTES, 1:02:03",
        "59600, MINUTES, 1:00"
    })
    void playing_times_are_written_as_the_form_wants_them(long milliseconds, Caption.TimeForm form, String expected) {
        assertThat(FormText.time(new PlayingTime(milliseconds), form)).isEqualTo(expected);
    }

    @Test
    void after_a_correction_only_the_captions_that_changed_are_typed_anew() {
        Map<String, String> handedOver = sheet(release(), HOLLOW_QUAY).values();
        assertThat(sheet(release(), HOLLOW_QUAY).changedSince(handedOver)).isEmpty();
        CopySheet mended = sheet(
                release()
                        .with("release.priceTier", "middle")
                        .with("work.writers", "Joss Amberley: CA 100/100 via Low Lock Music"),
                HOLLOW_QUAY);
        List<String> told = new ArrayList<>();
        for (CopySheet.ChangedCaption each : mended.changedSince(handedOver))
            told.add("%s: %s → %s".formatted(each.key(), each.before(), each.after()));
        assertThat(told)
                .containsExactly(
                        "0 ›  › Price tier:  → middle",
                        "1 › Joss Amberley › Share: 60 → 100",
                        "1 › Ines Quillon › Writer: Quillon, Ines → null",
                        "1 › Ines Quillon › Share: 40 → null",
                        "1 › Ines Quillon › Publisher:  → null",
                        "1 › Ines Quillon › IPI:  → null");
    }

    @Test
    void captions_travel_with_their_profile() {
        Profile read = Profile.read(HOLLOW_QUAY);
        assertThat(Profile.read(read.yaml()).captions())
                .isEqualTo(read.captions())
                .hasSize(20);
    }

    @Test
    void a_caption_whose_fact_is_there_no_longer_is_kept_and_says_so() {
        CopySheet sheet = sheet(release(), HOLLOW_QUAY.replace("fact: release.cLine", "fact: release.smell"));
        assertThat(sheet.entries()).hasSize(24);
        assertThat(sheet.entries().get(3).problem())
                .isEqualTo("There is no fact “release.smell”; choose another one for “© line”");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{ caption: Track title, per: track, fact: cover file }",
                "{ caption: Writer, fact: writer }",
                "{ caption: ISRC, fact: recording.isrc }",
                "{ caption: Born, per: track, fact: party.name }"
            })
    void a_fact_that_cannot_be_asked_for_so_often_says_so(String caption) {
        String one = HOLLOW_QUAY.substring(0, HOLLOW_QUAY.indexOf("captions:")) + "captions:\n  - " + caption + "\n";
        assertThat(Profile.read(one).captions().get(0).problem()).isPresent();
        sheet(release(), one)
                .entries()
                .forEach(each -> assertThat(each.problem()).isNotEmpty());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            { caption: A, fact: title, limit: many }             | limit is “many”
            { caption: A, fact: title, limit: -1 }               | limit is “-1”
            { caption: A }                                       | has no fact
            { fact: title }                                      | a name of 1 to 120 characters
            { caption: A, fact: title, per: month }              | expected: release, track, writer
            { caption: A, fact: title, date: american }          | expected: year-month-day, day/month/year
            { caption: A, fact: title, decimals: 1 }             | decimals are 0 or 2
            { caption: A, fact: title, colour: red }             | no key “colour”
            title                                                | a table such as
            """)
    void a_caption_that_is_none_is_refused_in_its_line(String caption, String told) {
        String one = HOLLOW_QUAY.substring(0, HOLLOW_QUAY.indexOf("captions:")) + "captions:\n  - " + caption + "\n";
        assertThatThrownBy(() -> Profile.read(one))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageStartingWith("Line 8, captions: ")
                .hasMessageContaining(told);
    }

    @Test
    void two_captions_of_one_name_are_refused() {
        assertThatThrownBy(() -> Profile.read(HOLLOW_QUAY.replace("caption: Primary artist", "caption: Album title")))
                .hasMessageContaining("“Album title” appears twice");
    }
}
