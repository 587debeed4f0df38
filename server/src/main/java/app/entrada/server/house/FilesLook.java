package app.entrada.server.house;

import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Every file of the store against its name: those that something refers to, and those that nothing does any more. */
@Component
@Order(1)
class FilesLook implements HouseLook {
    private static final int TOLD_EVERY = 200;

    private final FileStore store;
    private final FileCare care;
    private final JdbcClient jdbc;

    FilesLook(FileStore store, FileCare care, JdbcClient jdbc) {
        this.store = store;
        this.care = care;
        this.jdbc = jdbc;
    }

    /** A file that something refers to: what it is, and what brings it back. */
    private record KnownFile(String is, String remedy) {}

    @Override
    public String name() {
        return "files";
    }

    @Override
    public String well() {
        return "every stored file is present and unchanged";
    }

    /** A damaged file is noted as one, until it comes in again; a copy that is damaged has to be written again. */
    @Override
    public boolean isNotedElsewhere() {
        return true;
    }

    @Override
    public List<HouseFinding> look(Consumer<String> progress) throws IOException {
        List<HouseFinding> found = new ArrayList<>();
        Map<Sha256, KnownFile> known = known();
        int read = 0;
        for (Map.Entry<Sha256, KnownFile> each : known.entrySet()) {
            if (!care.isWholeNow(each.getKey()))
                found.add(new HouseFinding(
                        "%s is missing or damaged in the store (SHA-256 %s)."
                                .formatted(each.getValue().is, each.getKey()),
                        each.getValue().remedy));
            if (++read % TOLD_EVERY == 0) progress.accept("%,d of %,d files read".formatted(read, known.size()));
        }
        for (FileStore.Kept file : store.all()) {
            if (known.containsKey(file.sha256())) continue;
            if (!store.sumNow(file.sha256()).map(file.sha256()::equals).orElse(true))
                found.add(new HouseFinding(
                        "An unused file does not match its checksum (SHA-256 %s).".formatted(file.sha256()),
                        "Nothing is lost. Remove it: " + store.place(file.sha256())));
        }
        return found;
    }

    /** Sound and pictures first: what is made of them can be made again. */
    private Map<Sha256, KnownFile> known() {
        Map<Sha256, KnownFile> known = new LinkedHashMap<>();
        jdbc.sql("""
                        SELECT f.sha256, coalesce(min(r.name), 'A file that came in') AS is,
                            'Add the same file again, or restore it from a backup.' AS remedy
                        FROM file f LEFT JOIN received r ON r.sha256 = f.sha256 GROUP BY f.sha256
                        UNION ALL
                        SELECT c.sha256, 'The copy ' || c.file_name || ' of “' || coalesce(r.title, 'Untitled release') || '”',
                            'Write the copies of the release again.'
                        FROM copy c JOIN release r ON r.id = c.release_id
                        UNION ALL
                        SELECT sha256, 'An image of a disc', 'It is made again when the disc is sent or fetched.' FROM disc_image""").query(row -> {
            known.putIfAbsent(
                    new Sha256(row.getString("sha256")), new KnownFile(row.getString("is"), row.getString("remedy")));
        });
        return known;
    }
}
