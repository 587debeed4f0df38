package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleStyle;
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
    public RuleFamily family() {
        return RuleFamily.TITLES;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        long max = p.number("max");
        return s.tracks(track -> {
            String title = TitleStyle.PLAIN.track(s.release(), track);
            int length = title.codePointCount(0, title.length());
            return length <= max
                    ? Optional.empty()
                    : Optional.of(Observation.at(
                            s,
                            track,
                            Fields.TRACK_TITLE,
                            "The title with its version has %d characters; at most %d fit.",
                            length,
                            max));
        });
    }
}
