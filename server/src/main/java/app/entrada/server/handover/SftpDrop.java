package app.entrada.server.handover;

import app.entrada.core.delivery.HandoverWay;
import com.jcraft.jsch.ChannelSftp;
import com.jcraft.jsch.HostKey;
import com.jcraft.jsch.HostKeyRepository;
import com.jcraft.jsch.JSch;
import com.jcraft.jsch.JSchException;
import com.jcraft.jsch.Session;
import com.jcraft.jsch.SftpException;
import com.jcraft.jsch.UserInfo;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Puts archives onto a server by SFTP. Its key is the one that a manager confirmed, or nothing is sent. */
@Component
public class SftpDrop implements Drop {
    private static final int USUAL_PORT = 22;
    private static final int CONNECT_MILLIS = 15_000;
    private static final int SILENCE_MILLIS = 60_000;
    private static final String PRIVATE_KEY = "-----BEGIN ";

    @Override
    public HandoverWay way() {
        return HandoverWay.SFTP;
    }

    /** Remembers which key a server showed, and takes only the one that it is held against. */
    private static final class PinnedKey implements HostKeyRepository {
        private final String pinned;
        private String shown = "";

        PinnedKey(String pinned) {
            this.pinned = pinned;
        }

        @Override
        public int check(String host, byte[] key) {
            shown = fingerprint(key);
            return pinned.isEmpty() ? NOT_INCLUDED : shown.equals(pinned) ? OK : CHANGED;
        }

        @Override
        public void add(HostKey key, UserInfo asks) {
            // a manager confirms a key, nobody else
        }

        @Override
        public void remove(String host, String type) {
            // nothing is kept here
        }

        @Override
        public void remove(String host, String type, byte[] key) {
            // nothing is kept here
        }

        @Override
        public String getKnownHostsRepositoryID() {
            return "";
        }

        @Override
        public HostKey[] getHostKey() {
            return new HostKey[0];
        }

        @Override
        public HostKey[] getHostKey(@Nullable String host, @Nullable String type) {
            return new HostKey[0];
        }
    }

    /** A key's fingerprint as {@code ssh-keygen -l} writes it: SHA-256 in base 64, without filling. */
    private static String fingerprint(byte[] key) {
        try {
            return "SHA256:"
                    + Base64.getEncoder()
                            .withoutPadding()
                            .encodeToString(MessageDigest.getInstance("SHA-256").digest(key));
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    /**
     * The key that a server shows, as {@code SHA256:…}. Nothing is sent there, no name and no password.
     *
     * @throws IOException when nobody answers there
     */
    public String keyOf(String address) throws IOException {
        PinnedKey key = new PinnedKey("");
        URI at = URI.create(address);
        try {
            session(at, "", key).connect(CONNECT_MILLIS);
        } catch (JSchException refusedAsWanted) {
            if (key.shown.isEmpty()) throw unreachable(at, refusedAsWanted);
        }
        return key.shown;
    }

    @Override
    public void put(Path archive, String name, Target target) throws IOException {
        URI at = URI.create(target.address());
        PinnedKey key = new PinnedKey(target.hostKey());
        Session session = null;
        try {
            session = session(at, target.secret(), key);
            session.connect(CONNECT_MILLIS);
            ChannelSftp channel = (ChannelSftp) session.openChannel("sftp");
            channel.connect(CONNECT_MILLIS);
            put(archive, name, at, channel);
        } catch (JSchException failed) {
            throw because(at, key, failed);
        } finally {
            if (session != null) session.disconnect();
        }
    }

    private static Session session(URI at, String secret, PinnedKey key) throws JSchException {
        JSch ssh = new JSch();
        ssh.setHostKeyRepository(key);
        if (secret.startsWith(PRIVATE_KEY))
            ssh.addIdentity("label", (secret.strip() + "\n").getBytes(StandardCharsets.UTF_8), null, null);
        Session session = ssh.getSession(
                Objects.toString(at.getUserInfo(), ""), at.getHost(), at.getPort() < 0 ? USUAL_PORT : at.getPort());
        session.setConfig("StrictHostKeyChecking", "yes");
        session.setConfig(
                "PreferredAuthentications",
                secret.startsWith(PRIVATE_KEY) ? "publickey" : "password,keyboard-interactive");
        if (!secret.startsWith(PRIVATE_KEY)) session.setPassword(secret);
        session.setTimeout(SILENCE_MILLIS);
        return session;
    }

    private static void put(Path archive, String name, URI at, ChannelSftp channel) throws IOException {
        String folder = Objects.toString(at.getPath(), "");
        String into = folder.isEmpty() || folder.equals("/") ? "" : folder.replaceAll("/+$", "") + "/";
        String part = into + "." + name + ".part";
        String whole = into + name;
        long size = Files.size(archive);
        try {
            if (size(channel, whole) >= 0) {
                // an earlier try got as far as this, and its answer did not come back
                if (size(channel, whole) == size) return;
                throw new Refused("There is already a different file %s on %s; it was left unchanged."
                        .formatted(name, at.getHost()));
            }
            channel.put(archive.toString(), part, ChannelSftp.OVERWRITE);
            long arrived = size(channel, part);
            if (arrived != size)
                throw new IOException("Of %,d bytes, %,d arrived on %s.".formatted(size, arrived, at.getHost()));
            channel.rename(part, whole);
        } catch (SftpException failed) {
            leaveNothing(channel, part);
            throw failed.id == ChannelSftp.SSH_FX_NO_SUCH_FILE || failed.id == ChannelSftp.SSH_FX_PERMISSION_DENIED
                    ? new Refused(
                            "%s has no writable folder “%s” (%s). Nothing was left there."
                                    .formatted(at.getHost(), folder, failed.getMessage()),
                            failed)
                    : new IOException(
                            "The transfer to %s was interrupted (%s). No incomplete file was left under its name."
                                    .formatted(at.getHost(), failed.getMessage()),
                            failed);
        }
    }

    private static long size(ChannelSftp channel, String path) throws SftpException {
        try {
            return channel.stat(path).getSize();
        } catch (SftpException none) {
            if (none.id == ChannelSftp.SSH_FX_NO_SUCH_FILE) return -1;
            throw none;
        }
    }

    private static void leaveNothing(ChannelSftp channel, String part) {
        try {
            if (channel.isConnected()) channel.rm(part);
        } catch (SftpException gone) {
            // the server went away with it; the next try writes over it
        }
    }

    private static IOException because(URI at, PinnedKey key, JSchException failed) {
        if (!key.shown.isEmpty() && !key.shown.equals(key.pinned))
            return new Refused(
                    "%s presents a different key (%s) from the confirmed one (%s). Nothing was sent. Ask whether it was changed, then confirm the new one under Destinations."
                            .formatted(at.getHost(), key.shown, key.pinned.isEmpty() ? "none" : key.pinned),
                    failed);
        String says = Objects.toString(failed.getMessage(), "");
        if (Stream.of("Auth fail", "Auth cancel").anyMatch(says::startsWith) || says.startsWith("invalid privatekey"))
            return new Refused(
                    "%s rejected the user name or secret. Enter it again under Destinations, then retry."
                            .formatted(at.getHost()),
                    failed);
        return unreachable(at, failed);
    }

    private static IOException unreachable(URI at, JSchException failed) {
        return new IOException(
                "%s cannot be reached (%s).".formatted(at.getHost(), Objects.toString(failed.getMessage(), "")),
                failed);
    }
}
