package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** A word of the destination’s list; spelling alone is fixed. */
public final class GenreVocabulary implements Rule {
    @Override
    public String id() {
        return "genre.vocabulary";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "Genre not in the list";
    }

    @Override
    public String reason() {
        return "The store files releases under the words of its own list.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("words", ValueTypes.GENRES);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        List<String> words = p.words("words");
        List<String> genres =
                s.release().facts().get(Fields.RELEASE_GENRE).map(Terms::list).orElse(List.of());
        return genres.stream().filter(genre -> !words.contains(genre)).map(genre -> {
            Observation seen = Observation.at(
                    s, Fields.RELEASE_GENRE, "“%s” is not in the list: %s.", genre, String.join(", ", words));
            return words.stream()
                    .filter(word -> plain(word).equals(plain(genre)))
                    .findFirst()
                    .map(word -> seen.with(new Fix.Edit("Set " + word, List.of(swap(s, genres, genre, word)))))
                    .orElse(seen);
        });
    }

    /** Hyphens and capitals are spelling, not meaning. */
    private static String plain(String genre) {
        return genre.replace("-", " ").toLowerCase(Locale.ROOT);
    }

    private static Change swap(ReleaseContext s, List<String> genres, String genre, String word) {
        List<String> mended = genres.stream()
                .map(each -> each.equals(genre) ? word : each)
                .distinct()
                .toList();
        return new Change(
                Place.of(s.release(), Fields.RELEASE_GENRE).target(),
                Fields.RELEASE_GENRE,
                new Terms(genres).toString(),
                new Terms(mended).toString());
    }
}
