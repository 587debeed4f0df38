package app.entrada.server.accounts;

import app.entrada.server.platform.Problem;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * Hashes passwords, which is slow on purpose: two at once, a few wait, more are refused. So strangers at the door never take
 * more than two processors' worth, and never a connection to the database: nothing is hashed inside a transaction.
 */
@Component
class PasswordGate {
    private static final int AT_ONCE = 2;
    private static final int WAITING = 10;
    private static final int LONGEST_WAIT_SECONDS = 5;

    private final PasswordEncoder passwords;
    private final Semaphore inside = new Semaphore(AT_ONCE, true);
    private final Semaphore places = new Semaphore(AT_ONCE + WAITING);
    private final String nobodys;

    PasswordGate(PasswordEncoder passwords) {
        this.passwords = passwords;
        this.nobodys = passwords.encode("nobody");
    }

    /**
     * Whether a password fits.
     *
     * @param stored its hash, or null for nobody's: then the answer is no, after the same time
     */
    boolean fits(String typed, @Nullable String stored) {
        return inTurn(() -> passwords.matches(typed, stored == null ? nobodys : stored)) && stored != null;
    }

    /** Whether it was hashed in a way of before. */
    boolean isOld(String stored) {
        return passwords.upgradeEncoding(stored);
    }

    String hash(String typed) {
        return inTurn(() -> passwords.encode(typed));
    }

    private <T> T inTurn(Supplier<T> hashing) {
        if (!places.tryAcquire()) throw crowded();
        try {
            if (!inside.tryAcquire(LONGEST_WAIT_SECONDS, TimeUnit.SECONDS)) throw crowded();
            try {
                return hashing.get();
            } finally {
                inside.release();
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw crowded();
        } finally {
            places.release();
        }
    }

    private static Problem crowded() {
        return new Problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "crowded",
                "Many people are signing in right now. Nothing was changed; try again in a few seconds.");
    }
}
