package app.entrada.server.jobs;

import app.entrada.server.platform.Loop;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Clears what nothing needs any more in the data folder of this server, at the start and once a day: halves of files whose
 * making was cut off, packages of deliveries that have ended, pictures and previews made two months ago or earlier. All of it is
 * made again when asked for; what was received is never touched.
 */
@Component
class Leftovers extends Loop {
    private static final Logger LOG = LoggerFactory.getLogger(Leftovers.class);
    private static final Duration DAILY = Duration.ofDays(1);
    private static final Duration LONGEST_MAKING = Duration.ofHours(6);
    /** As long as the browser itself keeps it. */
    private static final int BROWSERS_KEPT_DAYS = 400;

    private static final Duration UNASKED = Duration.ofDays(60);

    private final Settings settings;
    private final JdbcClient jdbc;

    Leftovers(Settings settings, JdbcClient jdbc) {
        super("leftovers", DAILY);
        this.settings = settings;
        this.jdbc = jdbc;
    }

    @Override
    protected boolean step() {
        try {
            clear();
        } catch (IOException notNow) {
            LOG.warn("Leftovers could not be cleared", notNow);
        }
        return false;
    }

    void clear() throws IOException {
        Set<String> packages = new HashSet<>(jdbc.sql("""
                        SELECT 'delivery-' || id || '.zip' FROM delivery
                        WHERE state IN ('sealed', 'failed')""").query(String.class).list());
        jdbc.sql("DELETE FROM known_browser WHERE at < now() - make_interval(days => ?)")
                .param(BROWSERS_KEPT_DAYS)
                .update();
        int gone = 0;
        for (Path file : in("files/workshop")) if (olderThan(file, LONGEST_MAKING)) gone += delete(file);
        for (Path file : in("outbox"))
            if (!packages.contains(name(file)) && olderThan(file, LONGEST_MAKING)) gone += delete(file);
        for (String folder : List.of("previews", "pictures"))
            for (Path file : in(folder))
                if (olderThan(file, name(file).endsWith(".part") ? LONGEST_MAKING : UNASKED)) gone += delete(file);
        if (gone > 0) LOG.info("{} leftovers were cleared", gone);
    }

    private List<Path> in(String folder) throws IOException {
        Path place = settings.var().resolve(folder);
        if (!Files.isDirectory(place)) return List.of();
        try (Stream<Path> files = Files.list(place)) {
            return files.filter(Files::isRegularFile).toList();
        }
    }

    private static String name(Path file) {
        return file.getFileName().toString();
    }

    private static boolean olderThan(Path file, Duration age) {
        try {
            return Files.getLastModifiedTime(file)
                    .toInstant()
                    .isBefore(Instant.now().minus(age));
        } catch (IOException goneMeanwhile) {
            return false;
        }
    }

    private static int delete(Path file) throws IOException {
        return Files.deleteIfExists(file) ? 1 : 0;
    }
}
