package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** One track, one title. */
public final class SingleTitleDiffers implements Rule {
    @Override
    public String id() {
        return "single.title-differs";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "Single and track differ in title";
    }

    @Override
    public String reason() {
        return "A single of one track is found under one title.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        if (s.release().tracks().size() != 1) return Stream.empty();
        Track only = s.release().tracks().get(0);
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_TITLE)
                .flatMap(title -> only.facts()
                        .get(Fields.TRACK_TITLE)
                        .filter(track -> !track.equals(title))
                        .map(track -> Observation.at(
                                s,
                                only,
                                Fields.TRACK_TITLE,
                                "The single is called “%s”, its only track “%s”.",
                                title,
                                track)))
                .stream();
    }
}
