package app.entrada.core.title;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.text.FileNames;
import app.entrada.core.text.Transliteration;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TitlesTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Glasswort (feat. Joss Amberley) | Glasswort | Joss Amberley",
                "Glasswort feat. Joss Amberley | Glasswort | Joss Amberley",
                "Glasswort [ft. Joss Amberley] | Glasswort | Joss Amberley",
                "Glasswort (Featuring Joss Amberley) (Radio Edit) | Glasswort (Radio Edit) | Joss Amberley",
                "Glasswort (with The Paper Ferrymen) | Glasswort | The Paper Ferrymen"
            })
    void a_featured_artist_is_found_in_a_title(String title, String rest, String part) {
        TitleReading.Part found = TitleReading.featured(title).orElseThrow();
        assertThat(found.rest()).isEqualTo(rest);
        assertThat(found.part()).isEqualTo(part);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Dancing with Herons",
                "Featherweight",
                "The Feature",
                "Soft Landing",
                "Left Bank",
                "(feat. Joss Amberley)"
            })
    void ordinary_words_are_no_featured_artist(String title) {
        assertThat(TitleReading.featured(title)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Almanac (Radio Edit) | Almanac | Radio Edit",
                "Almanac [DJ Halfpenny Remix] | Almanac | DJ Halfpenny Remix",
                "Almanac - Live at the Lock | Almanac | Live at the Lock",
                "Eelgrass (Instrumental) | Eelgrass | Instrumental"
            })
    void a_version_is_found_at_the_end_of_a_title(String title, String rest, String part) {
        TitleReading.Part found = TitleReading.version(title).orElseThrow();
        assertThat(found.rest()).isEqualTo(rest);
        assertThat(found.part()).isEqualTo(part);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"Live Wires", "Almanac (Winter)", "Mixed Weather", "Edited by Night", "(Reprise)", "Half-Live"})
    void brackets_and_words_alone_are_no_version(String title) {
        assertThat(TitleReading.version(title)).isEmpty();
    }

    @Test
    void a_known_duo_s_name_is_not_taken_apart() {
        Set<String> known = Set.of("Kestrel & Loam");
        assertThat(TitleReading.names("Kestrel & Loam", known::contains).list()).containsExactly("Kestrel & Loam");
        assertThat(TitleReading.names("Mira Tollgate, Joss Amberley & Petra Vann", known::contains)
                        .list())
                .containsExactly("Mira Tollgate", "Joss Amberley", "Petra Vann");
    }

    @Test
    void each_receiver_gets_the_title_in_its_own_style() {
        var release = Samples.single()
                .with("track.version", "Radio Edit")
                .with("track.featured", "Joss Amberley")
                .release();
        var track = release.tracks().get(0);
        assertThat(new TitleStyle(false, TitleStyle.Versions.PARENTHESES).track(release, track))
                .isEqualTo("Slack Water (Radio Edit)");
        assertThat(new TitleStyle(true, TitleStyle.Versions.PARENTHESES).track(release, track))
                .isEqualTo("Slack Water (feat. Joss Amberley) (Radio Edit)");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "AC/DC? \"Yes\" | AC-DC Yes",
                "CON | CON_",
                "trailing. . | trailing",
                "..\\..\\up | ..-..-up",
                "??? | untitled",
                "Κύμα | Κύμα"
            })
    void a_file_name_suits_every_file_system(String text, String name) {
        assertThat(FileNames.clean(text)).isEqualTo(name);
    }

    @Test
    void a_long_file_name_is_cut_between_characters() {
        String clean = FileNames.clean("夜の岸".repeat(60));
        assertThat(clean.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(200);
        assertThat("夜の岸".repeat(60)).startsWith(clean);
    }

    @ParameterizedTest
    @CsvSource({
        "Κύμα, Kyma",
        "Ondřej Žeravý, Ondrej Zeravy",
        "エノシマ, enoshima",
        "かもめ, kamome",
        "Волна, Volna",
        // characters that could be read in several ways are left out, never read as Chinese
        "家の灯, ''",
        "橙, ''",
        "Night 夜の岸 Ferry, Night Ferry"
    })
    void other_scripts_become_ascii(String text, String ascii) {
        assertThat(Transliteration.ascii(text)).isEqualTo(ascii);
    }

    @Test
    void what_would_have_to_be_guessed_is_asked_of_a_person() {
        assertThat(Transliteration.certain("エノシマ")).isTrue();
        assertThat(Transliteration.certain("夜の岸")).isFalse();
        assertThat(Transliteration.of("夜の岸", java.util.Optional.empty())).isEmpty();
        assertThat(Transliteration.of("夜の岸", java.util.Optional.of("Yoru no Kishi")))
                .contains("Yoru no Kishi");
    }
}
