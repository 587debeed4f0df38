package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.List;
import java.util.stream.Stream;

/** Doubled spaces and spaces of other kinds. */
public final class TitleWhitespace implements Rule {
    @Override
    public String id() {
        return "title.whitespace";
    }

    @Override
    public Family family() {
        return Family.TITLES;
    }

    @Override
    public String name() {
        return "Stray spaces in a title";
    }

    @Override
    public String reason() {
        return "Two titles that differ by a space look alike and are two titles.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> !tidy(title).equals(title))
                .map(title -> s.at(track, Fields.TRACK_TITLE, "“%s” holds doubled or special spaces.", title)
                        .with(new Fix.Edit(
                                "Tidy spaces",
                                List.of(new Change(
                                        s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                        Fields.TRACK_TITLE,
                                        title,
                                        tidy(title)))))));
    }

    private static String tidy(String title) {
        return title.replaceAll("[\\p{Z}\\s]+", " ").strip();
    }
}
