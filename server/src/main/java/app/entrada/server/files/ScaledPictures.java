package app.entrada.server.files;

import app.entrada.core.picture.PictureScaling;
import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.springframework.stereotype.Component;

/** Pictures scaled down from stored ones; made at the first asking and kept, because copies are compared by their bytes. */
@Component
public class ScaledPictures {
    private final FileStore store;
    private final Path folder;

    ScaledPictures(FileStore store, Settings settings) throws IOException {
        this.store = store;
        this.folder = settings.var().resolve("pictures").toAbsolutePath();
        Files.createDirectories(folder);
    }

    /**
     * A JPEG of a stored picture.
     *
     * @param side longer side at most, pixels
     * @param ceiling size at most, bytes
     */
    public Path jpeg(Sha256 picture, int side, int ceiling) throws IOException {
        Path scaled = folder.resolve("%s-%d-%d.jpg".formatted(picture.hex(), side, ceiling));
        if (Files.exists(scaled)) return scaled;
        Path part = Files.createTempFile(folder, "scaled", ".part");
        try {
            Files.write(part, PictureScaling.jpeg(store.path(picture), side, ceiling));
            Files.move(part, scaled, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(part);
        }
        return scaled;
    }
}
