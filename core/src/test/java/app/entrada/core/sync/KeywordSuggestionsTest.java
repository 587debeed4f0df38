package app.entrada.core.sync;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.release.Release;
import app.entrada.core.sync.KeywordSuggestions.Suggested;
import app.entrada.core.sync.KeywordSuggestions.Used;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("C13 Keywords are suggested from what is known, with the reason")
class KeywordSuggestionsTest {
    private static List<Suggested> of(Release release, List<Used> catalogue) {
        return KeywordSuggestions.of(release, release.tracks().get(0), OptionalInt.of(76), catalogue, 20);
    }

    @Test
    void moods_genre_instruments_tempo_lyrics_and_the_catalogue_each_say_why() {
        Release release = Samples.single()
                .with("release.genre", "Folk")
                .with("recording.moods", "wistful; unhurried")
                .with("recording.instruments", "guitar")
                .with("recording.keywords", "unhurried")
                .with("work.lyrics", "[en]\nThe river, the river comes to the weir\nthat river again")
                .release();
        List<Suggested> all = of(
                release,
                List.of(
                        new Used(Set.of("folk"), List.of("water", "walking")),
                        new Used(Set.of("wistful"), List.of("water")),
                        new Used(Set.of("techno"), List.of("neon"))));
        assertThat(all)
                .extracting(Suggested::word)
                .startsWith("wistful", "folk", "guitar", "slow")
                .doesNotContain("neon", "unhurried", "that");
        assertThat(all).contains(new Suggested("river", 0.3 + 0.08 * 3, "3 times in the lyrics"));
        assertThat(all.stream()
                        .filter(each -> each.word().equals("water"))
                        .findFirst()
                        .orElseThrow()
                        .reason())
                .isEqualTo("on 2 recordings like it");
        assertThat(all.stream()
                        .filter(each -> each.word().equals("slow"))
                        .findFirst()
                        .orElseThrow()
                        .reason())
                .isEqualTo("76 beats per minute");
    }

    @Test
    void without_words_it_is_an_instrumental_and_its_lyrics_do_not_count() {
        Release release = Samples.single()
                .with("track.language", "zxx")
                .with("work.lyrics", "[en]\nriver river")
                .release();
        assertThat(of(release, List.of()))
                .extracting(Suggested::word)
                .contains("instrumental")
                .doesNotContain("river");
    }
}
