package app.entrada.server.destinations;

import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;

/**
 * Encrypts what destinations give us to sign in with: AES-256-GCM, a fresh nonce each time, bound to the destination's id.
 * The key is a file outside the database, readable by its owner alone.
 */
@Component
class Secrets {
    private static final int KEY = 32;
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;

    private final SecretKeySpec key;
    private final SecureRandom random = new SecureRandom();

    Secrets(Settings settings) throws IOException {
        Path file = settings.var().resolve("secrets").resolve("destinations.key");
        Files.createDirectories(file.getParent());
        try (var channel = Files.newByteChannel(
                file,
                java.util.Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE),
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")))) {
            byte[] fresh = new byte[KEY];
            random.nextBytes(fresh);
            channel.write(java.nio.ByteBuffer.wrap(fresh));
        } catch (FileAlreadyExistsException made) {
            // made at an earlier start
        }
        byte[] bytes = Files.readAllBytes(file);
        if (bytes.length != KEY)
            throw new IOException("the key file of the destinations is damaged: " + file.getFileName());
        key = new SecretKeySpec(bytes, "AES");
    }

    byte[] seal(String destination, String secret) {
        byte[] nonce = new byte[NONCE];
        random.nextBytes(nonce);
        byte[] text = run(Cipher.ENCRYPT_MODE, destination, nonce, secret.getBytes(StandardCharsets.UTF_8));
        byte[] both = java.util.Arrays.copyOf(nonce, NONCE + text.length);
        System.arraycopy(text, 0, both, NONCE, text.length);
        return both;
    }

    String open(String destination, byte[] both) {
        byte[] nonce = java.util.Arrays.copyOf(both, NONCE);
        byte[] text = java.util.Arrays.copyOfRange(both, NONCE, both.length);
        return new String(run(Cipher.DECRYPT_MODE, destination, nonce, text), StandardCharsets.UTF_8);
    }

    private byte[] run(int mode, String destination, byte[] nonce, byte[] text) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(destination.getBytes(StandardCharsets.UTF_8));
            return cipher.doFinal(text);
        } catch (GeneralSecurityException wrongKey) {
            throw new IllegalStateException("the secret of " + destination + " does not open with this key", wrongKey);
        }
    }
}
