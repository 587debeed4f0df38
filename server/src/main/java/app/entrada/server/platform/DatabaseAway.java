package app.entrada.server.platform;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.TransactionSystemException;

/** Finds, in whatever failed, that the database was away: not yet there, going down, or gone in the middle. */
final class DatabaseAway {
    private DatabaseAway() {}

    static Problem problem() {
        return new Problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "database-away",
                "The database cannot be reached right now. What was saved before is safe; whether this step was done will be seen when it is back. Try again in a few seconds.");
    }

    /** Whether that was the reason. */
    static boolean in(Throwable failure) {
        for (Throwable each = failure; each != null; each = each.getCause() == each ? null : each.getCause()) {
            if (each instanceof DataAccessResourceFailureException
                    || each instanceof CannotCreateTransactionException
                    // the end of a transaction fails only with its connection
                    || each instanceof TransactionSystemException
                    || each instanceof SQLTransientConnectionException
                    || each instanceof SQLException sql && goneState(sql.getSQLState())) return true;
        }
        return false;
    }

    /** Class 08: connection; 57P: the server goes down or comes up; 53300: no room for another connection. */
    private static boolean goneState(String state) {
        return state != null && (state.startsWith("08") || state.startsWith("57P") || state.equals("53300"));
    }
}
