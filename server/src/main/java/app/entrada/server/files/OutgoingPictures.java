package app.entrada.server.files;

import app.entrada.core.picture.PictureCleaning;
import app.entrada.core.text.Sha256;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Pictures as they leave the house: picture and colour profile, without where and by whom they were taken. */
@Component
public class OutgoingPictures {
    /** A picture is received up to this size, so none is larger. */
    private static final long LARGEST = 200_000_000;

    private final FileStore store;
    private final FileIndex files;
    private final Map<Sha256, Outgoing> known = new ConcurrentHashMap<>();

    OutgoingPictures(FileStore store, FileIndex files) {
        this.store = store;
        this.files = files;
    }

    /**
     * A picture as it goes out.
     *
     * @param takenOff what it no longer carries, in words; empty when it goes as it came
     */
    public record Outgoing(Sha256 sha256, long bytes, String takenOff) {}

    /** The picture that goes out for a stored one; the same for the same file. */
    public Outgoing of(Sha256 picture) {
        return known.computeIfAbsent(picture, this::cleaned);
    }

    private Outgoing cleaned(Sha256 picture) {
        FileIndex.StoredFile entry = files.find(picture).orElseThrow();
        try {
            PictureCleaning.Clean clean = PictureCleaning.of(store.path(picture));
            if (clean.takenOff().isEmpty()) return new Outgoing(picture, entry.bytes(), "");
            FileStore.Stored kept = store.receive(new ByteArrayInputStream(clean.bytes()), LARGEST);
            files.enter(kept);
            return new Outgoing(kept.sha256(), kept.bytes(), String.join(", ", clean.takenOff()));
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }
}
