package app.entrada.standins;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.Locale;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** The device that somebody signs in with: shows six digits that change every half minute, as RFC 6238 has it. */
public final class AuthenticatorDevice {
    private static final String BASE32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
    private static final int STEP_SECONDS = 30;

    private final byte[] secret;

    /** @param key as it is typed into a device: Base32, blanks do not matter */
    public AuthenticatorDevice(String key) {
        String plain = key.replace(" ", "").toUpperCase(Locale.ROOT);
        ByteBuffer bytes = ByteBuffer.allocate(plain.length() * 5 / 8);
        int bits = 0;
        int held = 0;
        for (int i = 0; i < plain.length(); i++) {
            char letter = plain.charAt(i);
            int value = BASE32.indexOf(letter);
            if (value < 0) throw new IllegalArgumentException("no letter of a key: " + letter);
            held = (held << 5 | value) & 0xFFF;
            bits += 5;
            if (bits >= 8) {
                bits -= 8;
                bytes.put((byte) (held >> bits));
            }
        }
        secret = bytes.array();
    }

    /** What it shows at a moment. */
    public String shows(Instant at) {
        try {
            Mac mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(secret, "RAW"));
            byte[] hash = mac.doFinal(ByteBuffer.allocate(Long.BYTES)
                    .putLong(at.getEpochSecond() / STEP_SECONDS)
                    .array());
            int from = hash[hash.length - 1] & 0xF;
            int number = ByteBuffer.wrap(hash).getInt(from) & 0x7FFFFFFF;
            return "%06d".formatted(number % 1_000_000);
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
