package app.entrada.server.connections;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Sealed;
import app.entrada.server.platform.Secrets;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where destinations are and how we sign in there. */
@Service
public class DestinationService implements Sealed {
    private final JdbcClient jdbc;
    private final Secrets secrets;
    private final Settings settings;

    DestinationService(JdbcClient jdbc, Secrets secrets, Settings settings) {
        this.settings = settings;
        this.jdbc = jdbc;
        this.secrets = secrets;
    }

    /**
     * How a destination gets what is meant for it.
     *
     * @param url its address, or the folder; null where none is wanted
     * @param secret whether one is set; it is never shown
     * @param hostKey the key of its server that a manager confirmed; null where there is none
     * @param ownNetwork whether a manager said that it is on this machine or in the label's own network
     */
    public record Connection(
            HandoverWay way,
            @Nullable String url,
            boolean secret,
            @Nullable String hostKey,
            boolean ownNetwork) {
        /** A connection by interface. */
        public Connection(String url, boolean secret) {
            this(HandoverWay.INTERFACE, url, secret, null, false);
        }

        /** Whether all is entered that this way wants. */
        public boolean complete() {
            return switch (way) {
                case INTERFACE -> url != null && secret;
                case SFTP -> url != null && secret && hostKey != null;
                case FOLDER -> url != null;
                case ARCHIVE, FORM -> true;
            };
        }
    }

    /** The connection of a destination, when one was entered. */
    public Optional<Connection> connection(String id) {
        return jdbc.sql(
                        "SELECT way, url, secret IS NOT NULL AS secret, host_key, own_network FROM destination WHERE id = ?")
                .param(id)
                .query((row, n) -> new Connection(
                        HandoverWay.of(row.getString("way")),
                        row.getString("url"),
                        row.getBoolean("secret"),
                        row.getString("host_key"),
                        row.getBoolean("own_network")))
                .optional();
    }

    /** How a destination gets what is meant for it: as was chosen, else as its profile says, with nothing entered yet. */
    public Connection reached(Profile profile) {
        return connection(profile.id())
                .orElseGet(() -> new Connection(
                        profile.sends(DeliveryKind.WEB_FORM) ? HandoverWay.FORM : HandoverWay.INTERFACE,
                        null,
                        false,
                        null,
                        false));
    }

    /** The way alone. */
    public HandoverWay way(Profile profile) {
        return reached(profile).way();
    }

    /** The profile as it is sent to: what goes by hand into a form is what the form asks for. */
    public Profile asSent(Profile profile) {
        return way(profile) == HandoverWay.FORM ? profile.sending(DeliveryKind.WEB_FORM) : profile;
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
    public boolean elsewhere(String id, HandoverWay way, @Nullable String url, boolean ownNetwork) {
        String typed = url == null || !way.goesOutside() ? "" : url.strip();
        return connection(id)
                .filter(Connection::secret)
                .filter(stored -> stored.url() != null)
                .map(stored -> !OutsideAddress.whom(URI.create(requireNonNull(stored.url())))
                        .equals(typed.isEmpty() ? "" : OutsideAddress.whom(outside(way, typed, ownNetwork))))
                .orElse(false);
    }

    private static URI outside(HandoverWay way, String typed, boolean ownNetwork) {
        URI address;
        try {
            address = URI.create(typed);
        } catch (IllegalArgumentException noAddress) {
            throw wrongAddress("“%s” is not a valid address; expected: %s".formatted(typed, example(way)));
        }
        String objection = way == HandoverWay.SFTP
                ? OutsideAddress.objectionToServer(address, ownNetwork)
                : OutsideAddress.objectionTo(address, ownNetwork);
        if (objection != null) throw wrongAddress(objection);
        return address;
    }

    /** The address of a server that is reached by SFTP, as it may be spoken with. */
    public String server(@Nullable String url, boolean ownNetwork) {
        return outside(HandoverWay.SFTP, url == null ? "" : url.strip(), ownNetwork)
                .toString();
    }

    private static String example(HandoverWay way) {
        return way == HandoverWay.SFTP ? "sftp://name@host/folder" : "https://…";
    }

    /** The address as it is stored; null where the way wants none. */
    private @Nullable String address(HandoverWay way, @Nullable String url, boolean ownNetwork) {
        String typed = url == null ? "" : url.strip();
        return switch (way) {
            case INTERFACE, SFTP -> outside(way, typed, ownNetwork).toString();
            case FOLDER -> folder(typed);
            case ARCHIVE, FORM -> null;
        };
    }

    /** A folder that is there, and is none of this installation's own. */
    private String folder(String typed) {
        try {
            Path folder = Path.of(typed);
            if (typed.isEmpty() || !folder.isAbsolute())
                throw wrongAddress(
                        "“%s” is not a folder path; expected: the full path on this machine, such as /srv/plant"
                                .formatted(typed));
            Path real = folder.toRealPath();
            if (!Files.isDirectory(real)) throw wrongAddress("“%s” is not a folder".formatted(typed));
            Path own = settings.var().toRealPath();
            if (real.startsWith(own) || own.startsWith(real))
                throw wrongAddress(
                        "“%s” contains or is inside the data folder of this installation; choose another folder"
                                .formatted(typed));
            if (!Files.isWritable(real)) throw wrongAddress("Entrada has no write access to “%s”".formatted(typed));
            return real.toString();
        } catch (InvalidPathException none) {
            throw wrongAddress("“%s” is not a valid path".formatted(typed));
        } catch (IOException gone) {
            throw wrongAddress("there is no folder “%s” on this machine".formatted(typed));
        }
    }

    /**
     * Stores how a destination is reached. An empty secret leaves the stored one, as long as it goes to the same host: a
     * secret is never carried off to another by changing the address alone. A key of a server is kept as long as the host
     * is the same, too.
     *
     * @param hostKey the key that was confirmed; null leaves the stored one
     * @param ownNetwork whether it may be on this machine or in the label's own network
     */
    @Transactional
    @For(Role.MANAGER)
    public void connect(
            String id,
            HandoverWay way,
            @Nullable String url,
            @Nullable String secret,
            @Nullable String hostKey,
            boolean ownNetwork) {
        String address = address(way, url, ownNetwork);
        String token = secret == null ? "" : secret.strip();
        boolean elsewhere = elsewhere(id, way, address, ownNetwork);
        if (way.goesOutside() && token.isEmpty() && elsewhere)
            throw Problem.input(
                            "secret-again",
                            "The stored secret belongs to another host. Enter the secret for this one. Nothing was changed.")
                    .with("field", "secret");
        if (hostKey != null && !hostKey.matches("SHA256:[A-Za-z0-9+/]{43}"))
            throw Problem.input("host-key", "This is not a key fingerprint; expected: SHA256:…. Nothing was changed.");
        byte[] encrypted = token.isEmpty() ? null : secrets.seal(id, token);
        jdbc.sql("""
                        INSERT INTO destination (id, way, url, secret, host_key, own_network)
                        VALUES (:id, :way, :url, :secret, :key, :own)
                        ON CONFLICT (id) DO UPDATE SET way = excluded.way, url = excluded.url, own_network = excluded.own_network,
                            secret = CASE WHEN :wanted THEN coalesce(excluded.secret, destination.secret) END,
                            host_key = CASE WHEN :sftp THEN coalesce(excluded.host_key,
                                CASE WHEN :elsewhere THEN NULL ELSE destination.host_key END) END""")
                .param("id", id)
                .param("way", way.id())
                .param("url", address)
                .param("secret", encrypted)
                .param("key", hostKey)
                .param("own", ownNetwork && way.goesOutside())
                .param("wanted", way.goesOutside())
                .param("sftp", way == HandoverWay.SFTP)
                .param("elsewhere", elsewhere)
                .update();
    }

    /** Stores address and secret of an interface on this machine. */
    @Transactional
    @For(Role.MANAGER)
    public void connectHere(String id, String url, String secret) {
        connect(id, HandoverWay.INTERFACE, url, secret, null, true);
    }

    @Override
    public int reseal() {
        Map<String, byte[]> sealed = new HashMap<>();
        jdbc.sql("SELECT id, secret FROM destination WHERE secret IS NOT NULL FOR UPDATE")
                .query(row -> {
                    sealed.put(row.getString("id"), row.getBytes("secret"));
                });
        sealed.forEach((id, secret) -> jdbc.sql("UPDATE destination SET secret = ? WHERE id = ?")
                .params(secrets.seal(id, secrets.open(id, secret)), id)
                .update());
        return sealed.size();
    }

    private static Problem wrongAddress(String objection) {
        return Problem.input(
                        "address",
                        Character.toUpperCase(objection.charAt(0)) + objection.substring(1) + ". Nothing was changed.")
                .with("field", "url");
    }
}
