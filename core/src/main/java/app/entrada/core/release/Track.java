package app.entrada.core.release;

import app.entrada.core.field.Fields;
import app.entrada.core.text.Sha256;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * A position in a release's running order.
 *
 * @param number from 1
 */
public record Track(long id, int number, Facts facts, Recording recording) {
    /** The file with its recording's finished sound, when there is one. */
    public Optional<Sha256> master() {
        return recording.facts().get(Fields.RECORDING_MASTER);
    }

    /** What its work is called: by a title of its own, else by this track's. */
    public Optional<String> workTitle() {
        return recording.work().facts().get(Fields.WORK_TITLE).or(() -> facts.get(Fields.TRACK_TITLE));
    }

    Track watched(Consumer<Object> by) {
        Work work = new Work(recording.work().id(), recording.work().facts().watched(by));
        return new Track(
                id,
                number,
                facts.watched(by),
                new Recording(recording.id(), recording.facts().watched(by), work));
    }
}
