package app.entrada.core.delivery.kind.works;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.delivery.kind.Sent;
import app.entrada.core.release.Release;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("S6 Works in the society's columns, and its answer read back")
class WorksFileTest {
    private static Samples song() {
        return Samples.single()
                .with("work.workTitle", "Slack Water")
                .with("work.writers", "Joss Amberley: C 50/50 via Low Lock Music; Ines Quillon: A 0/0")
                .with("work.publishers", "Low Lock Music: E 50/50")
                .with("work.lyrics", "[en]\nSlack water");
    }

    private static Sent sent(Release release) {
        return Sent.of(release, "ostra")
                .person("Joss Amberley", "00014107338", "OSTRA", "Amberley, Joss")
                .person("Low Lock Music", "00052210040", "OSTRA", "");
    }

    private static List<String> lines(Sent sent) {
        return Arrays.asList(WorksFile.of(sent.out()).split("\r\n"));
    }

    private static String b(int blanks) {
        return " ".repeat(blanks);
    }

    @Test
    void each_record_is_the_line_that_was_ruled_off_by_hand() {
        List<String> lines = lines(sent(song().release()));
        assertThat(lines.get(0)).isEqualTo("HDRPB000000952LOW LOCK MUSIC" + b(31) + "01.1020261123100000" + "20261123");
        assertThat(lines.get(1)).isEqualTo("GRHNWR0000102.100000000000" + b(2));
        assertThat(lines.get(2))
                .isEqualTo("NWR0000000000000000" + "SLACK WATER" + b(49) + "EN" + "W0000000004" + b(3) + b(11)
                        + "00000000"
                        + b(12) + "POP" + "000049" + "Y" + "MTX" + b(3) + "ORI" + b(9) + "NINTH WEIR RECORDS" + b(12)
                        + b(10) + b(2) + b(1) + "000" + "00000000" + "U" + b(25) + b(25) + "N")
                .hasSize(260);
        String low = "000000013";
        String joss = "000000011";
        assertThat(lines.get(3))
                .isEqualTo("SPU0000000000000001" + "01" + low + "LOW LOCK MUSIC" + b(31) + b(1) + "E " + b(9)
                        + "00052210040" + b(14) + "OST05000OST05000OST05000" + b(3) + b(13) + b(14) + b(14) + b(2)
                        + b(1));
        assertThat(lines.get(4)).isEqualTo("SPT0000000000000002" + low + b(6) + "050000500005000I2136" + b(1) + "001");
        assertThat(lines.get(5))
                .isEqualTo("SWR0000000000000003" + joss + "AMBERLEY" + b(37) + "JOSS" + b(26) + b(1) + "C " + b(9)
                        + "00014107338" + "OST05000OST05000OST05000" + b(4) + b(13) + "000000000000" + b(1));
        assertThat(lines.get(6)).isEqualTo("SWT0000000000000004" + joss + "050000500005000I2136" + b(1) + "001");
        assertThat(lines.get(7))
                .isEqualTo("PWR0000000000000005" + low + "LOW LOCK MUSIC" + b(31) + b(14) + b(14) + joss);
        assertThat(lines.get(8))
                .startsWith("SWR0000000000000006")
                .contains("QUILLON")
                .contains("INES");
        assertThat(lines.get(10)).startsWith("PER0000000000000008THE PAPER FERRYMEN");
        assertThat(lines.get(11))
                .isEqualTo("REC0000000000000009" + "20270212" + b(60) + "000049" + b(5) + "SLACK WATER" + b(49)
                        + "NINTH WEIR RECORDS" + b(42) + "NW-029" + b(12) + "9521234500292" + "XANW92600031" + "AD"
                        + b(3));
        // group: one transaction, ten records of it, its own head and end; file: with HDR and TRL
        assertThat(lines.get(12)).isEqualTo("GRT000010000000100000012");
        assertThat(lines.get(13)).isEqualTo("TRL000010000000100000014");
        assertThat(lines).hasSize(14);
    }

    @ParameterizedTest
    @CsvSource({
        "NWR, 260",
        "REV, 260",
        "SPU, 183",
        "SPT, 58",
        "SWR, 180",
        "SWT, 52",
        "PWR, 110",
        "ALT, 83",
        "PER, 118",
        "REC, 266",
        "ACK, 159",
        "MSG, 185",
        "GRT, 24",
        "TRL, 24",
        "GRH, 28",
        "HDR, 86"
    })
    void a_record_is_as_long_as_its_fields_together(String type, int length) {
        assertThat(RecordLayout.length(type)).isEqualTo(length);
    }

    @Test
    void a_work_that_the_society_has_goes_as_a_revision_in_a_group_of_its_own() {
        List<String> lines = lines(sent(song().release()).knows(4, "OST-1"));
        assertThat(lines.get(1)).startsWith("GRHREV00001");
        assertThat(lines.get(2)).startsWith("REV0000000000000000SLACK WATER");
    }

    /** What stands at the society once this was accepted. */
    private static String digest(Sent sent) {
        return Objects.requireNonNull(
                WorksFile.digests(WorksFile.of(sent.out())).get("W0000000004"));
    }

    static List<Sent> corrections() {
        return List.of(
                sent(song().release()).person("Ines Quillon", "00045620792", "OSTRA", "Quillon, Ines"),
                sent(song().release()).legal("Joss Amberley", "Jocelyn Amberley"),
                sent(song().release()).person("Low Lock Music", "00052210040", "PPA", ""),
                sent(song().with("release.label", "Weirside").release()),
                sent(song().with("release.barcode", "9521234500315").release()),
                sent(song().with("release.catalogueNumber", "NW-029B").release()),
                sent(song().with("release.releaseDate", "2027-02-19").release()),
                sent(song().with("track.title", "Slack Waters").release()),
                sent(song().with("work.writers", "Joss Amberley: C 40/40 via Low Lock Music; Ines Quillon: A 10/10")
                        .release()),
                sent(song().release()).lasting(50));
    }

    @ParameterizedTest
    @MethodSource("corrections")
    void whatever_the_file_says_of_a_work_is_told_again_when_it_was_corrected(Sent corrected) {
        String before = digest(sent(song().release()));
        List<String> told = lines(corrected.has(4, "OST-1", before).on(Outgoing.Occasion.UPDATE));
        assertThat(told.get(1)).startsWith("GRHREV00001");
        List<String> untouched =
                lines(sent(song().release()).has(4, "OST-1", before).on(Outgoing.Occasion.UPDATE));
        assertThat(untouched).extracting(line -> line.substring(0, 3)).containsExactly("HDR", "TRL");
    }

    @Test
    void the_iswc_that_came_from_the_society_itself_is_no_correction() {
        String before = digest(sent(song().release()));
        assertThat(digest(sent(song().with("work.iswc", "T-034.524.680-1").release())))
                .isEqualTo(before);
    }

    @Test
    void a_corrected_work_goes_with_its_recording_though_the_society_has_that_file() {
        Sent corrected = sent(song().with("work.writers", "Joss Amberley: CA 100/100")
                        .release())
                .has(4, "OST-1", digest(sent(song().release())))
                .on(Outgoing.Occasion.UPDATE)
                .holding(Sent.SUM);
        assertThat(Composing.of(corrected.out()).files())
                .extracting(Consignment.Attached::says)
                .containsExactly("track 1");
    }

    @Test
    void a_party_keeps_its_number_whatever_it_is_called() {
        // two names of which checksums made the same number once are two parties all the same
        assertThat(lines(sent(song().release())).stream()
                        .filter(line -> line.startsWith("SWR"))
                        .map(line -> RecordLayout.read(line, "party number")))
                .containsExactly("000000011", "000000012");
        assertThatThrownBy(() -> lines(sent(song().with("work.writers", "Sol Pereira-Finch: CA 100/100")
                        .release())))
                .hasMessageContaining("Sol Pereira-Finch has no number");
    }

    @Test
    void family_and_given_name_follow_the_name_to_sort_by() {
        Sent sent = sent(song().with("work.writers", "Mira Tollgate: CA 50/50").release())
                .person("Mira Tollgate", "", "", "Tollgate, Mira")
                .legal("Mira Tollgate", "Mirabel van der Tollgate Osei");
        String swr = lines(sent).stream()
                .filter(line -> line.startsWith("SWR"))
                .findFirst()
                .orElseThrow();
        assertThat(RecordLayout.read(swr, "last name")).isEqualTo("TOLLGATE OSEI");
        assertThat(RecordLayout.read(swr, "first name")).isEqualTo("MIRABEL VAN DER");
    }

    @Test
    void a_japanese_title_is_registered_as_a_person_wrote_it_in_latin_letters() {
        List<String> lines = lines(sent(song().with("work.workTitle", "夜の岸")
                        .with("work.workLatinTitle", "Yoru no Kishi")
                        .with("work.writers", "水門: CA 100/100")
                        .release())
                .latin("水門", "Suimon"));
        assertThat(RecordLayout.read(lines.get(2), "title")).isEqualTo("YORU NO KISHI");
        assertThat(lines.stream().filter(line -> line.startsWith("SWR")))
                .singleElement()
                .satisfies(
                        line -> assertThat(RecordLayout.read(line, "last name")).isEqualTo("SUIMON"));
        assertThat(lines.stream().filter(line -> line.startsWith("NAT")))
                .singleElement()
                .asString()
                .contains("夜の岸");
    }

    @Test
    void another_script_is_transliterated_and_stands_as_it_is_beside() {
        List<String> lines = lines(sent(song().with("work.workTitle", "Κύμα")
                .with("track.title", "Κύμα")
                .release()));
        assertThat(lines.get(2)).startsWith("NWR0000000000000000KYMA ");
        assertThat(lines.stream().filter(line -> line.startsWith("NAT")))
                .singleElement()
                .asString()
                .contains("Κύμα");
        assertThat(lines.stream().filter(line -> !line.startsWith("NAT")))
                .allSatisfy(line -> assertThat(line).matches("[\\x20-\\x60{-~]*"));
    }

    @Test
    void an_arrangement_names_its_original() {
        List<String> lines = lines(sent(song().with("work.writers", "Mira Tollgate: AR 100/100")
                .with("work.origins", "public domain: The Lowlands Low / trad.")
                .release()));
        assertThat(RecordLayout.read(lines.get(2), "version type")).isEqualTo("MOD");
        assertThat(RecordLayout.read(lines.get(2), "music arrangement")).isEqualTo("ARR");
        String ver = lines.stream()
                .filter(line -> line.startsWith("VER"))
                .findFirst()
                .orElseThrow();
        assertThat(RecordLayout.read(ver, "original title")).isEqualTo("THE LOWLANDS LOW");
    }

    @Test
    void the_file_is_named_by_year_number_sender_and_receiver() {
        assertThat(WorksFile.name(sent(song().release()).out())).isEqualTo("CW260007NW9_OST.V21");
    }

    private static String ack(String status, String iswc) {
        return "ACK0000000000000000" + "20261124" + "090000" + "00001" + "00000000" + "NWR" + "SLACK WATER" + b(49)
                + "W0000000004" + b(9) + "OST-000017" + b(10) + "20261124" + status + "\r\n"
                + (status.equals("CO")
                        ? "MSG0000000000000001" + "T" + "00000003" + "SWR" + "T" + "101"
                                + "SHARES EXCEED 100 WITH ANOTHER CLAIM" + b(114) + "\r\n"
                        : "")
                + (iswc.isEmpty()
                        ? ""
                        : "NWR0000000000000001SLACK WATER" + b(49) + "EN" + "W0000000004" + b(3) + iswc + "\r\n");
    }

    private static String file(String... acks) {
        return "HDRSO000000777OSTRA" + b(40) + "01.1020261124090000" + "20261124\r\nGRHACK0000102.100000000000  \r\n"
                + String.join("", acks) + "GRT000010000000200000006\r\nTRL000010000000200000008\r\n";
    }

    @Test
    void an_acknowledgement_tells_how_each_work_stands_and_the_iswc_that_came_back() {
        Acknowledgement read = Acknowledgement.read(file(ack("AS", "T0345246801"), ack("CO", "")));
        assertThat(read.unreadable()).isEmpty();
        assertThat(read.works()).hasSize(2);
        assertThat(read.works().get(0)).satisfies(work -> {
            assertThat(work.standing().taken()).isTrue();
            assertThat(work.submitterNumber()).isEqualTo("W0000000004");
            assertThat(work.recipientNumber()).isEqualTo("OST-000017");
            assertThat(work.iswc().orElseThrow()).hasToString("T-034.524.680-1");
        });
        assertThat(read.works().get(1)).satisfies(work -> {
            assertThat(work.standing()).isEqualTo(Acknowledgement.WorkStatus.CONFLICT);
            assertThat(work.messages()).containsExactly("SHARES EXCEED 100 WITH ANOTHER CLAIM");
        });
    }

    @Test
    void any_bytes_as_an_answer_end_in_a_sentence_or_in_what_was_understood() {
        assertThatThrownBy(() -> Acknowledgement.read("<html>")).hasMessageContaining("not an acknowledgement");
        Random random = new Random(5);
        for (int i = 0; i < 300; i++) {
            char[] some = file(ack("AS", "T0345246801")).toCharArray();
            for (int j = 0; j < 1 + i % 40; j++)
                some[12 + random.nextInt(some.length - 12)] = (char) random.nextInt(300);
            assertThat(Acknowledgement.read(new String(some)).works().size()).isLessThan(3);
        }
        assertThat(Acknowledgement.read(file(ack("XX", ""))).unreadable()).isNotEmpty();
        assertThat(Acknowledgement.read(file(ack("AS", "T0345246809")))
                        .works()
                        .get(0)
                        .iswc())
                .isEmpty();
    }
}
