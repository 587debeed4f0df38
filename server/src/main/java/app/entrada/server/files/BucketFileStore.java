package app.entrada.server.files;

import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The store in a bucket: {@code files/ab/cd…}. What comes in is in the bucket, with its checksum compared, before anybody is told
 * that it is kept; what is asked for is brought into the data folder, compared, and stays nearby for a while. Several servers
 * with data folders of their own share it.
 */
final class BucketFileStore implements FileStore {
    private static final Logger LOG = LoggerFactory.getLogger(BucketFileStore.class);

    private static final String FOLDER = "files/";
    private static final int AB = 2;

    private final Bucket bucket;
    private final DirectoryFileStore near;
    private final Nearby nearby;

    /** @param most how many bytes are kept nearby, about */
    BucketFileStore(Bucket bucket, DirectoryFileStore near, long most) throws IOException {
        this.bucket = bucket;
        this.near = near;
        this.nearby = new Nearby(
                near,
                most,
                file -> bucket.bytes(key(file.sha256()))
                        .filter(bytes -> bytes == file.bytes())
                        .isPresent());
    }

    private static String key(Sha256 sha256) {
        return FOLDER + sha256.hex().substring(0, AB) + "/" + sha256.hex().substring(AB);
    }

    @Override
    public Stored receive(InputStream in, long most) throws IOException {
        Path part = Files.createTempFile(near.workshop(), "received", ".part");
        try {
            Stored stored = DirectoryFileStore.write(in, most, part);
            keep(part, stored);
            return stored;
        } finally {
            Files.deleteIfExists(part);
        }
    }

    @Override
    public Stored adopt(Path file) throws IOException {
        Stored stored = near.sum(file);
        keep(file, stored);
        return stored;
    }

    /** What is in the bucket is read before it is believed: one that became another gives way to this one. */
    private void keep(Path part, Stored stored) throws IOException {
        String key = key(stored.sha256());
        if (bucket.sum(key).filter(stored.sha256()::equals).isEmpty()) bucket.put(key, part, stored.sha256());
        near.keep(part, stored.sha256());
        nearby.used(stored.sha256(), stored.bytes());
    }

    /**
     * Sends a file unless the bucket says that it has it.
     *
     * @return whether it was sent
     */
    boolean send(Path file, Sha256 sha256, long bytes) throws IOException {
        if (bucket.has(key(sha256), sha256, bytes)) return false;
        bucket.put(key(sha256), file, sha256);
        return true;
    }

    /** Whether the bucket has a file. */
    boolean holds(Sha256 sha256) throws StoreAway {
        return bucket.bytes(key(sha256)).isPresent();
    }

    @Override
    public Optional<Stored> find(Sha256 sha256) throws IOException {
        Optional<Long> bytes = bucket.bytes(key(sha256));
        if (bytes.isEmpty()) return Optional.empty();
        // nothing cannot be asked for its first bytes
        Optional<byte[]> head = bytes.get() == 0 ? Optional.of(new byte[0]) : bucket.first(key(sha256), HEAD);
        return head.map(begins -> new Stored(sha256, bytes.get(), begins));
    }

    @Override
    public Path path(Sha256 sha256) {
        Path place = near.path(sha256);
        try {
            long bytes = Files.size(place);
            nearby.used(sha256, bytes);
            return place;
        } catch (NoSuchFileException notNearby) {
            return brought(sha256);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private Path brought(Sha256 sha256) {
        try {
            return again(sha256);
        } catch (IOException away) {
            throw new UncheckedIOException(away);
        }
    }

    @Override
    public boolean seemsThere(Sha256 sha256, long bytes) {
        return true;
    }

    /** Brings the bytes; those in the bucket that are not what they are called are left there, and nothing lies nearby. */
    @Override
    public Path again(Sha256 sha256) throws IOException {
        Path place = near.path(sha256);
        Path part = Files.createTempFile(near.workshop(), "brought", ".part");
        try {
            Optional<InputStream> bytes = bucket.read(key(sha256));
            if (bytes.isEmpty()) {
                Files.deleteIfExists(place);
                return place;
            }
            Stored stored;
            try (InputStream in = bytes.get()) {
                stored = DirectoryFileStore.write(in, Long.MAX_VALUE, part);
            }
            if (!stored.sha256().equals(sha256)) {
                LOG.error("{} is not what it is called", place(sha256));
                Files.deleteIfExists(place);
                return place;
            }
            near.keep(part, sha256);
            nearby.used(sha256, stored.bytes());
            return place;
        } finally {
            Files.deleteIfExists(part);
        }
    }

    @Override
    public Optional<Sha256> sumNow(Sha256 sha256) throws IOException {
        return bucket.sum(key(sha256));
    }

    @Override
    public boolean isElsewhere() {
        return true;
    }

    @Override
    public String place(Sha256 sha256) {
        return "%s in the bucket %s".formatted(key(sha256), bucket.name());
    }

    @Override
    public void reach() throws StoreAway {
        bucket.reach();
    }

    @Override
    public List<Kept> all() throws IOException {
        return bucket.all(FOLDER).stream()
                .filter(each -> each.key().substring(FOLDER.length()).matches("[0-9a-f]{2}/[0-9a-f]{62}"))
                .map(each -> new Kept(
                        new Sha256(each.key().substring(FOLDER.length()).replace("/", "")), each.bytes()))
                .toList();
    }

    @Override
    public Path workshop() {
        return near.workshop();
    }
}
