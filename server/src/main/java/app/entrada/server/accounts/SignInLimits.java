package app.entrada.server.accounts;

import app.entrada.core.text.Sha256;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Counts wrong passwords by who tries, so that nobody can lock somebody else out: a name from one address, an address with
 * any names, a name from anywhere; and a browser in which the owner has signed in before by itself. Names that do not exist
 * are counted like those that do, so an answer never tells which is which. The counts are those of all servers on
 * one database together.
 */
@Component
class SignInLimits {
    /** No count is of use for longer. */
    private static final Duration LONGEST = Duration.ofHours(1);

    /** How many wrong ones within which time. */
    private enum Limit {
        NAME_FROM_ADDRESS(5, Duration.ofMinutes(1)),
        ADDRESS(60, Duration.ofMinutes(5)),
        NAME(200, Duration.ofHours(1)),
        KNOWN_BROWSER(10, Duration.ofMinutes(1)),
        /** Six digits are few: whoever has the password gets no more than these. */
        CODE(10, Duration.ofMinutes(15)),
        SIGNED_IN(5, Duration.ofMinutes(1));

        private final int free;
        private final Duration within;

        Limit(int free, Duration within) {
            this.free = free;
            this.within = within;
        }
    }

    /** Somebody's count. */
    private record Key(Limit limit, String whose) {
        private static Key of(Limit limit, String whose) {
            return new Key(
                    limit, Sha256.of(whose.getBytes(StandardCharsets.UTF_8)).hex());
        }
    }

    private final JdbcClient jdbc;
    /** What is refused because of a wrong password is rolled back; that it was wrong is not. */
    private final TransactionTemplate byItself;

    SignInLimits(JdbcClient jdbc, PlatformTransactionManager transactions) {
        this.jdbc = jdbc;
        byItself = new TransactionTemplate(transactions);
        byItself.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** Who tries: every count that a wrong password goes to. */
    static final class Trying {
        private final List<Key> keys;

        private Trying(List<Key> keys) {
            this.keys = keys;
        }
    }

    /** Somebody at the door; in a browser that the name's owner has used, strangers' counts do not matter. */
    Trying atTheDoor(String name, String address, boolean knownBrowser) {
        String folded = name.toLowerCase(java.util.Locale.ROOT);
        if (knownBrowser) return new Trying(List.of(Key.of(Limit.KNOWN_BROWSER, folded)));
        return new Trying(List.of(
                Key.of(Limit.NAME_FROM_ADDRESS, folded + " " + address),
                Key.of(Limit.ADDRESS, address),
                Key.of(Limit.NAME, folded)));
    }

    /** Somebody whose password fitted and who gives the code of a second factor. */
    Trying withCode(String name, boolean knownBrowser) {
        String folded = name.toLowerCase(java.util.Locale.ROOT);
        return new Trying(List.of(Key.of(Limit.CODE, knownBrowser ? folded + " in a known browser" : folded)));
    }

    /** Somebody who is signed in and gives the password again. */
    Trying signedIn(Account account) {
        return new Trying(List.of(Key.of(Limit.SIGNED_IN, account.sitting().toString())));
    }

    /** How long to wait before the next try; zero when there is no need to. */
    Duration pause(Trying who) {
        Duration longest = Duration.ZERO;
        for (Key key : who.keys) {
            Duration left = jdbc.sql("""
                            SELECT CAST(ceil(1000 * extract(epoch FROM at - now() + make_interval(secs => :within))) AS bigint)
                            FROM wrong_password WHERE kind = :kind AND whose = :whose AND wrong >= :free""")
                    .param("within", key.limit.within.toSeconds())
                    .param("kind", key.limit.name())
                    .param("whose", key.whose)
                    .param("free", key.limit.free)
                    .query(Long.class)
                    .optional()
                    .map(Duration::ofMillis)
                    .orElse(Duration.ZERO);
            if (left.compareTo(longest) > 0) longest = left;
        }
        return longest;
    }

    void wrong(Trying who) {
        byItself.executeWithoutResult(status -> {
            // the time runs from the last wrong one that was let in
            for (Key key : who.keys)
                jdbc.sql("""
                                INSERT INTO wrong_password AS w (kind, whose, wrong, at) VALUES (:kind, :whose, 1, clock_timestamp())
                                ON CONFLICT (kind, whose) DO UPDATE SET at = excluded.at, wrong =
                                    CASE WHEN w.at < now() - make_interval(secs => :within) THEN 1 ELSE w.wrong + 1 END""")
                        .param("within", key.limit.within.toSeconds())
                        .param("kind", key.limit.name())
                        .param("whose", key.whose)
                        .update();
            jdbc.sql("DELETE FROM wrong_password WHERE at < now() - make_interval(secs => ?)")
                    .param(LONGEST.toSeconds())
                    .update();
        });
    }

    /** A right one ends the counts of this name; that of an address with many names stands. */
    void right(Trying who) {
        for (Key key : who.keys)
            if (key.limit != Limit.ADDRESS)
                jdbc.sql("DELETE FROM wrong_password WHERE kind = ? AND whose = ?")
                        .params(key.limit.name(), key.whose)
                        .update();
    }
}
