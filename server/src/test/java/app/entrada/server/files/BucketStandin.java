package app.entrada.server.files;

import app.entrada.server.platform.BucketSettings;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.util.unit.DataSize;

/** Stands for a server of buckets: a process of its own, begun once for all tests of a run. */
public final class BucketStandin {
    private static final Duration LONGEST_START = Duration.ofMinutes(2);
    private static final int THERE_ALREADY = 409;
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    private static BucketStandin running;

    private final Process process;
    private final String address;

    private BucketStandin() throws IOException, InterruptedException {
        Path root = Files.createTempDirectory(Path.of("target"), "buckets").toAbsolutePath();
        int port;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        address = "http://127.0.0.1:" + port;
        process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx256m",
                        "-jar",
                        Path.of("target", "standin", "bucket-standin.jar").toString(),
                        "--server.address=127.0.0.1",
                        "--server.port=0",
                        "--com.adobe.testing.s3mock.http-port=" + port,
                        "--com.adobe.testing.s3mock.root=" + root)
                .redirectErrorStream(true)
                .redirectOutput(root.resolveSibling(root.getFileName() + ".log").toFile())
                .start();
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
        Instant given = Instant.now().plus(LONGEST_START);
        while (!answers()) {
            if (!process.isAlive() || Instant.now().isAfter(given))
                throw new IOException("the bucket's stand-in did not start; its log lies beside " + root);
            process.waitFor(100, java.util.concurrent.TimeUnit.MILLISECONDS);
        }
    }

    private boolean answers() throws InterruptedException {
        try {
            return send("GET", "/", new byte[0]) == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    /** The one of this run. */
    public static synchronized BucketStandin running() throws IOException, InterruptedException {
        if (running == null || !running.process.isAlive()) running = new BucketStandin();
        return running;
    }

    private int send(String method, String path, byte[] body) throws IOException, InterruptedException {
        return HTTP.send(
                        HttpRequest.newBuilder(URI.create(address + path))
                                .method(method, HttpRequest.BodyPublishers.ofByteArray(body))
                                .build(),
                        HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    /** Makes a bucket, and says what it is reached with. */
    public BucketSettings bucket(String name) throws IOException, InterruptedException {
        int made = send("PUT", "/" + name, new byte[0]);
        if (made != 200 && made != THERE_ALREADY) throw new IOException("no bucket was made");
        return new BucketSettings(name, address, "us-east-1", "key", "secret", DataSize.ofMegabytes(200));
    }

    /** The same as settings of a server. */
    public List<String> settings(String name) throws IOException, InterruptedException {
        BucketSettings bucket = bucket(name);
        return List.of(
                "--entrada.bucket.name=" + bucket.name(),
                "--entrada.bucket.endpoint=" + bucket.endpoint(),
                "--entrada.bucket.region=" + bucket.region(),
                "--entrada.bucket.key=" + bucket.key(),
                "--entrada.bucket.secret=" + bucket.secret());
    }

    /** Puts bytes into a bucket, as somebody who means harm or a broken disk would. */
    void meddle(String bucket, String key, byte[] bytes) throws IOException, InterruptedException {
        if (send("PUT", "/" + bucket + "/" + key, bytes) != 200) throw new IOException("not put");
    }

    void lose(String bucket, String key) throws IOException, InterruptedException {
        send("DELETE", "/" + bucket + "/" + key, new byte[0]);
    }
}
