package app.entrada.server.platform;

import org.springframework.boot.autoconfigure.AutoConfiguration;
import org.springframework.boot.session.jdbc.autoconfigure.JdbcSessionAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Primary;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/** Puts {@link QuietSessions} before the sessions in the database, which are only made where nobody else has made any. */
@AutoConfiguration(after = JdbcSessionAutoConfiguration.class)
public class QuietSessionsConfiguration {
    @Bean
    @Primary
    QuietSessions quietSessions(JdbcIndexedSessionRepository stored) {
        return new QuietSessions(stored);
    }
}
