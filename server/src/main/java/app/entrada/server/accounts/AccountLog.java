package app.entrada.server.accounts;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What was done to accounts and who came in, by whom and from where; nobody edits it. */
@Component
class AccountLog {
    private static final int A_PAGE = 100;

    private final JdbcClient jdbc;

    AccountLog(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** What is noted. */
    enum Deed {
        MADE("created"),
        NAMED("renamed"),
        GIVEN_ROLE("role changed"),
        HELD("suspended"),
        LET_IN_AGAIN("reactivated"),
        GIVEN_PASSWORD("new password issued"),
        CHANGED_PASSWORD("password changed"),
        ASKED_FOR_FACTOR("second factor required"),
        NOT_ASKED_FOR_FACTOR("second factor no longer required"),
        SET_UP_FACTOR("second factor set up"),
        LOST_FACTOR("second factor removed"),
        NEW_RECOVERY_CODES("new recovery codes"),
        USED_RECOVERY_CODE("signed in with a recovery code"),
        ENDED_SESSIONS("sessions ended"),
        SIGNED_IN("signed in"),
        SIGNED_OUT("signed out"),
        REFUSED("sign-in rejected");

        private final String says;

        Deed(String says) {
            this.says = says;
        }
    }

    /**
     * Something that was done.
     *
     * @param whom account it was done to
     * @param by account that did it; for who was refused, the one whose name was given
     * @param says what, in words
     * @param address from where
     */
    record AccountLogLine(long id, Instant at, String whom, String by, String says, String detail, String address) {}

    /** Notes something done to oneself. */
    void note(Deed deed, long account, String detail, String address) {
        note(deed, account, account, detail, address);
    }

    void note(Deed deed, long whom, long by, String detail, String address) {
        jdbc.sql("INSERT INTO account_log (deed, account_id, by_account, detail, address) VALUES (?, ?, ?, ?, ?)")
                .params(deed.name().toLowerCase(Locale.ROOT), whom, by, detail, address)
                .update();
    }

    /**
     * The latest first.
     *
     * @param before number of the line behind which to go on; {@link Long#MAX_VALUE} from the latest
     */
    List<AccountLogLine> before(long before) {
        return jdbc.sql("""
                        SELECT l.id, l.at, w.name AS whom, b.name AS by, l.deed, l.detail, l.address
                        FROM account_log l JOIN account w ON w.id = l.account_id JOIN account b ON b.id = l.by_account
                        WHERE l.id < ? ORDER BY l.id DESC LIMIT ?""")
                .params(before, A_PAGE)
                .query((row, n) -> new AccountLogLine(
                        row.getLong("id"),
                        row.getObject("at", OffsetDateTime.class).toInstant(),
                        row.getString("whom"),
                        row.getString("by"),
                        Deed.valueOf(row.getString("deed").toUpperCase(Locale.ROOT)).says,
                        row.getString("detail"),
                        row.getString("address")))
                .list();
    }
}
