package app.entrada.server.accounts;

import app.entrada.server.platform.Problem;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Accounts as they are stored. */
@Repository
class AccountRepository {
    private final JdbcClient jdbc;

    AccountRepository(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * An account.
     *
     * @param version raised whenever it becomes different; sessions of an older one are over
     * @param password its hash
     * @param held whether nobody may sign in with it
     * @param lastSignIn null when nobody has yet
     * @param givenUntil until when a password is good that somebody else gave; null for one's own
     * @param factorWanted whether a second factor has to be set up
     * @param factorSince since when there is one, null for none
     */
    record Stored(
            long id,
            long version,
            String name,
            Role role,
            String password,
            boolean held,
            @Nullable Instant lastSignIn,
            @Nullable Instant givenUntil,
            boolean factorWanted,
            @Nullable Instant factorSince) {
        /** The account as it is when somebody signs in. */
        Account account() {
            Must must = givenUntil != null ? Must.PASSWORD : factorWanted && factorSince == null ? Must.FACTOR : null;
            return new Account(id, version, name, role, must);
        }
    }

    private static final String COLUMNS =
            "id, version, name, role, password, held_at, last_sign_in, password_given_until, factor_wanted, factor_since";

    private static Stored stored(ResultSet row, int number) throws SQLException {
        return new Stored(
                row.getLong("id"),
                row.getLong("version"),
                row.getString("name"),
                Role.of(row.getString("role")),
                row.getString("password"),
                row.getObject("held_at") != null,
                instant(row, "last_sign_in"),
                instant(row, "password_given_until"),
                row.getBoolean("factor_wanted"),
                instant(row, "factor_since"));
    }

    private static @Nullable Instant instant(ResultSet row, String column) throws SQLException {
        OffsetDateTime at = row.getObject(column, OffsetDateTime.class);
        return at == null ? null : at.toInstant();
    }

    Optional<Stored> named(String name) {
        return jdbc.sql("SELECT " + COLUMNS + " FROM account WHERE name = ?")
                .param(name)
                .query(AccountRepository::stored)
                .optional();
    }

    /** The account with this number; a problem for a person when there is none. */
    Stored byId(long id) {
        return jdbc.sql("SELECT " + COLUMNS + " FROM account WHERE id = ?")
                .param(id)
                .query(AccountRepository::stored)
                .optional()
                .orElseThrow(() -> Problem.missing("account"));
    }

    /** All of them, by name. */
    List<Stored> all() {
        return jdbc.sql("SELECT " + COLUMNS + " FROM account ORDER BY held_at IS NOT NULL, lower(name), id")
                .query(AccountRepository::stored)
                .list();
    }

    boolean none() {
        return jdbc.sql("SELECT NOT EXISTS (SELECT 1 FROM account)")
                .query(Boolean.class)
                .single();
    }

    /** Lets nobody else make or change an account before the end of this transaction. */
    void lock() {
        // not the table's lock: whoever writes a fact refers to an account and would wait
        jdbc.sql("SELECT pg_advisory_xact_lock(hashtext('accounts'))")
                .query((row, n) -> true)
                .single();
    }

    long insert(String name, String hash, Role role) {
        try {
            return jdbc.sql("INSERT INTO account (name, password, role) VALUES (?, ?, ?) RETURNING id")
                    .params(name, hash, role.id())
                    .query(Long.class)
                    .single();
        } catch (DuplicateKeyException taken) {
            throw taken(name);
        }
    }

    private static Problem taken(String name) {
        return Problem.conflict(
                        "name-taken", "“%s” already exists. Choose another name. Nothing was changed.".formatted(name))
                .with("field", "name");
    }

    /** Gives another name. */
    void rename(long id, String name) {
        try {
            jdbc.sql("UPDATE account SET name = ?, version = version + 1 WHERE id = ?")
                    .params(name, id)
                    .update();
        } catch (DuplicateKeyException taken) {
            throw taken(name);
        }
    }

    void setRole(long id, Role role) {
        jdbc.sql("UPDATE account SET role = ?, version = version + 1 WHERE id = ?")
                .params(role.id(), id)
                .update();
    }

    void setHeld(long id, boolean held) {
        jdbc.sql("UPDATE account SET held_at = CASE WHEN ? THEN now() END, version = version + 1 WHERE id = ?")
                .params(held, id)
                .update();
    }

    /** @param givenUntil until when it is good when somebody else gave it, null for one's own */
    void setPassword(long id, String hash, @Nullable OffsetDateTime givenUntil) {
        jdbc.sql("UPDATE account SET password = ?, password_given_until = ?, version = version + 1 WHERE id = ?")
                .params(Arrays.asList(hash, givenUntil, id))
                .update();
    }

    /** The same password, hashed in the way of today. */
    void rehash(long id, String before, String hash) {
        jdbc.sql("UPDATE account SET password = ? WHERE id = ? AND password = ?")
                .params(hash, id, before)
                .update();
    }

    void setFactorWanted(long id, boolean wanted) {
        jdbc.sql("UPDATE account SET factor_wanted = ?, version = version + 1 WHERE id = ?")
                .params(wanted, id)
                .update();
    }

    /** Ends all its sessions, at every node. */
    void raise(long id) {
        jdbc.sql("UPDATE account SET version = version + 1 WHERE id = ?")
                .param(id)
                .update();
    }

    void signedIn(long id) {
        jdbc.sql("UPDATE account SET last_sign_in = now() WHERE id = ?")
                .param(id)
                .update();
    }

    /** Whether somebody else than this account is a manager who can sign in. */
    boolean anotherManager(long id) {
        return jdbc.sql("SELECT EXISTS (SELECT 1 FROM account WHERE role = 'manager' AND held_at IS NULL AND id <> ?)")
                .param(id)
                .query(Boolean.class)
                .single();
    }
}
