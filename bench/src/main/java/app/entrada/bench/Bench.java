package app.entrada.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Runs one bench and prints its table. */
public final class Bench {
    private Bench() {}

    /** @param arguments name of the bench, folder for sound files */
    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createDirectories(Path.of(arguments[1]));
        System.out.println(
                switch (arguments[0]) {
                    case "fingerprint" -> FingerprintBench.run(folder, 60);
                    case "tempo-key" -> TempoKeyBench.run(folder, 60);
                    default -> throw new IllegalArgumentException("There is no bench " + arguments[0]);
                });
    }
}
