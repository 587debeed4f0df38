package app.entrada.server.platform;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/**
 * A session is one only as long as its account is as it was when it began: it is kept under the account and its version, and
 * asked for with both. So whoever is put on hold or gets another role is out everywhere, whatever happens at the same moment.
 */
@Configuration(proxyBeanMethods = false)
class SessionsOfNow {
    /** Holds for a session {@code s} that nobody is signed in with, or whose account is as it was. */
    static final String IS_OF_NOW = """
            (s.principal_name IS NULL OR EXISTS (
                SELECT 1 FROM account a
                WHERE a.id = CAST(split_part(s.principal_name, ':', 1) AS bigint)
                    AND a.version = CAST(split_part(s.principal_name, ':', 2) AS bigint)))""";

    @Bean
    SessionRepositoryCustomizer<JdbcIndexedSessionRepository> askedForWithTheirAccount() {
        return sessions -> sessions.setGetSessionQuery("""
                SELECT s.primary_id, s.session_id, s.creation_time, s.last_access_time, s.max_inactive_interval,
                    sa.attribute_name, sa.attribute_bytes
                FROM spring_session s LEFT JOIN spring_session_attributes sa ON s.primary_id = sa.session_primary_id
                WHERE s.session_id = ? AND\s""" + IS_OF_NOW);
    }
}
