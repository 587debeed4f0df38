package app.entrada.core.check.rules;

import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** A rule that is one look and no more. Topics list theirs side by side, so that rules about one thing are read together. */
public record PlainRule(
        RuleFamily family, String id, String name, String reason, Map<String, Object> parameters, Look look)
        implements Rule {
    /** What is seen in a release. */
    public interface Look {
        Stream<Observation> at(ReleaseContext s, Params p);
    }

    /** What is seen in a track. */
    public interface TrackLook {
        Optional<Observation> at(ReleaseContext s, Track track, Params p);
    }

    /** A look at each track in running order. */
    public static Look tracks(TrackLook look) {
        return (s, p) -> s.tracks(track -> look.at(s, track, p));
    }

    /** A look at one thing of the release. */
    public static Look once(java.util.function.BiFunction<ReleaseContext, Params, Optional<Observation>> look) {
        return (s, p) -> look.apply(s, p).stream();
    }

    /** A rule without parameters. */
    public PlainRule(RuleFamily family, String id, String name, String reason, Look look) {
        this(family, id, name, reason, Map.of(), look);
    }

    @Override
    public Stream<Observation> check(ReleaseContext subject, Params params) {
        return look.at(subject, params);
    }
}
