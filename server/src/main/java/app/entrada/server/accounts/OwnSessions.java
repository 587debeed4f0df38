package app.entrada.server.accounts;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.stereotype.Component;

/** Where an account is signed in, and how that ends. */
@Component
class OwnSessions {
    /** What a session keeps of where it began. */
    static final String ADDRESS = "entrada-address";

    static final String BROWSER = "entrada-browser";

    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final AccountLog log;
    private final Announcer announcer;

    OwnSessions(JdbcIndexedSessionRepository sessions, AccountLog log, Announcer announcer) {
        this.sessions = sessions;
        this.log = log;
        this.announcer = announcer;
    }

    /**
     * A session.
     *
     * @param id what it is called here; the session cannot be taken over with it
     * @param address from where it was begun
     * @param browser in which
     * @param used last, to the minute
     * @param here whether it is the one that asks
     */
    record OpenSession(String id, String address, String browser, Instant begun, Instant used, boolean here) {}

    /** The open ones, the one that was used last first. */
    List<OpenSession> of(Account own, String here) {
        return sessions.findByPrincipalName(own.getName()).values().stream()
                .filter(session -> !session.isExpired())
                .map(session -> new OpenSession(
                        called(session.getId()),
                        session.getAttributeOrDefault(ADDRESS, ""),
                        session.getAttributeOrDefault(BROWSER, ""),
                        session.getCreationTime(),
                        session.getLastAccessedTime(),
                        session.getId().equals(here)))
                .sorted(Comparator.comparing(OpenSession::used).reversed())
                .toList();
    }

    /** Ends one. */
    void end(Account own, String id, String address) {
        String session = sessions.findByPrincipalName(own.getName()).keySet().stream()
                .filter(each -> called(each).equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.missing("session"));
        sessions.deleteById(session);
        log.note(AccountLog.Deed.ENDED_SESSIONS, own.id(), "one", address);
        announcer.announce("session", Map.of());
    }

    private static String called(String session) {
        return Sha256.of(session.getBytes(StandardCharsets.US_ASCII)).hex().substring(0, 16);
    }
}
