package app.entrada.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.container.Wav;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Writer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

class ReleaseDocumentTest {
    @TempDir
    Path folder;

    private Path document(String json) throws IOException {
        return Files.writeString(folder.resolve("release.json"), json);
    }

    @Test
    void a_document_is_read_with_its_files_measured() throws IOException {
        Files.write(
                folder.resolve("slack.wav"),
                new Wav().format(2, 44100, 16).tone(44100, 0.4).bytes());
        ReleaseDocument read = ReleaseDocument.read(document("""
                {"entrada": 1, "label": {"isrcPrefix": "XANW9"},
                 "release": {"title": "Slack Water", "artists": ["The Paper Ferrymen"], "releaseDate": "2027-02-12"},
                 "tracks": [{"title": "Slack Water", "isrc": "XA-NW9-26-00031", "writers": "Joss Amberley; Ines Quillon", "master": "slack.wav"}]}
                """));
        var track = read.release().tracks().get(0);
        assertThat(read.release().artistsOf(track)).isEqualTo("The Paper Ferrymen");
        assertThat(track.recording().facts().text(Fields.RECORDING_ISRC)).isEqualTo("XANW92600031");
        assertThat(track.recording().work().writers())
                .extracting(Writer::name)
                .containsExactly("Joss Amberley", "Ines Quillon");
        assertThat(read.audio().values())
                .singleElement()
                .satisfies(audio -> assertThat(audio.samples()).isEqualTo(44100));
        assertThat(Checker.check(read.subject(Samples.TODAY), Receivers.all()))
                .extracting(Finding::rule)
                .contains("barcode.missing", "artwork.missing")
                .doesNotContain("isrc.missing", "audio.missing");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"entrada\": 1, \"release\": {\"titel\": \"x\"}, \"tracks\": []} | release.titel | titel",
                "{\"entrada\": 1, \"release\": {\"releaseDate\": \"soon\"}, \"tracks\": []} | release.releaseDate | 2027-02-12",
                "{\"entrada\": 1, \"release\": {}, \"tracks\": [{}, {\"master\": \"none.wav\"}]} | tracks[1].master | none.wav",
                "{\"entrada\": 1, \"release\": [], \"tracks\": []} | release | object",
                "{\"entrada\": 2, \"release\": {}} | entrada | version 1",
                "{\"entrada\": 1, | line 1 | not valid JSON"
            })
    void what_is_wrong_is_said_with_its_place(String json, String where, String what) throws IOException {
        Path document = document(json);
        assertThatThrownBy(() -> ReleaseDocument.read(document))
                .isInstanceOfSatisfying(
                        ReleaseDocument.Unreadable.class,
                        wrong -> assertThat(wrong.where()).contains(where))
                .hasMessageContaining(what);
    }

    @Test
    void the_schema_names_every_fact_of_the_registry() {
        String schema = new JsonMapper().writeValueAsString(ReleaseDocument.schema());
        Fields.all().stream()
                .filter(field -> !field.type().internal() && field.entity() != app.entrada.core.field.Entity.SERIES)
                .forEach(field -> assertThat(schema).contains("\"" + field.key() + "\""));
    }
}
