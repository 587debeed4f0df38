package app.entrada.server.files;

import app.entrada.server.platform.BucketSettings;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.springframework.util.unit.DataSize;
import software.amazon.awssdk.auth.credentials.AwsBasicCredentials;
import software.amazon.awssdk.auth.credentials.StaticCredentialsProvider;
import software.amazon.awssdk.core.checksums.RequestChecksumCalculation;
import software.amazon.awssdk.core.exception.SdkException;
import software.amazon.awssdk.core.sync.RequestBody;
import software.amazon.awssdk.http.urlconnection.UrlConnectionHttpClient;
import software.amazon.awssdk.regions.Region;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.model.BucketAlreadyOwnedByYouException;

/**
 * Stands for a server of buckets: a process of its own, begun once for all tests of a run. With
 * {@code ENTRADA_TEST_BUCKET_ENDPOINT}, {@code …_KEY} and {@code …_SECRET} in the environment the tests use a real one instead,
 * and leave what they made there.
 */
public final class BucketStandin {
    private static final Duration LONGEST_START = Duration.ofMinutes(2);
    private static final String REGION = "us-east-1";

    private static BucketStandin running;

    private final String address;
    private final String key;
    private final String secret;
    private final S3Client client;

    private BucketStandin(String address, String key, String secret) {
        this.address = address;
        this.key = key;
        this.secret = secret;
        client = S3Client.builder()
                .httpClientBuilder(UrlConnectionHttpClient.builder())
                .endpointOverride(URI.create(address))
                .region(Region.of(REGION))
                .credentialsProvider(StaticCredentialsProvider.create(AwsBasicCredentials.create(key, secret)))
                .forcePathStyle(true)
                .serviceConfiguration(of -> of.chunkedEncodingEnabled(false))
                .requestChecksumCalculation(RequestChecksumCalculation.WHEN_REQUIRED)
                .build();
    }

    /** The one of this run. */
    public static synchronized BucketStandin running() throws IOException, InterruptedException {
        if (running == null) {
            String real = System.getenv("ENTRADA_TEST_BUCKET_ENDPOINT");
            running = real == null
                    ? begun()
                    : new BucketStandin(
                            real,
                            System.getenv("ENTRADA_TEST_BUCKET_KEY"),
                            System.getenv("ENTRADA_TEST_BUCKET_SECRET"));
        }
        return running;
    }

    private static BucketStandin begun() throws IOException, InterruptedException {
        Path root = Files.createTempDirectory(Path.of("target"), "buckets").toAbsolutePath();
        int port;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        Process process = new ProcessBuilder(
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
        BucketStandin standin = new BucketStandin("http://127.0.0.1:" + port, "key", "secret");
        Instant given = Instant.now().plus(LONGEST_START);
        while (!standin.answers()) {
            if (!process.isAlive() || Instant.now().isAfter(given))
                throw new IOException("the bucket's stand-in did not start; its log lies beside " + root);
            process.waitFor(100, TimeUnit.MILLISECONDS);
        }
        return standin;
    }

    private boolean answers() {
        try {
            client.listBuckets();
            return true;
        } catch (SdkException notYet) {
            return false;
        }
    }

    /** Makes a bucket unless it is there, and says what it is reached with. */
    public BucketSettings bucket(String name) {
        try {
            client.createBucket(ask -> ask.bucket(name));
        } catch (BucketAlreadyOwnedByYouException there) {
            // made before
        }
        return new BucketSettings(name, address, REGION, key, secret, DataSize.ofMegabytes(200));
    }

    /** The same as settings of a server. */
    public List<String> settings(String name) {
        BucketSettings bucket = bucket(name);
        return List.of(
                "--entrada.bucket.name=" + bucket.name(),
                "--entrada.bucket.endpoint=" + bucket.endpoint(),
                "--entrada.bucket.region=" + bucket.region(),
                "--entrada.bucket.key=" + bucket.key(),
                "--entrada.bucket.secret=" + bucket.secret());
    }

    /** Puts bytes into a bucket, as somebody who means harm or a broken disk would. */
    void meddle(String bucket, String key, byte[] bytes) {
        client.putObject(ask -> ask.bucket(bucket).key(key), RequestBody.fromBytes(bytes));
    }

    void lose(String bucket, String key) {
        client.deleteObject(ask -> ask.bucket(bucket).key(key));
    }
}
