package app.entrada.server.backup;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.crypto.AEADBadTagException;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.bouncycastle.crypto.generators.Argon2BytesGenerator;
import org.bouncycastle.crypto.params.Argon2Parameters;

/**
 * Seals small files with a passphrase: a key of it by Argon2id (RFC 9106, 19 MiB so that it fits beside a large catalogue, eight
 * passes), AES-256-GCM with that. Whoever
 * finds a backup can read nothing that was sealed without knowing the passphrase.
 */
final class KeySeal {
    private static final byte[] BEGINNING = "ENTRADA-KEYS-1\n".getBytes(StandardCharsets.US_ASCII);
    private static final int SALT = 16;
    private static final int NONCE = 12;
    private static final int KEY = 32;
    private static final int TAG_BITS = 128;
    private static final int MEMORY_KIB = 19 * 1024;
    private static final int PASSES = 8;
    private static final int MOST_FILES = 100;
    private static final int LARGEST = 1 << 20;

    private KeySeal() {}

    /** Seals files, by name. */
    static byte[] seal(Map<String, byte[]> files, String passphrase) throws IOException {
        SecureRandom random = new SecureRandom();
        byte[] salt = new byte[SALT];
        byte[] nonce = new byte[NONCE];
        random.nextBytes(salt);
        random.nextBytes(nonce);
        ByteArrayOutputStream plain = new ByteArrayOutputStream();
        try (DataOutputStream out = new DataOutputStream(plain)) {
            out.writeInt(files.size());
            for (Map.Entry<String, byte[]> each : files.entrySet()) {
                out.writeUTF(each.getKey());
                out.writeInt(each.getValue().length);
                out.write(each.getValue());
            }
        }
        ByteArrayOutputStream sealed = new ByteArrayOutputStream();
        sealed.write(BEGINNING);
        sealed.write(salt);
        sealed.write(nonce);
        try {
            sealed.write(cipher(Cipher.ENCRYPT_MODE, passphrase, salt, nonce).doFinal(plain.toByteArray()));
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
        return sealed.toByteArray();
    }

    /**
     * The files that were sealed.
     *
     * @throws IOException when it is no such file, was changed, or the passphrase is another
     */
    static Map<String, byte[]> open(byte[] sealed, String passphrase) throws IOException {
        int head = BEGINNING.length + SALT + NONCE;
        if (sealed.length < head || !Arrays.equals(Arrays.copyOf(sealed, BEGINNING.length), BEGINNING))
            throw new IOException("The keys of this backup cannot be read: unknown file format.");
        byte[] salt = Arrays.copyOfRange(sealed, BEGINNING.length, BEGINNING.length + SALT);
        byte[] nonce = Arrays.copyOfRange(sealed, BEGINNING.length + SALT, head);
        byte[] plain;
        try {
            plain = cipher(Cipher.DECRYPT_MODE, passphrase, salt, nonce).doFinal(sealed, head, sealed.length - head);
        } catch (AEADBadTagException other) {
            throw new IOException("The passphrase does not open the keys of this backup.", other);
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
        Map<String, byte[]> files = new LinkedHashMap<>();
        try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(plain))) {
            int count = in.readInt();
            for (int i = 0; i < Math.min(count, MOST_FILES); i++) {
                String name = in.readUTF();
                int bytes = in.readInt();
                if (bytes < 0 || bytes > LARGEST) throw new IOException("The keys of this backup are damaged.");
                files.put(name, in.readNBytes(bytes));
            }
        }
        return files;
    }

    private static Cipher cipher(int mode, String passphrase, byte[] salt, byte[] nonce)
            throws GeneralSecurityException {
        Argon2BytesGenerator argon = new Argon2BytesGenerator();
        argon.init(new Argon2Parameters.Builder(Argon2Parameters.ARGON2_id)
                .withSalt(salt)
                .withMemoryAsKB(MEMORY_KIB)
                .withIterations(PASSES)
                .withParallelism(1)
                .build());
        byte[] key = new byte[KEY];
        argon.generateBytes(passphrase.getBytes(StandardCharsets.UTF_8), key);
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(mode, new SecretKeySpec(key, "AES"), new GCMParameterSpec(TAG_BITS, nonce));
        cipher.updateAAD(BEGINNING);
        return cipher;
    }
}
