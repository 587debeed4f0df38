package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleCase;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** A title of capitals only; short ones are taken for initials. */
public final class TitleAllCaps implements Rule {
    @Override
    public String id() {
        return "title.all-caps";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Title in capitals";
    }

    @Override
    public String reason() {
        return "Stores set titles in the case of their language and refuse shouting.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("letters", 5);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title ->
                        title.codePoints().filter(Character::isUpperCase).count() >= p.number("letters")
                                && title.codePoints().noneMatch(Character::isLowerCase))
                .map(title -> {
                    String cased = TitleCase.of(
                            title,
                            s.release().holds(track, Fields.TRACK_LANGUAGE).orElse("und"));
                    Observation seen = Observation.at(s, track, Fields.TRACK_TITLE, "“%s” is all in capitals.", title);
                    return cased.equals(title)
                            ? seen
                            : seen.with(new Fix.Edit("Capitals", List.of(s.change(track, Fields.TRACK_TITLE, cased))));
                }));
    }
}
