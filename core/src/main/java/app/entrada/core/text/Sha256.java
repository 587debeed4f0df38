package app.entrada.core.text;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * A SHA-256 checksum (FIPS 180-4); files are named by theirs.
 *
 * @param hex 64 lower-case hexadecimal digits
 */
public record Sha256(String hex) {
    public Sha256 {
        if (!hex.matches("[0-9a-f]{64}")) throw new MalformedValue("A file is named by 64 hexadecimal digits");
    }

    /** The checksum of a few bytes; files are summed as they are read. */
    public static Sha256 of(byte[] bytes) {
        try {
            return new Sha256(HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(bytes)));
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    @Override
    public String toString() {
        return hex;
    }
}
