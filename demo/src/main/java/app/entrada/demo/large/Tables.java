package app.entrada.demo.large;

import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** Where rows go that are made in great numbers. */
public interface Tables {
    /**
     * Takes the rows of a table.
     *
     * @param columns in the order in which each row gives them
     * @param rows hands over one row after another
     */
    void fill(String table, List<String> columns, Consumer<Row> rows);

    /** Takes one row. */
    interface Row {
        /** @param values numbers, texts, truths or nothing, one for each column */
        void of(@Nullable Object... values);
    }
}
