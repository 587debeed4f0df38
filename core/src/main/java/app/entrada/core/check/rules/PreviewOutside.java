package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** The preview excerpt against the length of the file. */
public final class PreviewOutside implements Rule {
    @Override
    public String id() {
        return "preview.outside";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Preview inside the track";
    }

    @Override
    public String reason() {
        return "An excerpt that runs over the end falls silent.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("seconds", 30);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.masters((track, master) -> track.facts()
                .get(Fields.TRACK_PREVIEW_START)
                .filter(start ->
                        start.seconds() + Math.min(p.decimal("seconds"), master.seconds()) > master.seconds() + 0.5)
                .map(start -> Observation.at(
                        s,
                        track,
                        Fields.TRACK_PREVIEW_START,
                        "The preview of %s from %s, %s s long, runs over its end at %s.",
                        s.name(track),
                        start,
                        p.plain("seconds"),
                        master.time())));
    }
}
