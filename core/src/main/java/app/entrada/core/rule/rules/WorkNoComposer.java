package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.Writer;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Every work names who wrote the music. */
public final class WorkNoComposer implements Rule {
    @Override
    public String id() {
        return "work.no-composer";
    }

    @Override
    public Family family() {
        return Family.WORKS;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(
                track -> !Writer.composers(track.recording().work().writers()).isEmpty()
                        ? Optional.empty()
                        : Optional.of(s.at(track, Fields.WORK_WRITERS, "%s has no composer.", s.name(track))));
    }
}
