package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** At least one genre, and not more than the receiver has room for. */
public final class GenreCount implements Rule {
    @Override
    public String id() {
        return "genre.count";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        int count = s.release()
                .facts()
                .get(Fields.RELEASE_GENRE)
                .map(genres -> genres.list().size())
                .orElse(0);
        if (count < p.number("min"))
            return Stream.of(Observation.at(
                    s,
                    Fields.RELEASE_GENRE,
                    count == 0 ? "The release has no genre." : "The release has %d genres; at least %d are wanted.",
                    count,
                    p.number("min")));
        return count <= p.number("max")
                ? Stream.empty()
                : Stream.of(Observation.at(
                        s,
                        Fields.RELEASE_GENRE,
                        "The release has %d genres; at most %d are taken, the main one first.",
                        count,
                        p.number("max")));
    }
}
