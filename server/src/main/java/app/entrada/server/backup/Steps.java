package app.entrada.server.backup;

import java.io.PrintStream;
import java.time.Duration;

/** Says how far it is, every few seconds. */
final class Steps implements BackupPlace.Progress {
    private static final Duration EVERY = Duration.ofSeconds(3);

    private final PrintStream out;
    private String doing = "";
    private long said = System.nanoTime();

    Steps(PrintStream out) {
        this.out = out;
    }

    @Override
    public void at(String now, long files, long ofFiles, long bytes, long ofBytes) {
        boolean other = !now.equals(doing);
        if (!other && System.nanoTime() - said < EVERY.toNanos()) return;
        doing = now;
        said = System.nanoTime();
        if (ofFiles == 0) out.printf("  %s…%n", now);
        else out.printf("  %s: %,d of %,d, %,d of %,d MB%n", now, files, ofFiles, bytes >> 20, ofBytes >> 20);
    }
}
