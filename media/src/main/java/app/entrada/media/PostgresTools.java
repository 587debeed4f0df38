package app.entrada.media;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** PostgreSQL's own programs that write a database into a file and read it back. Passwords go by the environment. */
public final class PostgresTools {
    /** A label's database takes minutes; what takes longer hangs. */
    private static final Duration LONGEST = Duration.ofHours(6);

    private final String folder;

    /** @param folder where the programs are; empty when they are found by their names */
    public PostgresTools(String folder) {
        this.folder = folder;
    }

    /**
     * A database.
     *
     * @param url as JDBC writes it
     */
    public record Database(String url, String user, String password) {
        private List<String> arguments() {
            URI uri = URI.create(url.replaceFirst("^jdbc:", "").replaceFirst("\\?.*", ""));
            return List.of(
                    "--host=" + uri.getHost(),
                    "--port=" + (uri.getPort() < 0 ? 5432 : uri.getPort()),
                    "--username=" + user,
                    "--dbname=" + uri.getPath().substring(1),
                    "--no-password");
        }
    }

    /**
     * Writes a database into a file of PostgreSQL's custom format, without what is only of the moment.
     *
     * @param snapshot as {@code pg_export_snapshot} gave it; what is written is what it sees
     * @param withoutRows tables of which only the form is written
     * @throws IOException with the program's own reason when it did not come to its end; the file is gone then
     */
    public void dump(Database database, String snapshot, List<String> withoutRows, Path into) throws IOException {
        List<String> command =
                new ArrayList<>(List.of(program("pg_dump"), "--format=custom", "--no-owner", "--file=" + into));
        command.addAll(database.arguments());
        command.add("--snapshot=" + snapshot);
        withoutRows.forEach(table -> command.add("--exclude-table-data=" + table));
        try {
            run(command, database);
        } catch (IOException failed) {
            Files.deleteIfExists(into);
            throw failed;
        }
    }

    /** Reads a file that {@link #dump} wrote into an empty database, all of it or nothing. */
    public void restore(Database database, Path from) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                program("pg_restore"), "--single-transaction", "--exit-on-error", "--no-owner", "--no-privileges"));
        command.addAll(database.arguments());
        command.add(from.toString());
        run(command, database);
    }

    private String program(String name) {
        return folder.isEmpty() ? name : Path.of(folder, name).toString();
    }

    private static void run(List<String> command, Database database) throws IOException {
        ExternalProgram.Result result = ExternalProgram.run(command, LONGEST, Map.of("PGPASSWORD", database.password));
        if (result.exit() != 0)
            throw new IOException("%s stopped: %s"
                    .formatted(
                            Path.of(command.get(0)).getFileName(),
                            Arrays.stream(result.err().split("\n"))
                                    .filter(line -> !line.isBlank())
                                    .findFirst()
                                    .orElse("no reason given")));
    }
}
