package app.entrada.core.labelcopy;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import com.lowagie.text.pdf.PdfReader;
import com.lowagie.text.pdf.parser.PdfTextExtractor;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("C12 The label copy")
class LabelCopyTest {
    private static Release album() {
        Release single = Samples.single()
                .with("recording.credits", "Joss Amberley: vocals, guitar; Tobit Marrow: drums; Hanna Veil: mastering")
                .with("work.writers", "Joss Amberley: CA 50/50 via Low Lock Music; Ines Quillon: C 25/25")
                .with("work.publishers", "Low Lock Music: E 25/25")
                .release();
        List<Track> tracks = new ArrayList<>();
        for (int i = 1; i <= 10; i++)
            tracks.add(new Track(
                    i,
                    i,
                    single.tracks()
                            .get(0)
                            .facts()
                            .withText(Fields.TRACK_TITLE, i == 5 ? "潮の暦" : "Lock " + i)
                            .withText(Fields.TRACK_LATIN_TITLE, i == 5 ? "Shio no Koyomi" : null),
                    single.tracks().get(0).recording()));
        return new Release(1, 0, single.facts(), tracks);
    }

    @Test
    void ten_tracks_with_their_credits_stand_on_two_pages() throws IOException {
        byte[] pdf = LabelCopyPdf.of(
                LabelCopy.of(album(), Map.of(1L, new PlayingTime(187_400)), Map.of()),
                LocalDate.of(2026, 11, 23),
                Optional.empty());
        PdfReader reader = new PdfReader(pdf);
        assertThat(reader.getNumberOfPages()).isEqualTo(2);
        String text = new PdfTextExtractor(reader).getTextFromPage(1) + new PdfTextExtractor(reader).getTextFromPage(2);
        assertThat(text)
                .contains("Slack Water", "NW-029", "9 521234 500292", "XA-NW9-26-00031", "3:07")
                .contains("Joss Amberley (CA 50.00/50.00)", "Hanna Veil", "Lock 10");
    }

    @Test
    void a_title_the_typeface_cannot_show_stands_in_the_latin_letters_that_were_given() throws IOException {
        byte[] pdf = LabelCopyPdf.of(
                LabelCopy.of(album(), Map.of(), Map.of()), LocalDate.of(2026, 11, 23), Optional.empty());
        PdfReader reader = new PdfReader(pdf);
        String text = new PdfTextExtractor(reader).getTextFromPage(1) + new PdfTextExtractor(reader).getTextFromPage(2);
        assertThat(text).contains("Shio no Koyomi", "are transliterated").doesNotContainIgnoringCase("chao");
    }

    @Test
    void with_a_typeface_that_has_the_letters_the_title_stands_as_it_is() throws IOException {
        Path typeface = Path.of("/usr/share/fonts/opentype/ipaexfont-gothic/ipaexg.ttf");
        org.junit.jupiter.api.Assumptions.assumeTrue(Files.exists(typeface), "fonts-ipaexfont-gothic is not installed");
        byte[] pdf = LabelCopyPdf.of(
                LabelCopy.of(album(), Map.of(), Map.of()), LocalDate.of(2026, 11, 23), Optional.of(typeface));
        String text = new PdfTextExtractor(new PdfReader(pdf)).getTextFromPage(1);
        assertThat(text).contains("潮の暦").doesNotContain("are transliterated");
    }
}
