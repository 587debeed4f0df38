package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** One file twice in a running order. */
public final class AudioSameAs implements Rule {
    @Override
    public String id() {
        return "audio.same-as";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Same file on two tracks";
    }

    @Override
    public String reason() {
        return "Two tracks with one sound are a slip, or two codes for one recording.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master()
                .flatMap(file -> s.release().tracks().stream()
                        .filter(other -> other.number() < track.number())
                        .filter(other -> other.master().filter(file::equals).isPresent())
                        .findFirst())
                .map(other -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "%s has the same file as track %d.",
                        s.name(track),
                        other.number())));
    }
}
