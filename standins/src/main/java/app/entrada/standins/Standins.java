package app.entrada.standins;

import java.io.IOException;
import java.nio.file.Path;

/** Starts the simulated destinations. */
public final class Standins {
    private Standins() {}

    /** Arguments: port on loopback, folder for state. The token comes from the environment, so that no list of processes shows it. */
    public static void main(String[] arguments) throws IOException {
        String token = System.getenv("ENTRADA_LUMENFOLD_TOKEN");
        if (arguments.length != 2 || token == null || token.isBlank()) {
            System.err.println("Wanted: PORT FOLDER, and ENTRADA_LUMENFOLD_TOKEN in the environment");
            System.exit(2);
            return;
        }
        Lumenfold lumenfold = new Lumenfold(Path.of(arguments[1]), token);
        lumenfold.start(Integer.parseInt(arguments[0]));
        System.out.println("Lumenfold listens on port " + lumenfold.port());
        Runtime.getRuntime().addShutdownHook(new Thread(lumenfold::stop));
    }
}
