package app.entrada.server.catalogue;

import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Named views of the catalogue: one's own, and those that others save for everybody. */
@Repository
class SavedViews {
    private static final int MOST = 200;

    private final JdbcClient jdbc;

    SavedViews(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * A view.
     *
     * @param find filter in plain words
     * @param sort keys of columns with commas between them, {@code -} before one for the greatest first
     * @param columns keys of the columns that are shown
     * @param by who saved it
     * @param own whether that is who asks
     */
    record SavedView(
            long id,
            String name,
            String subject,
            String find,
            String sort,
            String columns,
            boolean forAll,
            String by,
            boolean own) {}

    /** Those that somebody can open, by name. */
    List<SavedView> of(Account account) {
        return jdbc.sql("""
                        SELECT v.*, a.name AS account FROM saved_view v JOIN account a ON a.id = v.account_id
                        WHERE v.account_id = :account OR v.for_all ORDER BY lower(v.name), v.id LIMIT :most""")
                .param("account", account.id())
                .param("most", MOST)
                .query((row, n) -> new SavedView(
                        row.getLong("id"),
                        row.getString("name"),
                        row.getString("subject"),
                        row.getString("find"),
                        row.getString("sort"),
                        row.getString("columns"),
                        row.getBoolean("for_all"),
                        row.getString("account"),
                        row.getLong("account_id") == account.id()))
                .list();
    }

    SavedView save(
            String name,
            CatalogueSubject subject,
            String find,
            String sort,
            String columns,
            boolean forAll,
            Account account) {
        Long id = jdbc.sql("""
                        INSERT INTO saved_view (account_id, for_all, name, subject, find, sort, columns)
                        SELECT ?, ?, ?, ?, ?, ?, ? WHERE (SELECT count(*) FROM saved_view WHERE account_id = ?) < ?
                        ON CONFLICT (account_id, name) DO UPDATE SET for_all = excluded.for_all,
                            subject = excluded.subject, find = excluded.find, sort = excluded.sort,
                            columns = excluded.columns
                        RETURNING id""")
                .params(account.id(), forAll, name, subject.id(), find, sort, columns, account.id(), MOST)
                .query(Long.class)
                .optional()
                .orElseThrow(() -> Problem.conflict(
                        "too-many-views", "You have %d views. Delete one that you no longer need.".formatted(MOST)));
        return new SavedView(id, name, subject.id(), find, sort, columns, forAll, account.name(), true);
    }

    /** Removes one's own view. */
    void remove(long id, Account account) {
        if (jdbc.sql("DELETE FROM saved_view WHERE id = ? AND account_id = ?")
                        .params(id, account.id())
                        .update()
                == 0) throw Problem.missing("view of yours");
    }
}
