package app.entrada.server.files;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import app.entrada.server.platform.BucketSettings;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import software.amazon.awssdk.auth.credentials.AwsBasicCredentials;
import software.amazon.awssdk.auth.credentials.StaticCredentialsProvider;
import software.amazon.awssdk.core.checksums.RequestChecksumCalculation;
import software.amazon.awssdk.core.checksums.ResponseChecksumValidation;
import software.amazon.awssdk.core.exception.SdkException;
import software.amazon.awssdk.core.sync.RequestBody;
import software.amazon.awssdk.http.urlconnection.UrlConnectionHttpClient;
import software.amazon.awssdk.regions.Region;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.S3ClientBuilder;
import software.amazon.awssdk.services.s3.model.ChecksumAlgorithm;
import software.amazon.awssdk.services.s3.model.ChecksumMode;
import software.amazon.awssdk.services.s3.model.CompletedPart;
import software.amazon.awssdk.services.s3.model.HeadObjectResponse;
import software.amazon.awssdk.services.s3.model.MultipartUpload;
import software.amazon.awssdk.services.s3.model.S3Exception;
import software.amazon.awssdk.services.s3.model.UploadPartResponse;

/**
 * A bucket at a server that speaks the S3 protocol. Everything is sent with its checksums, and what has been sent is looked at
 * again: against the checksum that the server took of it, or byte by byte where it takes none. Nobody but this server speaks
 * with it.
 */
final class Bucket implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Bucket.class);

    /** What is larger is sent in parts, so that a connection that breaks costs one of them. */
    static final long LARGEST_AT_ONCE = 64L << 20;

    private static final int PART = 16 << 20;
    private static final Duration CONNECTING = Duration.ofSeconds(5);
    private static final Duration SILENT = Duration.ofSeconds(60);
    private static final Duration SIGN_OF_LIFE = Duration.ofSeconds(3);
    private static final Duration LONGEST_SENDING = Duration.ofDays(1);

    private static final int MISSING = 404;
    private static final int FORBIDDEN = 403;

    private final S3Client client;
    private final String name;

    Bucket(BucketSettings settings) {
        name = settings.name();
        S3ClientBuilder builder = S3Client.builder()
                .httpClientBuilder(UrlConnectionHttpClient.builder()
                        .connectionTimeout(CONNECTING)
                        .socketTimeout(SILENT))
                .region(Region.of(settings.region()))
                .credentialsProvider(
                        StaticCredentialsProvider.create(AwsBasicCredentials.create(settings.key(), settings.secret())))
                .forcePathStyle(true)
                // bodies whole, as every server takes them; not in signed chunks
                .serviceConfiguration(of -> of.chunkedEncodingEnabled(false))
                // ours are sent with each; those that newer servers alone understand are not
                .requestChecksumCalculation(RequestChecksumCalculation.WHEN_REQUIRED)
                .responseChecksumValidation(ResponseChecksumValidation.WHEN_REQUIRED);
        if (!settings.endpoint().isBlank()) builder.endpointOverride(URI.create(settings.endpoint()));
        client = builder.build();
    }

    /** A thing in the bucket. */
    record Kept(String key, long bytes, Instant at) {}

    String name() {
        return name;
    }

    /** Asks whether it is there, and whether it may be used. */
    void reach() throws StoreAway {
        try {
            headBucket();
        } catch (SdkException away) {
            throw new StoreAway("The bucket " + name + " cannot be used", away);
        }
    }

    private void headBucket() {
        client.headBucket(ask -> ask.bucket(name).overrideConfiguration(call -> call.apiCallTimeout(SIGN_OF_LIFE)));
    }

    /** Why its server does not let it be used; nothing when it does, and when it does not answer at all. */
    Optional<String> refused() {
        try {
            headBucket();
            return Optional.empty();
        } catch (S3Exception answer) {
            if (answer.statusCode() == MISSING) return Optional.of("there is none of that name");
            if (answer.statusCode() == FORBIDDEN) return Optional.of("its key and secret are not taken");
            return Optional.empty();
        } catch (SdkException away) {
            return Optional.empty();
        }
    }

    /** How many bytes are under a name; nothing when there is none. */
    Optional<Long> bytes(String key) throws StoreAway {
        return found(
                key, () -> client.headObject(ask -> ask.bucket(name).key(key)).contentLength());
    }

    /** The bytes under a name, from the first on. */
    Optional<InputStream> read(String key) throws StoreAway {
        return found(key, () -> client.getObject(ask -> ask.bucket(name).key(key)));
    }

    /** The first bytes under a name, fewer when there are fewer; at least one has to be there. */
    Optional<byte[]> first(String key, int most) throws StoreAway {
        return found(
                key,
                () -> client.getObjectAsBytes(ask -> ask.bucket(name).key(key).range("bytes=0-" + (most - 1)))
                        .asByteArray());
    }

    private <T> Optional<T> found(String key, Supplier<T> asked) throws StoreAway {
        try {
            return Optional.of(asked.get());
        } catch (S3Exception answer) {
            if (answer.statusCode() == MISSING && !isBucketMissing(answer)) return Optional.empty();
            throw away(key, answer);
        } catch (SdkException away) {
            throw away(key, away);
        }
    }

    private static boolean isBucketMissing(S3Exception answer) {
        return answer.awsErrorDetails() != null
                && "NoSuchBucket".equals(answer.awsErrorDetails().errorCode());
    }

    private StoreAway away(String key, SdkException why) {
        return new StoreAway("The bucket " + name + " does not answer for " + key, why);
    }

    /**
     * Puts a file under a name and sees to it that it is there.
     *
     * @param sha256 checksum of its bytes
     */
    void put(String key, Path file, Sha256 sha256) throws IOException {
        long bytes = Files.size(file);
        String expected;
        try {
            expected = bytes > LARGEST_AT_ONCE ? putParts(key, file) : putAtOnce(key, file, sha256);
            compare(key, sha256, bytes, expected);
        } catch (SdkException away) {
            throw away(key, away);
        }
    }

    private static String base64(byte[] digest) {
        return Base64.getEncoder().encodeToString(digest);
    }

    /** A checksum of all bytes, as the protocol writes it. */
    private static String whole(Sha256 sha256) {
        return base64(HexFormat.of().parseHex(sha256.hex()));
    }

    private String putAtOnce(String key, Path file, Sha256 sha256) {
        String sum = whole(sha256);
        client.putObject(ask -> ask.bucket(name).key(key).checksumSHA256(sum), RequestBody.fromFile(file));
        return sum;
    }

    /** @return the checksum of checksums that the protocol gives to what was sent in parts */
    private String putParts(String key, Path file) throws IOException {
        String upload = client.createMultipartUpload(
                        ask -> ask.bucket(name).key(key).checksumAlgorithm(ChecksumAlgorithm.SHA256))
                .uploadId();
        try (InputStream in = Files.newInputStream(file)) {
            List<CompletedPart> parts = new ArrayList<>();
            MessageDigest all = AudioMeasuring.sha256();
            for (byte[] part = in.readNBytes(PART); part.length > 0; part = in.readNBytes(PART)) {
                byte[] digest = AudioMeasuring.sha256().digest(part);
                all.update(digest);
                parts.add(putPart(key, upload, parts.size() + 1, part, base64(digest)));
            }
            client.completeMultipartUpload(
                    ask -> ask.bucket(name).key(key).uploadId(upload).multipartUpload(each -> each.parts(parts)));
            return base64(all.digest()) + "-" + parts.size();
        } catch (IOException | SdkException broken) {
            abort(key, upload);
            throw broken;
        }
    }

    private CompletedPart putPart(String key, String upload, int number, byte[] part, String sum) {
        UploadPartResponse sent = client.uploadPart(
                ask -> ask.bucket(name)
                        .key(key)
                        .uploadId(upload)
                        .partNumber(number)
                        .checksumSHA256(sum),
                RequestBody.fromContentProvider(
                        () -> new ByteArrayInputStream(part), part.length, "application/octet-stream"));
        return CompletedPart.builder()
                .partNumber(number)
                .eTag(sent.eTag())
                // a server that keeps none does not want to hear of it either
                .checksumSHA256(sent.checksumSHA256())
                .build();
    }

    private void abort(String key, String upload) {
        try {
            client.abortMultipartUpload(ask -> ask.bucket(name).key(key).uploadId(upload));
        } catch (SdkException away) {
            LOG.warn("What was sent of {} stays in the bucket for a day: {}", key, away.getMessage());
        }
    }

    private HeadObjectResponse withChecksum(String key) {
        return client.headObject(ask -> ask.bucket(name).key(key).checksumMode(ChecksumMode.ENABLED));
    }

    /** Whether these bytes are under a name: as its server says, or read where it says nothing. */
    boolean has(String key, Sha256 sha256, long bytes) throws IOException {
        Optional<HeadObjectResponse> there = found(key, () -> withChecksum(key));
        if (there.isEmpty() || there.get().contentLength() != bytes) return false;
        if (whole(sha256).equals(there.get().checksumSHA256())) return true;
        return sum(key).filter(sha256::equals).isPresent();
    }

    private void compare(String key, Sha256 sha256, long bytes, String expected) throws IOException {
        HeadObjectResponse there = withChecksum(key);
        boolean same = there.contentLength() == bytes
                && (there.checksumSHA256() != null
                        ? there.checksumSHA256().equals(expected)
                        : sum(key).filter(sha256::equals).isPresent());
        if (!same)
            throw new IOException("The bucket %s does not contain what was sent to it as %s".formatted(name, key));
    }

    /** The checksum of the bytes under a name, read to their end. */
    Optional<Sha256> sum(String key) throws IOException {
        Optional<InputStream> bytes = read(key);
        if (bytes.isEmpty()) return Optional.empty();
        try (InputStream in = bytes.get()) {
            return Optional.of(ChecksumList.sum(in));
        }
    }

    /** Removes what is under a name, if anything. */
    void remove(String key) throws StoreAway {
        found(key, () -> client.deleteObject(ask -> ask.bucket(name).key(key)));
    }

    /** All that has a name that begins so, by its name. */
    List<Kept> all(String beginning) throws StoreAway {
        List<Kept> all = new ArrayList<>();
        try {
            client.listObjectsV2Paginator(ask -> ask.bucket(name).prefix(beginning))
                    .contents()
                    .forEach(each -> all.add(new Kept(each.key(), each.size(), each.lastModified())));
        } catch (SdkException away) {
            throw away(beginning, away);
        }
        return all;
    }

    /** Forgets parts of what was not sent to its end: the server that sent it went down. */
    void clear() throws StoreAway {
        Instant old = Instant.now().minus(LONGEST_SENDING);
        try {
            for (MultipartUpload each :
                    client.listMultipartUploads(ask -> ask.bucket(name)).uploads())
                if (each.initiated() != null && each.initiated().isBefore(old)) abort(each.key(), each.uploadId());
        } catch (SdkException away) {
            throw away("parts", away);
        }
    }

    @Override
    public void close() {
        client.close();
    }
}
