package app.entrada.server.platform;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Tells open pages that something has become different. An announcement goes through PostgreSQL: it is made when the
 * transaction commits and never when it does not, and pages of every node hear it.
 */
@Component
public class Announcer implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Announcer.class);
    private static final String CHANNEL = "entrada";
    private static final int WAIT_MILLIS = 10_000;
    private static final long A_WORKING_DAY = 12 * 3600_000L;

    private final JdbcClient jdbc;
    private final JdbcConnectionDetails database;
    private final JsonMapper json;
    private final List<SseEmitter> pages = new CopyOnWriteArrayList<>();
    private volatile boolean running;
    private volatile Connection listening;

    Announcer(JdbcClient jdbc, JdbcConnectionDetails database, JsonMapper json) {
        this.jdbc = jdbc;
        this.database = database;
        this.json = json;
    }

    /**
     * Announces something, within the present transaction if there is one.
     *
     * @param kind {@code release}, {@code job} or {@code delivery}
     * @param data small: at most 8,000 bytes of JSON
     */
    public void announce(String kind, Map<String, ?> data) {
        String payload = json.writeValueAsString(Map.of("kind", kind, "data", data));
        jdbc.sql("SELECT pg_notify(?, ?)")
                .params(CHANNEL, payload)
                .query((row, n) -> true)
                .single();
    }

    /** A new open page. */
    public SseEmitter open() {
        SseEmitter page = new SseEmitter(A_WORKING_DAY);
        Runnable gone = () -> pages.remove(page);
        page.onCompletion(gone);
        page.onTimeout(gone);
        page.onError(failure -> gone.run());
        pages.add(page);
        send(page, "{\"kind\":\"hello\",\"data\":{}}");
        return page;
    }

    private void send(SseEmitter page, String payload) {
        try {
            page.send(SseEmitter.event().data(payload));
        } catch (IOException | IllegalStateException closed) {
            pages.remove(page);
        }
    }

    @Override
    public void start() {
        running = true;
        Thread thread = new Thread(this::listen, "announcements");
        thread.setDaemon(true);
        thread.start();
    }

    private void listen() {
        while (running) {
            try (Connection connection = DriverManager.getConnection(
                            database.getJdbcUrl(), database.getUsername(), database.getPassword());
                    Statement statement = connection.createStatement()) {
                listening = connection;
                statement.execute("LISTEN " + CHANNEL);
                // Whatever was announced while nobody listened: pages read afresh.
                pages.forEach(page -> send(page, "{\"kind\":\"hello\",\"data\":{}}"));
                while (running) {
                    PGNotification[] heard =
                            connection.unwrap(PGConnection.class).getNotifications(WAIT_MILLIS);
                    if (heard == null) continue;
                    for (PGNotification each : heard) pages.forEach(page -> send(page, each.getParameter()));
                }
            } catch (SQLException lost) {
                if (!running) return;
                LOG.warn("The database is not listening; trying again");
                pause();
            }
        }
    }

    private void pause() {
        try {
            Thread.sleep(1000);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            running = false;
        }
    }

    @Override
    public void stop() {
        running = false;
        pages.forEach(SseEmitter::complete);
        try {
            if (listening != null) listening.close();
        } catch (SQLException alreadyGone) {
            LOG.debug("The listening connection was gone already");
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Before the web server, so that open pages do not hold up its end. */
    @Override
    public int getPhase() {
        return Integer.MAX_VALUE;
    }
}
