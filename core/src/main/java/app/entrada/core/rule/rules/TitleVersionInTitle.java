package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import app.entrada.core.text.TitleReading;
import java.util.List;
import java.util.stream.Stream;

/** “(Radio Edit)” belongs in the version. */
public final class TitleVersionInTitle implements Rule {
    @Override
    public String id() {
        return "title.version-in-title";
    }

    @Override
    public Family family() {
        return Family.TITLES;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> track.facts().get(Fields.TRACK_VERSION).isEmpty())
                .flatMap(title -> TitleReading.version(title)
                        .map(part -> s.at(track, Fields.TRACK_TITLE, "“%s” holds a version: %s.", title, part.part())
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
