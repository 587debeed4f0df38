package app.entrada.core.delivery.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.delivery.kind.Sent;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("B0 What was typed into a form is sealed as a table")
class SheetTableTest {
    private static final Profile FORM = Profile.read("""
            pattern: distributor
            id: hollow-quay
            name: Hollow Quay Distribution
            version: 1
            dated: "2026-11-01"
            titleStyle: { featuredInTitle: true, version: parentheses }
            captions:
              - { caption: "Title, as on the cover", fact: title }
              - { caption: Composers, per: track, fact: composers, list: lines }
              - { caption: Writer, per: writer, fact: writer }
            """);

    private static Outgoing out(Samples release) {
        return Sent.of(release.subject().release(), FORM.sending(DeliveryKind.WEB_FORM))
                .out();
    }

    private static Samples release() {
        return Samples.single().with("work.writers", "Joss Amberley: CA 60/60; Ines Quillon: C 40/40");
    }

    /** By RFC 4180: quotes around what holds a comma or a break, CRLF behind every line. */
    private static final String SEALED = "Track,Writer,Caption,Value\r\n"
            + "release,,\"Title, as on the cover\",Slack Water\r\n"
            + "1,,Composers,\"Joss Amberley\nInes Quillon\"\r\n"
            + "1,Joss Amberley,Writer,Joss Amberley\r\n"
            + "1,Ines Quillon,Writer,Ines Quillon\r\n";

    @Test
    void a_form_is_sent_its_values_as_a_table_and_the_files_that_are_chosen_there() {
        Consignment form = Composing.of(out(release()));
        assertThat(form.document(Composing.COPY_SHEET).orElseThrow().text()).isEqualTo(SEALED);
        assertThat(form.documents()).hasSize(1);
        assertThat(form.files())
                .extracting(Consignment.Attached::path)
                .containsExactly("resources/01.flac", "resources/cover.jpg");
    }

    @Test
    void what_was_sealed_is_held_against_what_stands_today_caption_by_caption() {
        Map<String, String> then = SheetTable.read(SEALED);
        assertThat(CopySheet.of(out(release())).changedSince(then)).isEmpty();
        Samples other = release()
                .with("release.title", "Slack Tide")
                .with("track.title", "Slack Tide")
                .with("work.writers", "Joss Amberley: CA 100/100");
        assertThat(CopySheet.of(out(other)).changedSince(then))
                .extracting(CopySheet.ChangedCaption::toString)
                .containsExactly(
                        "Title, as on the cover: Slack Water → Slack Tide",
                        "Track 1, Composers: Joss Amberley\nInes Quillon → Joss Amberley",
                        "Track 1, Ines Quillon, Writer: Ines Quillon → empty");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "Title,Artist\r\nSlack Water,The Paper Ferrymen\r\n",
                "Track,Writer,Caption,Value\r\n1,,Title\r\n",
                "Track,Writer,Caption,Value\r\n1,,Title,\"Slack"
            })
    void what_is_no_such_table_is_refused(String table) {
        assertThatThrownBy(() -> SheetTable.read(table)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void captions_keep_the_form_s_order() {
        assertThat(List.copyOf(SheetTable.read(SEALED).values()))
                .containsExactly("Slack Water", "Joss Amberley\nInes Quillon", "Joss Amberley", "Ines Quillon");
    }
}
