package app.entrada.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * How many statements a call takes, as PostgreSQL's own log tells. Those of the session, and of beginning and ending a
 * transaction, are not counted; what the server does beside the call is, so the least of some calls holds.
 */
final class Statements {
    private static final int CALLS = 6;
    private static final Pattern COUNTED = Pattern.compile(
            "LOG: +execute [^:]+: (?!BEGIN|COMMIT|ROLLBACK|SET |SHOW |SELECT S\\.PRIMARY_ID|\\w+ (INTO |FROM )?SPRING_SESSION)");

    private final Path database;
    private final ProcessBuilder psql;
    private int marks;

    /** @param data folder of an installation that runs */
    Statements(Path data) throws IOException {
        database = data.resolve("db").toRealPath();
        try (Stream<Path> versions = Files.list(Path.of("/usr/lib/postgresql"))) {
            Path newest = versions.max(Comparator.naturalOrder()).orElseThrow();
            psql = new ProcessBuilder(
                    newest.resolve("bin/psql").toString(),
                    "-h",
                    "127.0.0.1",
                    "-p",
                    Files.readString(data.resolve("run/database.port")).strip(),
                    "-U",
                    "entrada",
                    "-d",
                    "entrada",
                    "-qAt");
        }
        psql.environment()
                .put(
                        "PGPASSWORD",
                        Files.readString(data.resolve("secrets/database")).strip());
        psql.redirectErrorStream(true);
        say("ALTER SYSTEM SET log_statement = 'all'");
        say("SELECT pg_reload_conf()");
        mark();
    }

    /** A call, made some times. */
    interface Call {
        void made(int number) throws IOException, InterruptedException;
    }

    int of(Call call) throws IOException, InterruptedException {
        int least = Integer.MAX_VALUE;
        String before = mark();
        for (int i = 0; i < CALLS; i++) {
            call.made(i);
            String after = mark();
            least = Math.min(least, counted(before, after));
            before = after;
        }
        return least;
    }

    /** From now on nothing is logged any more. */
    void end() throws IOException {
        say("ALTER SYSTEM RESET log_statement");
        say("SELECT pg_reload_conf()");
    }

    private int counted(String from, String to) throws IOException {
        String log = log(2);
        String between = log.substring(log.lastIndexOf(from), log.lastIndexOf(to));
        return (int) COUNTED.matcher(between).results().count();
    }

    /** Something that stands in the log now. */
    private String mark() throws IOException {
        String mark = "mark " + System.nanoTime() + " " + marks++;
        say("SELECT '" + mark + "'");
        while (!log(2).contains(mark)) LockSupport.parkNanos(5_000_000);
        return mark;
    }

    /** The newest of the files that the log is written to; a mark may stand in the one before. */
    private String log(int files) throws IOException {
        try (Stream<Path> logs = Files.list(database.resolve("log"))) {
            List<Path> all =
                    logs.sorted(Comparator.comparing(Path::getFileName)).toList();
            StringBuilder log = new StringBuilder();
            for (Path each : all.subList(Math.max(0, all.size() - files), all.size()))
                log.append(Files.readString(each, StandardCharsets.ISO_8859_1));
            return log.toString();
        }
    }

    private void say(String sql) throws IOException {
        try {
            List<String> command = new ArrayList<>(psql.command());
            command.addAll(List.of("-c", sql));
            ProcessBuilder once = new ProcessBuilder(command).redirectErrorStream(true);
            once.environment().putAll(psql.environment());
            Process said = once.start();
            String answer = new String(said.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            if (said.waitFor() != 0) throw new IOException(answer);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IOException(stopped);
        }
    }
}
