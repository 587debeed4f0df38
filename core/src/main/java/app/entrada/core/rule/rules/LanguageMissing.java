package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Every track says its language. */
public final class LanguageMissing implements Rule {
    @Override
    public String id() {
        return "language.missing";
    }

    @Override
    public Family family() {
        return Family.TITLES;
    }

    @Override
    public String name() {
        return "Language missing";
    }

    @Override
    public String reason() {
        return "Stores index and hyphenate titles by their language (ISO 639).";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> s.release().holds(track, Fields.TRACK_LANGUAGE).isPresent()
                ? Optional.empty()
                : Optional.of(s.at(
                        track,
                        Fields.TRACK_LANGUAGE,
                        "%s has no language; for no words at all it is none.",
                        s.name(track))));
    }
}
