package app.entrada.core.title;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.field.Fields;
import app.entrada.core.names.NameFinder;
import app.entrada.core.release.Release;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("C11 Edit many at once")
class RewordingTest {
    @ParameterizedTest
    @CsvSource({
        "the lowlands low, en, The Lowlands Low",
        "SONGS OF THE TOWPATH, en, Songs of the Towpath",
        "Knot And Dunlin, en, Knot and Dunlin",
        "what the river is for, en, What the River Is For",
        "Almanac: the tides (a reprise), en, Almanac: The Tides (A Reprise)",
        "DJ Halfpenny at the quay, en, DJ Halfpenny at the Quay",
        "Nocturne II, en, Nocturne II",
        "ΚΎΜΑ, el, Κύμα",
        "Das Haus am Wehr, de, Das Haus am Wehr",
        "lied am wehr, de, Lied am wehr"
    })
    void capitals_follow_the_language(String typed, String language, String wanted) {
        assertThat(TitleCase.of(typed, language)).isEqualTo(wanted);
    }

    @Test
    void a_text_is_replaced_where_it_stands_and_nowhere_within_a_longer_word() {
        Release release = Samples.single()
                .with("track.title", "Tide and Tidewrack")
                .with("release.title", "Tide")
                .release();
        List<Rewording.Proposed> proposed =
                Rewording.replace(release, Set.copyOf(Fields.all()), "tide", "Ebb", false, true);
        assertThat(proposed)
                .extracting(
                        each -> each.change().field().id() + "=" + each.change().after())
                .containsExactly("release.title=Ebb", "track.title=Ebb and Tidewrack");
    }

    @Test
    void what_would_leave_nonsense_is_not_proposed() {
        Release release = Samples.single().release();
        assertThat(Rewording.replace(release, Set.of(Fields.RELEASE_DATE), "2027", "soon", true, false))
                .isEmpty();
    }

    @Test
    void features_move_into_the_credits() {
        Release release = Samples.single()
                .with("track.title", "Glasswort (feat. Kestrel & Loam)")
                .with("track.featured", "Petra Vann")
                .release();
        assertThat(Rewording.featuresToCredits(release, "Kestrel & Loam"::equals))
                .extracting(each -> each.change().after())
                .containsExactly("Glasswort", "Petra Vann; Kestrel & Loam");
    }

    @ParameterizedTest
    @CsvSource({"Ondrej Zeravy", "zerav", "ONDREJ ŽERAVÝ", "Ondřej Žeravi", "Zeravy Ondrej", "O. Zeravy"})
    void people_are_found_as_typed(String typed) {
        NameFinder finder = new NameFinder();
        finder.add(1, "Ondřej Žeravý", List.of("O. Zeravy"));
        finder.add(2, "Mira Tollgate", List.of());
        finder.add(3, "Κύμα", List.of());
        assertThat(finder.find(typed, 5))
                .first()
                .extracting(NameFinder.NameMatch::id)
                .isEqualTo(1L);
        assertThat(finder.find("kyma", 5))
                .first()
                .extracting(NameFinder.NameMatch::id)
                .isEqualTo(3L);
        assertThat(finder.find("Petra Vann", 5)).isEmpty();
    }
}
