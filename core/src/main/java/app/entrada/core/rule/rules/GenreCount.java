package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** At least one genre. */
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
        return "Genre missing";
    }

    @Override
    public String reason() {
        return "Listeners find a release by its genre.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.release().facts().get(Fields.RELEASE_GENRE).isPresent()
                ? Stream.empty()
                : Stream.of(s.at(Fields.RELEASE_GENRE, "The release has no genre."));
    }
}
