package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** Single, EP or album by count of tracks. */
public final class KindTrackCount implements Rule {
    @Override
    public String id() {
        return "kind.track-count";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "Kind against number of tracks";
    }

    @Override
    public String reason() {
        return "Shops file a release by its kind and check it by counting.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("single", 3, "ep", 6, "album", 7);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        int count = s.release().tracks().size();
        if (count == 0) return Stream.of(Observation.at(s, Fields.RELEASE_RUNNING_ORDER, "The release has no track."));
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_KIND)
                .filter(kind -> kind.equals("single") && count > p.number("single")
                        || kind.equals("EP") && (count > p.number("ep") || count < 2)
                        || kind.equals("album") && count < p.number("album"))
                .map(kind -> Observation.at(
                        s,
                        Fields.RELEASE_KIND,
                        "A release of %d tracks is no %s here: a single has up to %d, an EP up to %d, an album %d or more.",
                        count,
                        kind,
                        p.number("single"),
                        p.number("ep"),
                        p.number("album")))
                .stream();
    }
}
