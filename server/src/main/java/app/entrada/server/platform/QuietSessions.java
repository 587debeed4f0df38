package app.entrada.server.platform;

import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/**
 * Sessions in the database that are not written at every request: when one was used last is noted once a minute, which is
 * exact enough to end it after half a day without use. A request then costs one statement, the one that reads it.
 */
class QuietSessions implements SessionRepository<QuietSessions.Quiet> {
    private static final Duration NOTED_EVERY = Duration.ofMinutes(1);

    private final SessionRepository<Session> stored;

    // the type of the stored session is not public
    @SuppressWarnings("unchecked")
    QuietSessions(JdbcIndexedSessionRepository stored) {
        this.stored = (SessionRepository<Session>) (SessionRepository<?>) stored;
    }

    @Override
    public Quiet createSession() {
        return new Quiet(stored.createSession());
    }

    @Override
    public void save(Quiet session) {
        stored.save(session.stored);
    }

    @Override
    public @Nullable Quiet findById(String id) {
        Session found = stored.findById(id);
        return found == null ? null : new Quiet(found);
    }

    @Override
    public void deleteById(String id) {
        stored.deleteById(id);
    }

    /** A session that passes a new time of use on only when the one that is noted is old. */
    record Quiet(Session stored) implements Session {
        @Override
        public void setLastAccessedTime(Instant time) {
            if (time.isAfter(stored.getLastAccessedTime().plus(NOTED_EVERY))) stored.setLastAccessedTime(time);
        }

        @Override
        public String getId() {
            return stored.getId();
        }

        @Override
        public String changeSessionId() {
            return stored.changeSessionId();
        }

        @Override
        public <T> @Nullable T getAttribute(String name) {
            return stored.getAttribute(name);
        }

        @Override
        public Set<String> getAttributeNames() {
            return stored.getAttributeNames();
        }

        @Override
        public void setAttribute(String name, Object value) {
            stored.setAttribute(name, value);
        }

        @Override
        public void removeAttribute(String name) {
            stored.removeAttribute(name);
        }

        @Override
        public Instant getCreationTime() {
            return stored.getCreationTime();
        }

        @Override
        public Instant getLastAccessedTime() {
            return stored.getLastAccessedTime();
        }

        @Override
        public void setMaxInactiveInterval(Duration interval) {
            stored.setMaxInactiveInterval(interval);
        }

        @Override
        public Duration getMaxInactiveInterval() {
            return stored.getMaxInactiveInterval();
        }

        @Override
        public boolean isExpired() {
            return stored.isExpired();
        }
    }
}
