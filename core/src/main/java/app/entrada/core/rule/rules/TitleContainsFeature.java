package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.Names;
import app.entrada.core.release.Change;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import app.entrada.core.text.TitleReading;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** “(feat. X)” belongs in the credits. */
public final class TitleContainsFeature implements Rule {
    @Override
    public String id() {
        return "title.contains-feature";
    }

    @Override
    public Family family() {
        return Family.TITLES;
    }

    @Override
    public String name() {
        return "Featured artist in the title";
    }

    @Override
    public String reason() {
        return "Featured artists stand in the credits; each shop renders them in its own style.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .flatMap(title -> TitleReading.featured(title).map(part -> {
                    Names found = TitleReading.names(part.part(), s.elsewhere().knownNames()::contains);
                    List<String> all = new ArrayList<>(track.facts()
                            .get(Fields.TRACK_FEATURED)
                            .map(Names::list)
                            .orElse(List.of()));
                    found.list().stream().filter(name -> !all.contains(name)).forEach(all::add);
                    return s.at(
                                    track,
                                    Fields.TRACK_TITLE,
                                    "“%s” names a featured artist in the title; wanted in the credits: %s.",
                                    title,
                                    found.sentence())
                            .with(new Fix.Edit(
                                    "Move to credits",
                                    List.of(
                                            new Change(
                                                    s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                                    Fields.TRACK_TITLE,
                                                    title,
                                                    part.rest()),
                                            new Change(
                                                    s.release().ref(track, Fields.TRACK_FEATURED.entity()),
                                                    Fields.TRACK_FEATURED,
                                                    track.facts().text(Fields.TRACK_FEATURED),
                                                    new Names(all).toString()))));
                })));
    }
}
