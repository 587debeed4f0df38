package app.entrada.server.connections;

import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.net.URI;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Where destinations are and how we sign in there. */
@Service
public class DestinationService {
    private final JdbcClient jdbc;
    private final Secrets secrets;
    private final TransactionTemplate transactions;

    DestinationService(JdbcClient jdbc, Secrets secrets, TransactionTemplate transactions) {
        this.jdbc = jdbc;
        this.secrets = secrets;
        this.transactions = transactions;
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

    /** Whether this is another one than the secret was entered for: scheme, host or port differ. */
    public boolean elsewhere(String id, @Nullable String url) {
        return connection(id)
                .filter(Connection::secret)
                .map(stored -> !OutsideAddress.whom(URI.create(stored.url())).equals(OutsideAddress.whom(address(url))))
                .orElse(false);
    }

    private static URI address(@Nullable String url) {
        URI address;
        try {
            address = URI.create(url == null ? "" : url.strip());
        } catch (IllegalArgumentException noAddress) {
            throw wrongAddress("“%s” is no web address; wanted: https://…".formatted(url));
        }
        String objection = OutsideAddress.objectionTo(address);
        if (objection != null) throw wrongAddress(objection);
        return address;
    }

    /**
     * Stores address and secret. An empty secret leaves the stored one, as long as it goes to the same host: a token is
     * never carried off to another by changing the address alone.
     */
    @Transactional
    public void connect(String id, @Nullable String url, @Nullable String secret) {
        URI address = address(url);
        String token = secret == null ? "" : secret.strip();
        if (token.isEmpty() && elsewhere(id, url))
            throw Problem.input(
                            "secret-again",
                            "The stored token belongs to another host. Enter the token for this one. Nothing was changed.")
                    .with("field", "secret");
        byte[] encrypted = token.isEmpty() ? null : secrets.seal(id, token);
        jdbc.sql("""
                        INSERT INTO destination (id, url, secret) VALUES (:id, :url, :secret)
                        ON CONFLICT (id) DO UPDATE SET url = excluded.url,
                            secret = coalesce(excluded.secret, destination.secret)""")
                .param("id", id)
                .param("url", address.toString())
                .param("secret", encrypted)
                .update();
    }

    /**
     * Seals all secrets with a new key; the old one is destroyed.
     *
     * @return how many there are
     */
    public int newKey() throws IOException {
        secrets.addKey();
        int count = transactions.execute(status -> {
            Map<String, byte[]> sealed = new HashMap<>();
            jdbc.sql("SELECT id, secret FROM destination WHERE secret IS NOT NULL FOR UPDATE")
                    .query(row -> {
                        sealed.put(row.getString("id"), row.getBytes("secret"));
                    });
            sealed.forEach((id, secret) -> jdbc.sql("UPDATE destination SET secret = ? WHERE id = ?")
                    .params(secrets.seal(id, secrets.open(id, secret)), id)
                    .update());
            return sealed.size();
        });
        secrets.dropOldKeys();
        return count;
    }

    private static Problem wrongAddress(String objection) {
        return Problem.input(
                        "address",
                        Character.toUpperCase(objection.charAt(0)) + objection.substring(1) + ". Nothing was changed.")
                .with("field", "url");
    }
}
