package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Place;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** A word of the destination’s list; spelling alone is fixed. */
public final class GenreVocabulary implements Rule {
    @Override
    public String id() {
        return "genre.vocabulary";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
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
    public Stream<Observation> check(Subject s, Params p) {
        List<String> words = p.words("words");
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_GENRE)
                .filter(genre -> !words.contains(genre))
                .map(genre -> {
                    Observation seen =
                            s.at(Fields.RELEASE_GENRE, "“%s” is not in the list: %s.", genre, String.join(", ", words));
                    return words.stream()
                            .filter(word -> word.equalsIgnoreCase(genre)
                                    || word.replace("-", " ").equalsIgnoreCase(genre.replace("-", " ")))
                            .findFirst()
                            .map(word -> seen.with(new Fix.Edit(
                                    "Set " + word,
                                    List.of(new Change(
                                            Place.of(s.release(), Fields.RELEASE_GENRE)
                                                    .target(),
                                            Fields.RELEASE_GENRE,
                                            genre,
                                            word)))))
                            .orElse(seen);
                })
                .stream();
    }
}
