package app.entrada.server.deliveries;

import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.disc.DiscImage;
import app.entrada.core.disc.DiscLayout;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import app.entrada.server.context.TrackCopy;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Images of discs, made once of the same copies. */
@Component
class DiscImages {
    private final JdbcClient jdbc;
    private final FileStore store;

    DiscImages(JdbcClient jdbc, FileStore store) {
        this.jdbc = jdbc;
        this.store = store;
    }

    /** The image, when it has been made already. */
    Optional<Outgoing.SentFile> find(List<TrackCopy> copies) {
        return jdbc.sql("SELECT sha256, bytes FROM disc_image WHERE made_of = ?")
                .param(madeOf(copies))
                .query((row, n) -> new Outgoing.SentFile(
                        Composing.DISC_IMAGE, new Sha256(row.getString("sha256")), row.getLong("bytes")))
                .optional()
                .filter(image -> store.seemsThere(image.sha256(), image.bytes()));
    }

    /** The image, made where it is not there yet. */
    Outgoing.SentFile make(List<TrackCopy> copies) throws IOException {
        Optional<Outgoing.SentFile> there = find(copies);
        if (there.isPresent()) return there.get();
        List<DiscImage.Piece> pieces = new ArrayList<>();
        for (TrackCopy standing : copies)
            pieces.add(new DiscImage.Piece(
                    standing.track().number(),
                    store.path(standing.written().orElseThrow().sha256()),
                    DiscLayout.gap(standing.track())));
        Path target = Files.createTempFile(store.workshop(), "disc", ".part");
        try {
            DiscImage.write(pieces, target);
            FileStore.Stored stored = store.adopt(target);
            jdbc.sql("""
                            INSERT INTO disc_image (made_of, sha256, bytes) VALUES (?, ?, ?)
                            ON CONFLICT (made_of) DO UPDATE SET sha256 = excluded.sha256, bytes = excluded.bytes""")
                    .params(madeOf(copies), stored.sha256().hex(), stored.bytes())
                    .update();
            return new Outgoing.SentFile(Composing.DISC_IMAGE, stored.sha256(), stored.bytes());
        } finally {
            Files.deleteIfExists(target);
        }
    }

    private static String madeOf(List<TrackCopy> copies) {
        MessageDigest digest = AudioMeasuring.sha256();
        for (TrackCopy standing : copies)
            digest.update("%s %d\n"
                    .formatted(
                            standing.written().map(copy -> copy.sha256().hex()).orElse("none"),
                            DiscLayout.gap(standing.track()))
                    .getBytes(StandardCharsets.UTF_8));
        return AudioMeasuring.hex(digest).hex();
    }
}
