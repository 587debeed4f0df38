package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleReading;
import java.util.List;
import java.util.stream.Stream;

/** “(Radio Edit)” belongs in the version. */
public final class TitleVersionInTitle implements Rule {
    @Override
    public String id() {
        return "title.version-in-title";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Version in the title";
    }

    @Override
    public String reason() {
        return "The version has a field of its own, so that every receiver gets it where it wants it.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> track.facts().get(Fields.TRACK_VERSION).isEmpty())
                .flatMap(title -> TitleReading.version(title)
                        .map(part -> Observation.at(
                                        s, track, Fields.TRACK_TITLE, "“%s” holds a version: %s.", title, part.part())
                                .with(new Fix.Edit(
                                        "Move to version",
                                        List.of(
                                                new Change(
                                                        s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                                        Fields.TRACK_TITLE,
                                                        title,
                                                        part.rest()),
                                                new Change(
                                                        s.release().ref(track, Fields.TRACK_VERSION.entity()),
                                                        Fields.TRACK_VERSION,
                                                        null,
                                                        part.part())))))));
    }
}
