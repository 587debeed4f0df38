package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** Every track says its language. */
public final class LanguageMissing implements Rule {
    @Override
    public String id() {
        return "language.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> s.release().holds(track, Fields.TRACK_LANGUAGE).isPresent()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.TRACK_LANGUAGE,
                        "%s has no language; for no words at all it is none.",
                        s.name(track))));
    }
}
