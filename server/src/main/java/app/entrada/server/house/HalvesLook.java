package app.entrada.server.house;

import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Halves of files: uploads whose pieces are not where they are said to be, and files in the making that nobody makes any more. */
@Component
@Order(2)
class HalvesLook implements HouseLook {
    /** No file is in the making for longer; the server clears what is older once a day. */
    private static final Duration LONGEST_MAKING = Duration.ofDays(2);

    private final FileStore store;
    private final JdbcClient jdbc;

    HalvesLook(FileStore store, JdbcClient jdbc) {
        this.store = store;
        this.jdbc = jdbc;
    }

    private record Upload(String file, String name, long here) {}

    @Override
    public String name() {
        return "halves";
    }

    @Override
    public String well() {
        return "no half files lie about, uploads that go on are whole as far as they have come";
    }

    @Override
    public List<HouseFinding> look(Consumer<String> progress) throws IOException {
        List<HouseFinding> found = new ArrayList<>();
        Path workshop = store.workshop();
        Set<String> uploads = new HashSet<>();
        for (Upload upload : jdbc.sql("""
                        SELECT 'upload-' || id || '.part' AS file, name, here FROM upload
                        WHERE stored_sha256 IS NULL""")
                .query((row, n) -> new Upload(row.getString("file"), row.getString("name"), row.getLong("here")))
                .list()) {
            uploads.add(upload.file);
            Path part = workshop.resolve(upload.file);
            if (upload.here > 0 && (!Files.exists(part) || Files.size(part) < upload.here))
                found.add(new HouseFinding(
                        "Of the upload “%s” less has been kept than was confirmed.".formatted(upload.name),
                        "Drop the file again; it is sent from its beginning."));
        }
        Instant old = Instant.now().minus(LONGEST_MAKING);
        try (Stream<Path> all = Files.list(workshop)) {
            for (Path each : all.filter(Files::isRegularFile).sorted().toList())
                if (!uploads.contains(each.getFileName().toString())
                        && Files.getLastModifiedTime(each).toInstant().isBefore(old))
                    found.add(new HouseFinding(
                            "A half file has been lying about for more than two days: " + each.getFileName(),
                            "Nothing is lost. The server clears it by itself once a day; if it stays, remove it: "
                                    + each));
        }
        return found;
    }
}
