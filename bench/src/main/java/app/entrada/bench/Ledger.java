package app.entrada.bench;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/** What was confirmed, kept outside of the house that it is held against; and what was wrong. */
final class Ledger {
    private final Map<String, Integer> counts = new LinkedHashMap<>();
    private final List<String> wrong = new CopyOnWriteArrayList<>();
    private final Map<String, byte[]> files = new ConcurrentHashMap<>();
    private volatile boolean over;

    /** Counts one more of something, by what it is called in the table. */
    void count(String what) {
        synchronized (counts) {
            counts.merge(what, 1, Integer::sum);
        }
    }

    void wrong(String what) {
        wrong.add(what);
    }

    List<String> wrong() {
        return wrong;
    }

    /** A file that was confirmed. */
    void file(String sha256, byte[] bytes) {
        files.put(sha256, bytes);
        count("files that were confirmed, read back byte for byte");
    }

    Map<String, byte[]> files() {
        return files;
    }

    /** Everybody stops. */
    void end() {
        over = true;
    }

    boolean isOver() {
        return over;
    }

    /** Rows of a table. */
    String rows() {
        StringBuilder rows = new StringBuilder();
        synchronized (counts) {
            counts.forEach((what, count) -> rows.append("| %s | %,d |%n".formatted(what, count)));
        }
        return rows.toString();
    }
}
