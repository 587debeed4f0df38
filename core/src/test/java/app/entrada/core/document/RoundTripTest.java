package app.entrada.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.release.context.LabelProfile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("C12 Out and in again without loss")
class RoundTripTest {
    private static final LabelProfile LABEL =
            new LabelProfile("Ninth Weir Records", "XANW9", "952123450", "NW", "Low Lock Music");

    /** A value for each type, awkward where it can be. */
    private static final Map<String, String> VALUES = Map.ofEntries(
            Map.entry("text", "Almanac; “Tides”, or \"Eelgrass\" — 潮"),
            Map.entry("long-text", "Two lines,\nthe second with a\ttab; and \"quotes\""),
            Map.entry("names", "Mira Tollgate; Kestrel & Loam; Ondřej Žeravý"),
            Map.entry("credits", "Mira Tollgate: vocals, guitar as M. Toll; Hanna Veil: mastering"),
            Map.entry("writers", "Mira Tollgate: CA 16.67/50.00 via Low Lock Music; Joss Amberley: A /50.00"),
            Map.entry("publishers", "Low Lock Music: E 50.00/50.00"),
            Map.entry("participants", "Mira Tollgate: artist 60.00; Ninth Weir Records: label 40.00"),
            Map.entry("members", "Joss Amberley: 2014–; Wanda Sleet: 2014–2019"),
            Map.entry("terms", "folk; slow air"),
            Map.entry("outlets", "quay: Lantern, Tidebox; harbour: Osier Row"),
            Map.entry("phrases", "Tollgate, Mira; M. Tollgate"),
            Map.entry("origins", "cover: Weir Song / trad.; sample: Lock Gate Hum / J. Amberley"),
            Map.entry("lyrics", "[en]\nThe tide comes in\n\nand goes\n\n[el]\nΚύμα"),
            Map.entry("partial-date", "1998-03"),
            Map.entry("date", "2027-02-12"),
            Map.entry("time", "3:07.250"),
            Map.entry("number", "96"),
            Map.entry("links", "https://ninthweir.example/nw-031 https://ninthweir.example/shop?a=1"),
            Map.entry("rights-line", "2027 Ninth Weir Records"),
            Map.entry("territories", "worldwide except CA US"),
            Map.entry("file", "a".repeat(64)),
            Map.entry("pictures", "back " + "b".repeat(64) + "; booklet " + "c".repeat(64)),
            Map.entry("language", "el"),
            Map.entry("country", "DE"),
            Map.entry("key", "F# minor"),
            Map.entry("isrc", "XANW92600041"),
            Map.entry("gtin", "9521234500315"),
            Map.entry("name", "Mira “Weir” Tollgate — 潮"),
            Map.entry("iswc", "T0345246801"),
            Map.entry("label-code", "00952"),
            Map.entry("ipi", "00014107338"),
            Map.entry("isni", "0000000488127347"));

    private static Facts full(Entity entity) {
        Map<String, String> texts = new HashMap<>();
        for (Field<?> field : Fields.of(entity)) {
            if (field.type().internal()) continue;
            List<String> words = ValueTypes.wordsOf(field.type());
            String value = words.isEmpty() ? VALUES.get(field.type().name()) : words.get(words.size() - 1);
            assertThat(value).as("a sample for " + field.type().name()).isNotNull();
            texts.put(field.id(), value);
        }
        return Facts.read(texts);
    }

    private static Release full() {
        List<Track> tracks = new ArrayList<>();
        for (int i = 1; i <= 3; i++)
            tracks.add(new Track(
                    i,
                    i,
                    full(Entity.TRACK),
                    new Recording(i, full(Entity.RECORDING), new Work(i, i == 2 ? Facts.NONE : full(Entity.WORK)))));
        return new Release(1, 0, full(Entity.RELEASE), tracks);
    }

    private static void same(Release read, Release written) {
        for (Field<?> field : Fields.all()) {
            if (field.entity() == Entity.PARTY
                    || field.entity() == Entity.SERIES
                    || field.type().internal()) continue;
            if (field.entity() == Entity.RELEASE)
                assertThat(read.facts().text(field))
                        .as(field.id())
                        .isEqualTo(written.facts().text(field));
            else
                for (int i = 0; i < written.tracks().size(); i++)
                    assertThat(read.factsOf(read.tracks().get(i), field.entity())
                                    .text(field))
                            .as(field.id())
                            .isEqualTo(written.factsOf(written.tracks().get(i), field.entity())
                                    .text(field));
        }
    }

    @Test
    void every_fact_of_the_registry_comes_back_from_the_document() throws IOException {
        byte[] document = ReleaseDocument.write(full(), LABEL, List.of(full(Entity.PARTY)));
        ReleaseDocument read = ReleaseDocument.read(document);
        same(read.release(), full());
        assertThat(read.label()).isEqualTo(LABEL);
        Facts person = read.people().values().iterator().next();
        for (Field<?> field : Fields.of(Entity.PARTY))
            assertThat(person.text(field))
                    .as(field.id())
                    .isEqualTo(full(Entity.PARTY).text(field));
        assertThat(ReleaseDocument.write(
                        read.release(), read.label(), read.people().values()))
                .as("byte for byte")
                .isEqualTo(document);
    }

    @ParameterizedTest
    @ValueSource(chars = {',', ';', '\t'})
    void every_fact_comes_back_from_the_table(char delimiter) throws IOException {
        String table = SheetTable.write(full(), delimiter);
        Release read = SheetTable.read("\uFEFF" + table);
        same(read, full());
        assertThat(SheetTable.write(read, delimiter)).isEqualTo(table);
    }

    @Test
    void a_table_from_a_spreadsheet_has_its_heads_in_words_and_in_any_order() throws IOException {
        Release read = SheetTable.read("ISRC;Title;Given time\nXA-NW9-26-00041;Almanac;3:07\n;Eelgrass;\n");
        assertThat(read.tracks()).hasSize(2);
        assertThat(read.tracks().get(0).recording().facts().text(Fields.RECORDING_ISRC))
                .isEqualTo("XANW92600041");
        assertThat(read.tracks().get(1).facts().text(Fields.TRACK_TITLE)).isEqualTo("Eelgrass");
    }

    @ParameterizedTest
    @CsvSource({
        "'title;givenTime\nAlmanac;soon', 'line 2, column 2', soon",
        "'title;mystery\nAlmanac;x', 'line 2, column 2', mystery",
        "'title;version\n\"Almanac;x', line, never closed"
    })
    void what_is_not_understood_is_said_with_line_and_column(String table, String where, String what) {
        assertThatThrownBy(() -> SheetTable.read(table))
                .isInstanceOfSatisfying(
                        ReleaseDocument.Unreadable.class,
                        wrong -> assertThat(wrong.where()).startsWith(where))
                .hasMessageContaining(what);
    }
}
