package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Every work names who wrote the music. */
public final class WorkNoComposer implements Rule {
    @Override
    public String id() {
        return "work.no-composer";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.WORKS;
    }

    @Override
    public String name() {
        return "Composer missing";
    }

    @Override
    public String reason() {
        return "Stores pass composers on to societies; without one nobody is paid for the song.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(
                track -> !Writer.composers(track.recording().work().writers()).isEmpty() || isFree(track)
                        ? Optional.empty()
                        : Optional.of(
                                Observation.at(s, track, Fields.WORK_WRITERS, "%s has no composer.", s.name(track))));
    }

    /** A work made from one that is free of rights has arrangers; its composer is long dead, or nobody known. */
    private static boolean isFree(Track track) {
        return !track.recording().work().writers().isEmpty()
                && track.recording().work().facts().get(Fields.WORK_ORIGINS).stream()
                        .flatMap(List::stream)
                        .anyMatch(origin -> origin.how() == Origin.Use.PUBLIC_DOMAIN);
    }
}
