package app.entrada.core.check.rules;

import app.entrada.core.field.Field;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** A rule that is one look and no more. Each family lists its own in a table, so that rules about one thing are read together. */
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

    /** A look at each work, at the first track that has it. */
    public static Look works(TrackLook look) {
        return (s, p) -> {
            Set<Long> seen = new HashSet<>();
            return s.release().tracks().stream()
                    .filter(track -> seen.add(track.recording().work().id()))
                    .flatMap(track -> look.at(s, track, p).stream());
        };
    }

    /**
     * A look at a fact that a release must have.
     *
     * @param sentence that it is missing
     */
    public static Look missing(Field<?> field, String sentence) {
        return once((s, p) ->
                s.fact(field).isPresent() ? Optional.empty() : Optional.of(Observation.at(s, field, "%s", sentence)));
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
