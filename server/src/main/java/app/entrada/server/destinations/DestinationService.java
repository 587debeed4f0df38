package app.entrada.server.destinations;

import app.entrada.server.platform.Problem;
import java.net.URI;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where destinations are and how we sign in there. */
@Service
public class DestinationService {
    private final JdbcClient jdbc;
    private final Secrets secrets;

    DestinationService(JdbcClient jdbc, Secrets secrets) {
        this.jdbc = jdbc;
        this.secrets = secrets;
    }

    /** A destination's connection; {@code secret} is set but never shown. */
    public record Connection(String url, boolean secret) {}

    /** The connection of a destination, when one was entered. */
    public Optional<Connection> connection(String id) {
        return jdbc.sql("SELECT url, secret IS NOT NULL AS secret FROM destination WHERE id = ?")
                .param(id)
                .query((row, n) -> new Connection(row.getString("url"), row.getBoolean("secret")))
                .optional();
    }

    /** The secret, for the one who sends. */
    public Optional<String> secret(String id) {
        return jdbc.sql("SELECT secret FROM destination WHERE id = ? AND secret IS NOT NULL")
                .param(id)
                .query((row, n) -> row.getBytes(1))
                .optional()
                .map(stored -> secrets.open(id, stored));
    }

    /** Stores address and secret; an empty secret leaves the stored one. */
    @Transactional
    public void connect(String id, String url, String secret) {
        URI address;
        try {
            address = URI.create(url == null ? "" : url.strip());
        } catch (IllegalArgumentException noAddress) {
            throw wrongAddress(url);
        }
        if (address.getHost() == null || !"https".equals(address.getScheme()) && !"http".equals(address.getScheme()))
            throw wrongAddress(url);
        byte[] encrypted = secret == null || secret.isBlank() ? null : secrets.seal(id, secret.strip());
        jdbc.sql("""
                        INSERT INTO destination (id, url, secret) VALUES (:id, :url, :secret)
                        ON CONFLICT (id) DO UPDATE SET url = excluded.url,
                            secret = coalesce(excluded.secret, destination.secret)""")
                .param("id", id)
                .param("url", address.toString())
                .param("secret", encrypted)
                .update();
    }

    private static Problem wrongAddress(String url) {
        return Problem.input("address", "“%s” is no web address; wanted: https://…".formatted(url))
                .with("field", "url");
    }
}
