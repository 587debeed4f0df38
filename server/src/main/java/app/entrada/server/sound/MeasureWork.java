package app.entrada.server.sound;

import app.entrada.core.container.Fault;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.intake.SoundAnalysis;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.picture.TextReader;
import app.entrada.core.sound.SoundDecoder;
import app.entrada.core.text.Sha256;
import app.entrada.media.Tesseract;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.files.FileStore;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.DiskFull;
import app.entrada.server.platform.Settings;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileSystemException;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Measures received files in the background. Doing it twice gives the same. Nothing is noted of bytes that are not those
 * received: such a file waits, unmeasured, for the same file to come again.
 */
@Component
public class MeasureWork implements Work {
    private static final Logger LOG = LoggerFactory.getLogger(MeasureWork.class);

    /** What is said of a file whose decoder was ended again and again; it is tried anew after the next start. */
    static final String DECODER_ENDED =
            "decoding was stopped by the system or took too long several times; it is measured again when the server restarts";

    private static final int MOST_TRIES = 4;
    private static final long BETWEEN_REPORTS = 8 << 20;
    private static final long NOT_ON_THE_BOARD = 0;

    private final FileStore store;
    private final FileCare care;
    private final FileIndex files;
    private final JobBoard board;
    private final Prints prints;
    private final Heard heard;
    private final SoundDecoder decoder;
    private final Settings settings;

    MeasureWork(
            FileStore store,
            FileCare care,
            FileIndex files,
            JobBoard board,
            Heard heard,
            Prints prints,
            SoundDecoder decoder,
            Settings settings) {
        this.settings = settings;
        this.store = store;
        this.care = care;
        this.files = files;
        this.board = board;
        this.heard = heard;
        this.prints = prints;
        this.decoder = decoder;
    }

    private final TextReader words = Tesseract.here();

    @Override
    public String name() {
        return "measure";
    }

    /** @param id the file's checksum and the number of its entry on the board, with a colon between */
    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        String[] parts = id.split(":");
        long job = Long.parseLong(parts[1]);
        FileIndex.StoredFile entry = files.find(new Sha256(parts[0])).orElseThrow();
        try {
            if (!entry.measured()) measure(entry, job, context.getExecution().consecutiveFailures >= MOST_TRIES - 1);
        } catch (UncheckedIOException disk) {
            // it is tried again by itself; until then it says what it waits for
            DiskFull.in(disk, settings.var()).ifPresent(full -> board.waits(job, full));
            throw disk;
        }
        board.done(job);
        heard.tell(entry.sha256());
        return Optional.empty();
    }

    /** Enters a file that was stored, and measures it now unless that was done before; what is known of it. */
    public FileIndex.StoredFile known(FileStore.Stored stored) {
        files.enter(stored);
        FileIndex.StoredFile entry = files.find(stored.sha256()).orElseThrow();
        if (entry.measured()) return entry;
        measure(entry);
        return files.find(stored.sha256()).orElseThrow();
    }

    /** Measures a file now, whether that was done before or not. */
    void measure(FileIndex.StoredFile entry) {
        measure(entry, NOT_ON_THE_BOARD, true);
    }

    /** What measuring came to. */
    private sealed interface Outcome {
        /** Sound whose bytes were found to be the file's while they were read. */
        record Sound(SoundAnalysis facts) implements Outcome {}

        /** A picture, of which its bytes are yet to be compared. */
        record Picture(PictureFacts facts) implements Outcome {}

        /** Why the file is no use as what it is, if these are its bytes. */
        record Unusable(String problem) implements Outcome {}

        /** Why it is to be measured once more. */
        record Again(IOException why) implements Outcome {}
    }

    /** @param last whether it is not tried again when the decoder is ended from outside */
    private void measure(FileIndex.StoredFile entry, long job, boolean last) {
        Outcome outcome;
        try {
            outcome = entry.kind() == FileKind.PICTURE ? picture(entry.sha256()) : sound(entry.sha256(), job);
        } catch (FileSystemException disk) {
            outcome = new Outcome.Again(disk);
        } catch (SoundDecoder.Ended outside) {
            LOG.warn("{} could not be decoded: {}", entry.sha256(), outside.getMessage());
            outcome = last ? new Outcome.Unusable(DECODER_ENDED) : new Outcome.Again(outside);
        } catch (IOException unreadable) {
            outcome = new Outcome.Unusable(Objects.toString(unreadable.getMessage(), "it cannot be read"));
        } catch (OutOfMemoryError full) {
            // the file asks for more than there is: that is a finding about the file, and the work goes on
            LOG.warn("{} needs more memory than there is", entry.sha256());
            outcome = new Outcome.Unusable("the file needs more memory than is available; ask for a smaller one");
        }
        // whatever it came to, it is said of the file only if these are its bytes
        if (outcome instanceof Outcome.Sound || isWhole(entry.sha256())) note(entry.sha256(), outcome);
    }

    private Outcome picture(Sha256 file) throws IOException {
        return new Outcome.Picture(PictureMeasuring.measure(store.path(file), file, words));
    }

    private Outcome sound(Sha256 file, long job) throws IOException {
        long[] reported = {0};
        SoundAnalysis sound = SoundAnalysis.of(store.path(file), decoder, bytes -> {
            if (job != NOT_ON_THE_BOARD && bytes - reported[0] > BETWEEN_REPORTS) {
                reported[0] = bytes;
                board.progress(job, bytes);
            }
        });
        if (!sound.facts().fileSha256().equals(file))
            return new Outcome.Again(new IOException("the file was replaced while it was measured"));
        return new Outcome.Sound(sound);
    }

    private void note(Sha256 file, Outcome outcome) {
        if (outcome instanceof Outcome.Again again) throw new UncheckedIOException(again.why);
        if (outcome instanceof Outcome.Unusable unusable) files.measured(file, null, null, unusable.problem);
        if (outcome instanceof Outcome.Picture picture)
            files.measured(
                    file,
                    null,
                    picture.facts,
                    picture.facts.faults().stream().findFirst().orElse(null));
        if (outcome instanceof Outcome.Sound sound) note(file, sound.facts);
    }

    private void note(Sha256 file, SoundAnalysis sound) {
        if (sound.print().isPresent()) {
            Print print = sound.print().get();
            files.heard(file, sound.waveform().orElseThrow(), print.bytes());
            if (prints.compare(file, print)) files.compared(file);
        }
        String problem =
                sound.facts().faults().stream().findFirst().map(Fault::what).orElse(null);
        files.measured(file, sound.facts(), null, problem);
    }

    private boolean isWhole(Sha256 sha256) {
        try {
            return care.isWhole(sha256);
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }
}
