package app.entrada.server.demo;

import app.entrada.demo.large.Tables;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyIn;

/** Writes rows by PostgreSQL's COPY, in its text format, within the connection's transaction. */
final class CopiedRows implements Tables {
    private static final int BLOCK = 1 << 16;

    private final Connection connection;

    CopiedRows(Connection connection) {
        this.connection = connection;
    }

    @Override
    public void fill(String table, List<String> columns, Consumer<Row> rows) {
        try {
            CopyIn copy = connection
                    .unwrap(PGConnection.class)
                    .getCopyAPI()
                    .copyIn("COPY %s (%s) FROM STDIN".formatted(table, String.join(", ", columns)));
            StringBuilder block = new StringBuilder();
            rows.accept(values -> {
                if (values.length != columns.size())
                    throw new IllegalArgumentException(
                            "%s has %d columns, a row gave %d values".formatted(table, columns.size(), values.length));
                for (int i = 0; i < values.length; i++) {
                    if (i > 0) block.append('\t');
                    write(block, values[i]);
                }
                block.append('\n');
                if (block.length() > BLOCK) send(copy, block);
            });
            send(copy, block);
            copy.endCopy();
        } catch (SQLException refused) {
            throw new UncheckedIOException(new IOException("The rows of %s were refused".formatted(table), refused));
        }
    }

    private static void send(CopyIn copy, StringBuilder block) {
        byte[] bytes = block.toString().getBytes(StandardCharsets.UTF_8);
        block.setLength(0);
        try {
            copy.writeToCopy(bytes, 0, bytes.length);
        } catch (SQLException refused) {
            throw new UncheckedIOException(new IOException(refused));
        }
    }

    private static void write(StringBuilder block, @Nullable Object value) {
        if (value == null) {
            block.append("\\N");
            return;
        }
        String text = String.valueOf(value);
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            switch (letter) {
                case '\\' -> block.append("\\\\");
                case '\t' -> block.append("\\t");
                case '\n' -> block.append("\\n");
                case '\r' -> block.append("\\r");
                default -> block.append(letter);
            }
        }
    }
}
