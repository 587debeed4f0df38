package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Map;
import java.util.stream.Stream;

/** Single, EP or album by count of tracks. */
public final class KindTrackCount implements Rule {
    @Override
    public String id() {
        return "kind.track-count";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
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
    public Stream<Observation> check(Subject s, Params p) {
        int count = s.release().tracks().size();
        if (count == 0) return Stream.of(s.at(Fields.RELEASE_RUNNING_ORDER, "The release has no track."));
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_KIND)
                .filter(kind -> kind.equals("single") && count > p.number("single")
                        || kind.equals("EP") && (count > p.number("ep") || count < 2)
                        || kind.equals("album") && count < p.number("album"))
                .map(kind -> s.at(
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
