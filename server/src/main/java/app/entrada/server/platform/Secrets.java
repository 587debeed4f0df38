package app.entrada.server.platform;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;

/**
 * Encrypts what has to be kept and told again to nobody: what destinations give us to sign in with, second factors.
 * AES-256-GCM, a fresh nonce each time, bound to whose it is. The key is a file outside the database, readable by its owner
 * alone. While a key is replaced by another, the file holds both, the newest last: what is sealed with either opens, whenever the work is interrupted.
 */
@Component
public class Secrets {
    /** Name of the file of the keys. */
    public static final String FILE = "destinations.key";

    private static final int KEY = 32;
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;

    private final Path file;
    private volatile List<SecretKeySpec> keys;
    private final SecureRandom random = new SecureRandom();

    Secrets(Settings settings) throws IOException {
        file = settings.secretsFolder().resolve(FILE);
        Files.createDirectories(file.getParent());
        SecretFile.writeFirst(file, this::fresh);
        keys = read();
    }

    private byte[] fresh() {
        byte[] fresh = new byte[KEY];
        random.nextBytes(fresh);
        return fresh;
    }

    private List<SecretKeySpec> read() throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        if (bytes.length == 0 || bytes.length % KEY != 0)
            throw new IOException("the key file of the destinations is damaged: " + file.getFileName());
        List<SecretKeySpec> all = new ArrayList<>();
        for (int at = 0; at < bytes.length; at += KEY)
            all.add(new SecretKeySpec(Arrays.copyOfRange(bytes, at, at + KEY), "AES"));
        return List.copyOf(all);
    }

    /** Puts a new key behind those there are; from here on it seals. */
    public synchronized void addKey() throws IOException {
        byte[] old = Files.readAllBytes(file);
        byte[] both = Arrays.copyOf(old, old.length + KEY);
        System.arraycopy(fresh(), 0, both, old.length, KEY);
        write(both);
    }

    /** Leaves the newest key only; everything must be sealed with it by now. */
    public synchronized void dropOldKeys() throws IOException {
        byte[] all = Files.readAllBytes(file);
        write(Arrays.copyOfRange(all, all.length - KEY, all.length));
    }

    private void write(byte[] bytes) throws IOException {
        SecretFile.write(file, bytes);
        keys = read();
    }

    /** Seals a secret for its owner alone: a destination's id, or another name that is nobody else's. */
    public byte[] seal(String owner, String secret) {
        byte[] nonce = new byte[NONCE];
        random.nextBytes(nonce);
        byte[] text = sealed(owner, nonce, secret.getBytes(StandardCharsets.UTF_8));
        byte[] both = Arrays.copyOf(nonce, NONCE + text.length);
        System.arraycopy(text, 0, both, NONCE, text.length);
        return both;
    }

    private byte[] sealed(String owner, byte[] nonce, byte[] text) {
        try {
            return run(Cipher.ENCRYPT_MODE, keys.get(keys.size() - 1), owner, nonce, text);
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    /** What was sealed for an owner; an error of the program when no key opens it. */
    public String open(String owner, byte[] both) {
        Optional<String> opened = opened(owner, both);
        if (opened.isEmpty())
            try {
                // another node may have put a new key into the file
                keys = read();
                opened = opened(owner, both);
            } catch (IOException unreadable) {
                throw new UncheckedIOException(unreadable);
            }
        return opened.orElseThrow(
                () -> new IllegalStateException("the secret of " + owner + " does not open with any key"));
    }

    private Optional<String> opened(String owner, byte[] both) {
        byte[] nonce = Arrays.copyOf(both, NONCE);
        byte[] text = Arrays.copyOfRange(both, NONCE, both.length);
        for (SecretKeySpec key : keys)
            try {
                return Optional.of(
                        new String(run(Cipher.DECRYPT_MODE, key, owner, nonce, text), StandardCharsets.UTF_8));
            } catch (GeneralSecurityException otherKey) {
                // the next one, then
            }
        return Optional.empty();
    }

    private static byte[] run(int mode, SecretKeySpec key, String owner, byte[] nonce, byte[] text)
            throws GeneralSecurityException {
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
        cipher.updateAAD(owner.getBytes(StandardCharsets.UTF_8));
        return cipher.doFinal(text);
    }
}
