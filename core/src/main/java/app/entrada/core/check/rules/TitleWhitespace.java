package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.stream.Stream;

/** Doubled spaces and spaces of other kinds. */
public final class TitleWhitespace implements Rule {
    @Override
    public String id() {
        return "title.whitespace";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> !tidy(title).equals(title))
                .map(title -> Observation.at(
                                s, track, Fields.TRACK_TITLE, "“%s” holds doubled or special spaces.", title)
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
