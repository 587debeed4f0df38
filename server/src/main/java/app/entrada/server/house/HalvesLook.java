package app.entrada.server.house;

import app.entrada.server.files.FileStore;
import app.entrada.server.files.PieceStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
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
    private final PieceStore pieces;
    private final JdbcClient jdbc;

    HalvesLook(FileStore store, PieceStore pieces, JdbcClient jdbc) {
        this.store = store;
        this.pieces = pieces;
        this.jdbc = jdbc;
    }

    private record Piece(String upload, String name, long bytes) {}

    @Override
    public String name() {
        return "halves";
    }

    @Override
    public String well() {
        return "no partial files are left over, and unfinished uploads are intact";
    }

    @Override
    public List<HouseFinding> look(Consumer<String> progress) throws IOException {
        List<HouseFinding> found = new ArrayList<>();
        Set<String> lost = new LinkedHashSet<>();
        for (Piece piece : jdbc.sql(
                        "SELECT u.name AS upload, p.name, p.bytes FROM upload_piece p JOIN upload u ON u.id = p.upload_id")
                .query((row, n) -> new Piece(row.getString("upload"), row.getString("name"), row.getLong("bytes")))
                .list())
            if (pieces.bytes(piece.name).orElse(0) < piece.bytes && isNoted(piece.name)) lost.add(piece.upload);
        for (String upload : lost)
            found.add(new HouseFinding(
                    "Part of the upload “%s” is missing.".formatted(upload),
                    "Drop the file again; it is uploaded from the start."));
        Instant old = Instant.now().minus(LONGEST_MAKING);
        try (Stream<Path> all = Files.list(store.workshop())) {
            for (Path each : all.filter(Files::isRegularFile).sorted().toList())
                if (Files.getLastModifiedTime(each).toInstant().isBefore(old))
                    found.add(new HouseFinding(
                            "A partial file has been left over for more than two days: " + each.getFileName(),
                            "Nothing is lost. The server removes it once a day; if it stays, remove it: " + each));
        }
        return found;
    }

    /** The file may have come whole meanwhile. */
    private boolean isNoted(String piece) {
        return jdbc.sql("SELECT EXISTS (SELECT FROM upload_piece WHERE name = ?)")
                .param(piece)
                .query(Boolean.class)
                .single();
    }
}
