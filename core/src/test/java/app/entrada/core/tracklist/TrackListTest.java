package app.entrada.core.tracklist;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.tracklist.TrackList.ReadTrack;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("C9 Track lists as people paste them")
class TrackListTest {
    private static String says(ReadTrack row) {
        StringBuilder text = new StringBuilder();
        row.side().ifPresent(text::append);
        row.position().ifPresent(text::append);
        text.append('|').append(String.join(" + ", row.artists())).append('|').append(row.title());
        row.version().ifPresent(version -> text.append(" [").append(version).append(']'));
        if (!row.featured().isEmpty()) text.append(" feat ").append(String.join(" + ", row.featured()));
        row.length().ifPresent(time -> text.append('|').append(time));
        return text.toString();
    }

    private static List<String> read(String text) {
        return TrackList.read(text).rows().stream().map(TrackListTest::says).toList();
    }

    static Stream<Arguments> layouts() {
        return Stream.of(
                arguments("number, title, time", "1. Almanac 3:07\n2. Eelgrass 4:12\n3. Saltings 2:59"),
                arguments("zeros and brackets", "01) Almanac (3:07)\n02) Eelgrass (4:12)\n03) Saltings (2:59)"),
                arguments("dashes of all kinds", "1 – Almanac — 03:07\n2 - Eelgrass ― 04:12\n3 − Saltings ‒ 02:59"),
                arguments("tabs", "1\tAlmanac\t3:07\n2\tEelgrass\t4:12\n3\tSaltings\t2:59"),
                arguments(
                        "runs of spaces", "1   Almanac        3:07\n2   Eelgrass       4:12\n3   Saltings       2:59"),
                arguments(
                        "dot leaders", "1. Almanac ........ 3:07\n2. Eelgrass ....... 4:12\n3. Saltings ....... 2:59"),
                arguments("seconds", "1. Almanac 187 s\n2. Eelgrass 252 sec\n3. Saltings 179s"),
                arguments("minutes and seconds", "1. Almanac 3'07\"\n2. Eelgrass 4′12″\n3. Saltings 2m59s"),
                arguments("quotes", "1. “Almanac” – 3:07\n2. “Eelgrass” – 4:12\n3. “Saltings” – 2:59"),
                arguments("hash and colon", "#1: Almanac [3:07]\n#2: Eelgrass [4:12]\n#3: Saltings [2:59]"),
                arguments("time in front", "1. 3:07 Almanac\n2. 4:12 Eelgrass\n3. 2:59 Saltings"),
                arguments(
                        "heading and total",
                        "Track list:\n\nNo. Title Time\n1. Almanac 3:07\n2. Eelgrass 4:12\n3. Saltings 2:59\n----\nTotal time: 10:18"),
                arguments("bullets of a mail", "• 1 Almanac 3:07\n• 2 Eelgrass 4:12\n• 3 Saltings 2:59"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("layouts")
    void one_list_in_many_layouts(String name, String text) {
        assertThat(read(text)).containsExactly("1||Almanac|3:07", "2||Eelgrass|4:12", "3||Saltings|2:59");
        assertThat(TrackList.read(text).notUnderstood()).isEmpty();
    }

    @Test
    void the_artist_is_the_column_that_repeats_itself() {
        assertThat(read("""
                Mira Tollgate - Almanac 3:07
                Mira Tollgate - Eelgrass 4:12
                Mira Tollgate - Saltings 2:59"""))
                .containsExactly(
                        "|Mira Tollgate|Almanac|3:07", "|Mira Tollgate|Eelgrass|4:12", "|Mira Tollgate|Saltings|2:59");
        assertThat(read("""
                1. Almanac – Mira Tollgate
                2. Eelgrass – Mira Tollgate
                3. Round – Kestrel & Loam""")).as("title first").startsWith("1|Mira Tollgate|Almanac", "2|Mira Tollgate|Eelgrass");
    }

    @Test
    void where_nothing_repeats_a_known_name_tells_the_artist() {
        String text = "Slack Water – The Paper Ferrymen\nGlasswort – Mira Tollgate";
        TrackList list = TrackList.read(text, List.of("The Paper Ferrymen", "Mira Tollgate")::contains);
        assertThat(list.rows()).extracting(ReadTrack::title).containsExactly("Slack Water", "Glasswort");
        assertThat(TrackList.read(text).rows())
                .as("unknown names: the artist is first, as most people write it")
                .extracting(ReadTrack::title)
                .containsExactly("The Paper Ferrymen", "Mira Tollgate");
    }

    @Test
    void a_duo_with_an_ampersand_that_is_known_stays_one() {
        TrackList list =
                TrackList.read("1. Kestrel & Loam - Round\n2. Kestrel & Loam - Wick", "Kestrel & Loam"::equals);
        assertThat(list.rows().get(0).artists()).containsExactly("Kestrel & Loam");
    }

    @Test
    void a_dash_before_a_version_is_no_artist() {
        assertThat(read("1. Almanac - Radio Edit 3:07\n2. Almanac - Extended Mix 6:10\n3. Almanac - Instrumental 3:07"))
                .containsExactly(
                        "1||Almanac [Radio Edit]|3:07",
                        "2||Almanac [Extended Mix]|6:10",
                        "3||Almanac [Instrumental]|3:07");
    }

    @Test
    void featured_artists_and_versions_go_where_they_belong() {
        assertThat(read("1. Glasswort (feat. Ondřej Žeravý) (Live) 1:02:33\n2. Eelgrass ft. Kestrel & Loam 187 s"))
                .containsExactly(
                        "1||Glasswort [Live] feat Ondřej Žeravý|1:02:33", "2||Eelgrass feat Kestrel + Loam|3:07");
        assertThat(read("Mira Tollgate feat. Wanda Sleet – Almanac\nMira Tollgate – Eelgrass")
                        .get(0))
                .isEqualTo("|Mira Tollgate|Almanac feat Wanda Sleet");
    }

    @Test
    void sides_are_letters_in_front_or_headings() {
        assertThat(read("A1 Nocturne 3:07\nA2 Quay 4:12\nB1 Lamps 2:59"))
                .containsExactly("A1||Nocturne|3:07", "A2||Quay|4:12", "B1||Lamps|2:59");
        assertThat(read("Side A\n1. Nocturne 3:07\n2. Quay 4:12\n\nSide B:\n1. Lamps 2:59"))
                .containsExactly("A1||Nocturne|3:07", "A2||Quay|4:12", "B1||Lamps|2:59");
        assertThat(read("1-01 Nocturne\n1-02 Quay\n2-01 Lamps"))
                .containsExactly("11||Nocturne", "12||Quay", "21||Lamps");
    }

    @Test
    void a_number_that_is_part_of_the_title_stays() {
        assertThat(read("Almanac\n99 Lanterns\nSaltings")).containsExactly("||Almanac", "||99 Lanterns", "||Saltings");
        assertThat(read("1. 99 Lanterns\n2. 7 Locks\n3. Saltings"))
                .containsExactly("1||99 Lanterns", "2||7 Locks", "3||Saltings");
    }

    @Test
    void chapter_starts_become_lengths() {
        assertThat(read("0:00 Almanac\n3:07 Eelgrass\n7:19 Saltings"))
                .containsExactly("||Almanac|3:07", "||Eelgrass|4:12", "||Saltings");
    }

    @Test
    void other_scripts_are_titles_too() {
        assertThat(read("1. Κύμα 3:07\n2. 潮の暦 4:12")).containsExactly("1||Κύμα|3:07", "2||潮の暦|4:12");
    }

    @Test
    void a_code_in_the_line_is_the_recordings() {
        ReadTrack row = TrackList.read("1. Almanac XA-NW9-26-00041 3:07\n2. Eelgrass XANW92600042 4:12")
                .rows()
                .get(1);
        assertThat(row.isrc()).contains("XANW92600042");
        assertThat(row.title()).isEqualTo("Eelgrass");
    }

    @Test
    void a_line_unlike_the_others_is_named_and_left() {
        TrackList list = TrackList.read("1. Almanac 3:07\nmastered by Hanna Veil\n2. Eelgrass 4:12\n3. Saltings 2:59");
        assertThat(list.rows()).hasSize(3);
        assertThat(list.notUnderstood()).singleElement().satisfies(line -> {
            assertThat(line.number()).isEqualTo(2);
            assertThat(line.text()).isEqualTo("mastered by Hanna Veil");
        });
    }

    static Stream<Arguments> wrapped() {
        return Stream.of(
                arguments(
                        "a mail around it",
                        "Hi M.,\n\nhere comes the running order as we spoke of it yesterday on the phone:\n\n1 Almanac 3:07\n2 Eelgrass 4:12\n3 Saltings 2:59\n\nBest,\nMira"),
                arguments(
                        "a table in Markdown",
                        "| # | Title | Time |\n|---|:------|-----:|\n| 1 | Almanac | 3:07 |\n| 2 | Eelgrass | 4:12 |\n| 3 | Saltings | 2:59 |"),
                arguments(
                        "a list of a page",
                        "<h2>Tracks</h2><ol class=\"t\"><li>Almanac &ndash; 3:07</li><li>Eelgrass &ndash; 4:12</li><li>Saltings &ndash; 2:59</li></ol>"),
                arguments(
                        "a table of a page",
                        "<table><tr><th>No</th><th>Title</th><th>Time</th></tr><tr><td>1</td><td>Almanac</td><td>3:07</td></tr><tr><td>2</td><td>Eelgrass</td><td>4:12</td></tr><tr><td>3</td><td>Saltings</td><td>2:59</td></tr></table>"),
                arguments(
                        "German",
                        "Titelliste:\nNr. Titel Dauer\n1. Almanac 3:07\n2. Eelgrass 4:12\n3. Saltings 2:59\nGesamtspielzeit: 10:18"),
                arguments("French, as a table", "N°;Titre;Durée\n1;Almanac;3:07\n2;Eelgrass;4:12\n3;Saltings;2:59"),
                arguments("three lines a track", "1\nAlmanac\n3:07\n2\nEelgrass\n4:12\n3\nSaltings\n2:59"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("wrapped")
    void what_is_wrapped_around_a_list_is_no_part_of_it(String name, String text) {
        assertThat(read(text)).containsExactly("1||Almanac|3:07", "2||Eelgrass|4:12", "3||Saltings|2:59");
    }

    @Test
    void a_greeting_is_named_and_left() {
        TrackList list =
                TrackList.read("Dear Sol,\nplease find below what we agreed on for the record.\n1 Almanac\n2 Eelgrass");
        assertThat(list.rows()).extracting(ReadTrack::title).containsExactly("Almanac", "Eelgrass");
        assertThat(list.rows()).extracting(row -> row.position().orElse(0)).containsExactly(1, 2);
        assertThat(list.notUnderstood())
                .extracting(TrackList.SourceLine::number)
                .containsExactlyInAnyOrder(1, 2);
    }

    @Test
    void times_alone_are_times_and_no_titles() {
        assertThat(TrackList.read("3:07\n4:12\n2:59").rows()).allSatisfy(row -> {
            assertThat(row.title()).isEmpty();
            assertThat(row.length()).isPresent();
        });
        assertThat(read("1. 3:07\n2. 4:12\n3. 2:59")).containsExactly("1|||3:07", "2|||4:12", "3|||2:59");
    }

    @Test
    void title_and_time_on_two_lines_are_one_track() {
        assertThat(read("Almanac\n3:07\nEelgrass\n4:12\nSaltings\n2:59"))
                .containsExactly("||Almanac|3:07", "||Eelgrass|4:12", "||Saltings|2:59");
    }

    @Test
    void names_of_files_lose_their_endings() {
        assertThat(read("01 Almanac.wav\n02 Eelgrass.wav\n03 Saltings.wav"))
                .containsExactly("1||Almanac", "2||Eelgrass", "3||Saltings");
        assertThat(read("masters/01_Unlit_Quay.flac\nmasters/02_First_Lamp.flac"))
                .containsExactly("1||Unlit Quay", "2||First Lamp");
    }

    @Test
    void a_disc_by_its_id_gives_lengths_in_frames() {
        // two tracks: 150 to 14,175 frames, and on to second 439, which is frame 32,925
        List<ReadTrack> rows = TrackList.read("1a01b702 2 150 14175 439").rows();
        assertThat(rows)
                .extracting(ReadTrack::length)
                .containsExactly(
                        java.util.Optional.of(new PlayingTime(187_000)),
                        java.util.Optional.of(new PlayingTime(250_000)));
    }

    @Test
    void an_ampersand_alone_makes_no_two_artists() {
        assertThat(TrackList.read("1. Kestrel & Loam - Round\n2. Kestrel & Loam - Wick")
                        .rows()
                        .get(0)
                        .artists())
                .containsExactly("Kestrel & Loam");
        assertThat(TrackList.read(
                                "1. Mira Tollgate & Petra Vann - Round\n2. Mira Tollgate - Wick\n3. Mira Tollgate - Tide")
                        .rows()
                        .get(0)
                        .artists())
                .containsExactly("Mira Tollgate", "Petra Vann");
    }

    @Test
    void sentences_between_titles_are_named_and_never_titles() {
        TrackList list = TrackList.read(
                "Almanac\nEelgrass\nPlease send me the final masters before the end of next week.\nSaltings");
        assertThat(list.rows()).extracting(ReadTrack::title).containsExactly("Almanac", "Eelgrass", "Saltings");
        assertThat(list.notUnderstood())
                .singleElement()
                .satisfies(line -> assertThat(line.number()).isEqualTo(3));
    }

    @Test
    void a_table_with_its_columns_in_any_order() {
        TrackList list = TrackList.read(
                "Length;ISRC;Artist;Title;No\n3:07;XA-NW9-26-00041;Mira Tollgate;\"Almanac; or, Tides\";1\n");
        assertThat(list.form()).isEqualTo(TrackList.Form.TABLE);
        assertThat(list.rows().stream().map(TrackListTest::says))
                .containsExactly("1|Mira Tollgate|Almanac; or, Tides|3:07");
    }

    @Test
    void a_cell_that_cannot_be_read_is_named_with_its_line() {
        TrackList list = TrackList.read("Title,Time\nAlmanac,3:07\nEelgrass,soon\n");
        assertThat(list.rows()).hasSize(1);
        assertThat(list.notUnderstood().get(0).number()).isEqualTo(3);
        assertThat(list.notUnderstood().get(0).why()).contains("soon").contains("3:07");
    }

    @Test
    void a_cue_sheet_gives_titles_and_times() {
        TrackList list = TrackList.read("""
                PERFORMER "Odd Lantern Quartet"
                TITLE "Nocturnes for an Unlit Quay"
                FILE "nocturnes.wav" WAVE
                  TRACK 01 AUDIO
                    TITLE "First Lamp"
                    ISRC XANW92600051
                    INDEX 01 00:00:00
                  TRACK 02 AUDIO
                    TITLE "Second Lamp"
                    PERFORMER "Petra Vann"
                    INDEX 00 03:05:00
                    INDEX 01 03:07:37
                  TRACK 03 AUDIO
                    TITLE "Third Lamp (Live)"
                    INDEX 01 07:19:00
                """);
        assertThat(list.form()).isEqualTo(TrackList.Form.CUE);
        // 3 min 7 s and 37 frames of 1/75 s: 187.4933… s
        assertThat(list.rows().get(0).length()).contains(new PlayingTime(187_493));
        assertThat(list.rows().get(0).artists()).containsExactly("Odd Lantern Quartet");
        assertThat(list.rows().get(1).artists()).containsExactly("Petra Vann");
        assertThat(list.rows().get(2).version()).contains("Live");
        assertThat(list.rows().get(2).length()).isEmpty();
        assertThat(list.notUnderstood()).isEmpty();
    }

    @Test
    void a_table_of_contents_with_starts_and_lengths() {
        // 14,062 frames: 187.49 s; 18,900 frames: 252 s
        List<String> wanted = List.of("1|||3:07.493", "2|||4:12", "3|||2:59");
        assertThat(read("""
                TOC of the extracted CD

                     Track |   Start  |  Length  | Start sector | End sector
                    ---------------------------------------------------------
                        1  |  0:00.00 |  3:07.37 |         0    |    14061
                        2  |  3:07.37 |  4:12.00 |     14062    |    32961
                        3  |  7:19.37 |  2:59.00 |     32962    |    46386
                """)).isEqualTo(wanted);
        assertThat(read("""
                track   length       begin
                  1.    14062 [03:07.37]        0 [00:00.00]
                  2.    18900 [04:12.00]    14062 [03:07.37]
                  3.    13425 [02:59.00]    32962 [07:19.37]
                TOTAL  46387 [10:18.37]    (audio only)
                """)).isEqualTo(wanted);
        assertThat(read("1 3 46537 150 14212 33112"))
                .as("first, last, lead-out and starts")
                .isEqualTo(wanted);
    }

    @Test
    void a_table_of_contents_with_its_lead_out() {
        assertThat(read("""
                track 1: 00:02:00
                track 2: 03:09:37
                track 3: 07:21:37
                lead-out: 10:20:37
                """)).containsExactly("1|||3:07.493", "2|||4:12", "3|||2:59");
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void any_text_is_read_without_complaint(long seed) {
        Random random = new Random(seed);
        String letters = "1234567890:.-–\t \n\n|\";,'()[]ABTRACK INDEX 01feat. mixé潮°";
        for (int i = 0; i < 400; i++) {
            StringBuilder text = new StringBuilder();
            for (int length = random.nextInt(300); length > 0; length--)
                text.append(letters.charAt(random.nextInt(letters.length())));
            TrackList list = TrackList.read(text.toString());
            long full = text.toString().lines().filter(line -> !line.isBlank()).count();
            assertThat((long) list.rows().size() + list.notUnderstood().size()).isLessThanOrEqualTo(Math.max(99, full));
        }
    }

    @Test
    void hostile_lines_end_in_time() {
        String spaces = "1. " + "a ".repeat(20_000) + " - ".repeat(5_000) + "3:0";
        assertThat(TrackList.read(spaces).rows().size()).isLessThanOrEqualTo(1);
        assertThat(TrackList.read("x".repeat(600_000)).notUnderstood()).hasSize(1);
    }
}
