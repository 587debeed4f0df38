package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import app.entrada.core.text.TitleStyle;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Title with version, counted in characters as people see them. */
public final class TitleTooLong implements Rule {
    @Override
    public String id() {
        return "title.too-long";
    }

    @Override
    public Family family() {
        return Family.TITLES;
    }

    @Override
    public String name() {
        return "Title too long";
    }

    @Override
    public String reason() {
        return "What does not fit is cut off in the shop, or refused.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("max", 180);
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        long max = p.number("max");
        return s.tracks(track -> {
            String title = TitleStyle.PLAIN.track(s.release(), track);
            int length = title.codePointCount(0, title.length());
            return length <= max
                    ? Optional.empty()
                    : Optional.of(s.at(
                            track,
                            Fields.TRACK_TITLE,
                            "The title with its version has %d characters; at most %d fit.",
                            length,
                            max));
        });
    }
}
