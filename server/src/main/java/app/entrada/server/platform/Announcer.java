package app.entrada.server.platform;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.DataAccessException;
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
    private static final String HELLO = "{\"kind\":\"hello\",\"data\":{}}";
    private static final int WAIT_MILLIS = 10_000;
    private static final long A_WORKING_DAY = 12 * 3600_000L;

    private final JdbcClient jdbc;
    private final JdbcConnectionDetails database;
    private final JsonMapper json;
    private final List<Page> pages = new CopyOnWriteArrayList<>();
    private volatile boolean running;
    private volatile @Nullable Connection listening;

    /** An open page and the session that it belongs to. */
    private record Page(SseEmitter stream, String session) {}

    Announcer(JdbcClient jdbc, JdbcConnectionDetails database, JsonMapper json) {
        this.jdbc = jdbc;
        this.database = database;
        this.json = json;
    }

    /**
     * Announces something, within the present transaction if there is one, with the page whose deed it is.
     *
     * @param kind {@code release}, {@code job} or {@code delivery}
     * @param data small: at most 8,000 bytes of JSON
     */
    public void announce(String kind, Map<String, ?> data) {
        announce(kind, List.of(data));
    }

    /** Several of one kind at once, each for itself. */
    public void announce(String kind, List<?> each) {
        jdbc.sql("SELECT pg_notify(?, said) FROM unnest(CAST(? AS text[])) AS said")
                .params(CHANNEL, each.stream().map(data -> payload(kind, data)).toArray(String[]::new))
                .query((row, n) -> true)
                .list();
    }

    private String payload(String kind, Object data) {
        Map<String, Object> said = new LinkedHashMap<>();
        said.put("kind", kind);
        AskingPage.now().ifPresent(page -> said.put("page", page));
        said.put("data", data);
        return json.writeValueAsString(said);
    }

    /** A new open page of a session; its stream ends with that. */
    public SseEmitter open(String session) {
        SseEmitter stream = new SseEmitter(A_WORKING_DAY);
        Page page = new Page(stream, session);
        Runnable gone = () -> pages.remove(page);
        stream.onCompletion(gone);
        stream.onTimeout(gone);
        stream.onError(failure -> gone.run());
        pages.add(page);
        send(page, HELLO);
        return stream;
    }

    /** How many pages are told. */
    int open() {
        return pages.size();
    }

    private void send(Page page, String payload) {
        try {
            page.stream.send(SseEmitter.event().data(payload));
        } catch (IOException | IllegalStateException closed) {
            pages.remove(page);
        }
    }

    /** Ends the streams of sessions that are over: signed out, here or at another node, or too old. */
    private void endThoseOfNoSession() {
        Set<String> told = pages.stream().map(Page::session).collect(Collectors.toSet());
        if (told.isEmpty()) return;
        Set<String> there = new HashSet<>(jdbc.sql(
                        "SELECT trim(s.session_id) FROM spring_session s WHERE s.session_id = ANY (?) AND s.expiry_time > ? AND "
                                + SessionsOfNow.IS_OF_NOW)
                .params(told.toArray(String[]::new), System.currentTimeMillis())
                .query(String.class)
                .list());
        List<Page> gone =
                pages.stream().filter(page -> !there.contains(page.session)).toList();
        pages.removeAll(gone);
        gone.forEach(page -> page.stream.complete());
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
                pages.forEach(page -> send(page, HELLO));
                long looked = System.nanoTime();
                while (running) {
                    PGNotification[] heard =
                            connection.unwrap(PGConnection.class).getNotifications(WAIT_MILLIS);
                    boolean ended = false;
                    if (heard != null)
                        for (PGNotification each : heard) {
                            ended |= each.getParameter().startsWith("{\"kind\":\"session\"");
                            pages.forEach(page -> send(page, each.getParameter()));
                        }
                    if (ended || System.nanoTime() - looked > WAIT_MILLIS * 1_000_000L) {
                        looked = System.nanoTime();
                        endThoseOfNoSession();
                    }
                }
            } catch (SQLException | DataAccessException lost) {
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
        pages.forEach(page -> page.stream.complete());
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
