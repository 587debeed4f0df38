package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Map;
import java.util.stream.Stream;

/** At least one genre, and not more than the receiver has room for. */
public final class GenreCount implements Rule {
    @Override
    public String id() {
        return "genre.count";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
    }

    @Override
    public String name() {
        return "Number of genres";
    }

    @Override
    public String reason() {
        return "Listeners find a release by its genre.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("min", 1, "max", 3);
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        int count = s.release()
                .facts()
                .get(Fields.RELEASE_GENRE)
                .map(genres -> genres.list().size())
                .orElse(0);
        if (count < p.number("min"))
            return Stream.of(s.at(
                    Fields.RELEASE_GENRE,
                    count == 0 ? "The release has no genre." : "The release has %d genres; at least %d are wanted.",
                    count,
                    p.number("min")));
        return count <= p.number("max")
                ? Stream.empty()
                : Stream.of(s.at(
                        Fields.RELEASE_GENRE,
                        "The release has %d genres; at most %d are taken, the main one first.",
                        count,
                        p.number("max")));
    }
}
