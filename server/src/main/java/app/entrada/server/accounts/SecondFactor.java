package app.entrada.server.accounts;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Sealed;
import app.entrada.server.platform.Secrets;
import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * The second factor: codes of six digits that change every half minute (RFC 6238, with SHA-1, as every program for them
 * has it), and recovery codes that are good once, for who has lost the device. Devices know the time as it is, so here it is the
 * machine's, whatever day the installation was told to work on.
 */
@Component
class SecondFactor implements Sealed {
    private static final int SECRET_BYTES = 20;
    private static final int RECOVERY_CODES = 10;
    /** Clocks may be off by one step. */
    private static final int STEPS_OFF = 1;

    private static final SecureRandom RANDOM = new SecureRandom();

    private final JdbcClient jdbc;
    private final Secrets secrets;
    private final TimeBasedOneTimePasswordGenerator codes = new TimeBasedOneTimePasswordGenerator();

    SecondFactor(JdbcClient jdbc, Secrets secrets) {
        this.jdbc = jdbc;
        this.secrets = secrets;
    }

    /**
     * A secret that waits to be confirmed, told once.
     *
     * @param key as people type it, in Base32 (RFC 4648), in groups of four
     * @param address the same for programs
     * @param square the same for cameras: rows of a QR code (ISO/IEC 18004), each with 1 for a dark module and 0 for a light
     */
    record FreshFactor(String key, String address, List<String> square) {}

    /** Makes a secret for an account that has none that is confirmed; the one before is forgotten. */
    FreshFactor begin(long account, String name) {
        byte[] secret = new byte[SECRET_BYTES];
        RANDOM.nextBytes(secret);
        String key = new Base32().encodeAsString(secret).replace("=", "");
        int made = jdbc.sql(
                        "UPDATE account SET factor_secret = ?, factor_step = 0 WHERE id = ? AND factor_since IS NULL")
                .params(secrets.seal(sealedFor(account), key), account)
                .update();
        if (made == 0)
            throw Problem.conflict(
                    "factor", "A second factor is already set up. Remove it first. Nothing was changed.");
        String address = "otpauth://totp/Entrada:%s?secret=%s&issuer=Entrada".formatted(encoded(name), key);
        return new FreshFactor(key.replaceAll("(.{4})(?=.)", "$1 "), address, square(address));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static List<String> square(String text) {
        try {
            BitMatrix bits =
                    new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0, Map.of(EncodeHintType.MARGIN, 0));
            List<String> rows = new ArrayList<>();
            for (int y = 0; y < bits.getHeight(); y++) {
                StringBuilder row = new StringBuilder();
                for (int x = 0; x < bits.getWidth(); x++) row.append(bits.get(x, y) ? '1' : '0');
                rows.add(row.toString());
            }
            return rows;
        } catch (WriterException tooLong) {
            throw new IllegalStateException(tooLong);
        }
    }

    /** Confirms the secret with a code of it; whether it fitted. */
    boolean confirm(long account, String code) {
        return takesDigits(account, code, false)
                && jdbc.sql("UPDATE account SET factor_since = now() WHERE id = ? AND factor_since IS NULL")
                                .param(account)
                                .update()
                        == 1;
    }

    /** What a code was: none that fits, one of the device, or one for recovery, which is used up by that. */
    enum Taken {
        NOT,
        DEVICE,
        RECOVERY
    }

    /** Takes a code of somebody who signs in; none is taken twice. */
    Taken take(long account, String code) {
        if (takesDigits(account, code, true)) return Taken.DEVICE;
        return jdbc.sql(
                                        "UPDATE recovery_code SET used_at = now() WHERE code_sha256 = ? AND account_id = ? AND used_at IS NULL")
                                .params(hashed(code), account)
                                .update()
                        == 1
                ? Taken.RECOVERY
                : Taken.NOT;
    }

    private boolean takesDigits(long account, String typed, boolean confirmed) {
        String code = typed.replace(" ", "");
        if (!code.matches("[0-9]{6}")) return false;
        byte[] sealed = jdbc.sql("SELECT factor_secret FROM account WHERE id = ? AND (factor_since IS NOT NULL) = ?")
                .params(account, confirmed)
                .query((row, n) -> row.getBytes(1))
                .optional()
                .orElse(null);
        if (sealed == null) return false;
        byte[] secret = new Base32().decode(secrets.open(sealedFor(account), sealed));
        long now = Instant.now().getEpochSecond() / codes.getTimeStep().toSeconds();
        for (long step = now - STEPS_OFF; step <= now + STEPS_OFF; step++)
            if (MessageDigest.isEqual(
                    at(secret, step).getBytes(StandardCharsets.US_ASCII), code.getBytes(StandardCharsets.US_ASCII)))
                return jdbc.sql("UPDATE account SET factor_step = ? WHERE id = ? AND factor_step < ?")
                                .params(step, account, step)
                                .update()
                        == 1;
        return false;
    }

    private String at(byte[] secret, long step) {
        try {
            return codes.generateOneTimePasswordString(
                    new SecretKeySpec(secret, codes.getAlgorithm()),
                    Instant.ofEpochSecond(step * codes.getTimeStep().toSeconds()));
        } catch (InvalidKeyException neverOfTheseBytes) {
            throw new IllegalStateException(neverOfTheseBytes);
        }
    }

    /** New recovery codes instead of those there were, to be told once. */
    List<String> recoveryCodes(long account) {
        jdbc.sql("DELETE FROM recovery_code WHERE account_id = ?")
                .param(account)
                .update();
        List<String> fresh = new ArrayList<>();
        for (int i = 0; i < RECOVERY_CODES; i++) {
            String code = Passwords.random(4, 4);
            jdbc.sql("INSERT INTO recovery_code (code_sha256, account_id) VALUES (?, ?)")
                    .params(hashed(code), account)
                    .update();
            fresh.add(code);
        }
        return fresh;
    }

    /** How many recovery codes are left. */
    int recoveryCodesLeft(long account) {
        return jdbc.sql("SELECT count(*) FROM recovery_code WHERE account_id = ? AND used_at IS NULL")
                .param(account)
                .query(Integer.class)
                .single();
    }

    /** Takes the second factor away, with its recovery codes. */
    void end(long account) {
        jdbc.sql("UPDATE account SET factor_secret = NULL, factor_since = NULL, factor_step = 0 WHERE id = ?")
                .param(account)
                .update();
        jdbc.sql("DELETE FROM recovery_code WHERE account_id = ?")
                .param(account)
                .update();
    }

    /** They have eighty bits: a plain digest cannot be turned back. */
    private static String hashed(String code) {
        String plain = code.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
        return Sha256.of(plain.getBytes(StandardCharsets.US_ASCII)).hex();
    }

    private static String sealedFor(long account) {
        return "account " + account;
    }

    @Override
    public int reseal() {
        Map<Long, byte[]> sealed = new HashMap<>();
        jdbc.sql("SELECT id, factor_secret FROM account WHERE factor_secret IS NOT NULL FOR UPDATE")
                .query(row -> {
                    sealed.put(row.getLong(1), row.getBytes(2));
                });
        sealed.forEach((id, secret) -> jdbc.sql("UPDATE account SET factor_secret = ? WHERE id = ?")
                .params(secrets.seal(sealedFor(id), secrets.open(sealedFor(id), secret)), id)
                .update());
        return sealed.size();
    }
}
