package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** All simulated destinations behind one port, each under its own address and with its own token and state. */
public final class Standins {
    private static final List<Kind> KINDS = List.of(
            new Lumenfold(),
            new CrateAndLantern(),
            new Pebblewave(),
            new Aldermoor(),
            new Ostra(),
            new Ppo(),
            new Commonshelf(),
            new Hearthcast(),
            new FerrousLane());

    private final Map<String, FrontDesk> desks = new LinkedHashMap<>();
    private HttpServer server;
    private ExecutorService threads;

    /**
     * @param folder for their state
     * @param secret what tokens are made of: id, hyphen, secret
     */
    public Standins(Path folder, String secret) throws IOException {
        for (Kind kind : KINDS)
            desks.put(kind.id(), new FrontDesk(kind, folder.resolve(kind.id()), kind.id() + "-" + secret));
    }

    /** Listens on loopback; port 0 takes any free one. */
    public void start(int port) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 32);
        threads = Executors.newFixedThreadPool(12);
        server.setExecutor(threads);
        server.createContext("/", this::answer);
        server.start();
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            int end = path.indexOf('/', 1);
            FrontDesk desk = desks.get(end < 0 ? path.substring(1) : path.substring(1, end));
            if (desk == null) exchange.sendResponseHeaders(404, -1);
            else desk.answer(exchange, end < 0 ? "/control" : path.substring(end));
        } catch (RuntimeException broken) {
            // the destination goes on; whoever drives it reads why
            System.getLogger("standins").log(System.Logger.Level.ERROR, "A call failed", broken);
        }
    }

    /** The port it listens on. */
    public int port() {
        return server.getAddress().getPort();
    }

    /** Ends all; what they have is kept. */
    public void stop() {
        server.stop(0);
        threads.shutdownNow();
    }

    /** Arguments: port on loopback, folder for state. The secret comes from the environment, so that no list of processes shows it. */
    public static void main(String[] arguments) throws IOException {
        String secret = System.getenv("ENTRADA_STANDINS_SECRET");
        if (arguments.length != 2 || secret == null || secret.isBlank()) {
            System.err.println("Wanted: PORT FOLDER, and ENTRADA_STANDINS_SECRET in the environment");
            System.exit(2);
            return;
        }
        Standins all = new Standins(Path.of(arguments[1]), secret);
        all.start(Integer.parseInt(arguments[0]));
        System.out.println("Simulated destinations listen on port " + all.port());
        Runtime.getRuntime().addShutdownHook(new Thread(all::stop));
    }
}
