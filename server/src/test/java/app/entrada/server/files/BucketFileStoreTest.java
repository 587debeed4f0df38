package app.entrada.server.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.BucketSettings;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.util.unit.DataSize;

@DisplayName("P4 Files lie in a bucket that several servers share")
class BucketFileStoreTest {
    private static final long NEARBY = 1 << 20;
    private static int buckets;

    @TempDir
    Path one;

    @TempDir
    Path other;

    // a real server keeps those of earlier runs
    private final String name = "files-" + Long.toHexString(System.nanoTime()) + "-" + buckets++;
    private BucketStandin standin;
    private Bucket bucket;

    @BeforeEach
    void a_bucket() throws Exception {
        standin = BucketStandin.running();
        bucket = new Bucket(standin.bucket(name));
    }

    @AfterEach
    void close() {
        bucket.close();
    }

    private BucketFileStore at(Path folder) throws IOException {
        return new BucketFileStore(bucket, new DirectoryFileStore(folder), NEARBY);
    }

    private static byte[] bytes(int seed, int many) {
        byte[] bytes = new byte[many];
        new Random(seed).nextBytes(bytes);
        return bytes;
    }

    private static String key(Sha256 of) {
        return "files/" + of.hex().substring(0, 2) + "/" + of.hex().substring(2);
    }

    private static FileStore.Stored receive(FileStore store, byte[] bytes) throws IOException {
        return store.receive(new ByteArrayInputStream(bytes), 100_000_000);
    }

    @Test
    void what_one_server_receives_another_reads_and_lists() throws IOException {
        byte[] sound = bytes(1, 300_000);
        FileStore.Stored stored = receive(at(one), sound);
        assertThat(stored.sha256()).isEqualTo(Sha256.of(sound));
        BucketFileStore there = at(other);
        assertThat(there.find(stored.sha256())).hasValueSatisfying(found -> {
            assertThat(found.bytes()).isEqualTo(300_000);
            assertThat(sound).startsWith(found.head());
        });
        assertThat(there.path(stored.sha256())).hasBinaryContent(sound);
        assertThat(there.all()).containsExactly(new FileStore.Kept(stored.sha256(), 300_000));
        assertThat(there.sumNow(stored.sha256())).contains(stored.sha256());
        assertThat(there.workshop()).isEmptyDirectory();
    }

    @Test
    void a_file_that_was_made_here_is_taken_over() throws IOException {
        BucketFileStore store = at(one);
        byte[] copy = bytes(2, 5_000);
        Path made = Files.write(store.workshop().resolve("copy1.part"), copy);
        FileStore.Stored stored = store.adopt(made);
        assertThat(made).doesNotExist();
        assertThat(at(other).path(stored.sha256())).hasBinaryContent(copy);
    }

    @Test
    void an_empty_file_is_a_file() throws IOException {
        FileStore.Stored stored = receive(at(one), new byte[0]);
        assertThat(at(other).find(stored.sha256()))
                .hasValueSatisfying(found -> assertThat(found.head()).isEmpty());
        assertThat(at(other).path(stored.sha256())).isEmptyFile();
    }

    @Test
    void a_large_file_goes_in_parts_and_comes_back_the_same() throws IOException {
        byte[] large = bytes(3, (int) Bucket.LARGEST_AT_ONCE + 5_000_001);
        FileStore.Stored stored = receive(at(one), large);
        assertThat(at(other).all()).containsExactly(new FileStore.Kept(stored.sha256(), large.length));
        assertThat(at(other).sumNow(stored.sha256())).contains(Sha256.of(large));
    }

    @Test
    void more_than_is_taken_leaves_nothing_in_the_bucket() throws IOException {
        BucketFileStore store = at(one);
        assertThatThrownBy(() -> store.receive(new ByteArrayInputStream(new byte[101]), 100))
                .isInstanceOf(FileStore.TooLarge.class);
        assertThat(store.all()).isEmpty();
        assertThat(store.workshop()).isEmptyDirectory();
    }

    @Test
    void what_arrives_as_something_else_is_refused() throws IOException {
        Path file = Files.write(one.resolve("sound"), bytes(4, 1_000));
        assertThatThrownBy(() -> bucket.put("files/x", file, Sha256.of(bytes(5, 1_000))))
                .isInstanceOf(IOException.class);
    }

    @Test
    void bytes_that_became_others_in_the_bucket_are_given_to_nobody_and_give_way_to_the_right_ones() throws Exception {
        byte[] sound = bytes(6, 40_000);
        Sha256 sha256 = receive(at(one), sound).sha256();
        byte[] rusted = sound.clone();
        rusted[20_000] ^= 1;
        standin.meddle(name, key(sha256), rusted);
        BucketFileStore there = at(other);
        assertThat(there.path(sha256)).doesNotExist();
        assertThat(there.sumNow(sha256)).contains(Sha256.of(rusted));
        receive(there, sound);
        assertThat(at(other).path(sha256)).hasBinaryContent(sound);
        assertThat(there.sumNow(sha256)).contains(sha256);
    }

    @Test
    void bytes_that_became_others_nearby_are_brought_anew() throws IOException {
        byte[] sound = bytes(7, 40_000);
        BucketFileStore store = at(one);
        Sha256 sha256 = receive(store, sound).sha256();
        Path nearby = store.path(sha256);
        Files.delete(nearby);
        Files.write(nearby, bytes(8, 40_000));
        assertThat(store.again(sha256)).hasBinaryContent(sound);
    }

    @Test
    void what_is_lost_is_not_there() throws Exception {
        Sha256 sha256 = receive(at(one), bytes(9, 100)).sha256();
        standin.lose(name, key(sha256));
        assertThat(at(other).find(sha256)).isEmpty();
        assertThat(at(other).path(sha256)).doesNotExist();
        assertThat(at(other).sumNow(sha256)).isEmpty();
    }

    @Test
    void a_bucket_that_is_away_is_said_to_be_and_nothing_is_taken_for_missing() throws Exception {
        Sha256 sha256 = receive(at(one), bytes(10, 100)).sha256();
        int nobody;
        try (ServerSocket closed = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            nobody = closed.getLocalPort();
        }
        try (Bucket away = new Bucket(new BucketSettings(
                name, "http://127.0.0.1:" + nobody, "us-east-1", "key", "secret", DataSize.ofBytes(0)))) {
            BucketFileStore store = new BucketFileStore(away, new DirectoryFileStore(other), NEARBY);
            assertThatThrownBy(store::reach).isInstanceOf(StoreAway.class);
            assertThatThrownBy(() -> store.find(sha256)).isInstanceOf(StoreAway.class);
            assertThatThrownBy(() -> store.path(sha256))
                    .isInstanceOf(UncheckedIOException.class)
                    .hasCauseInstanceOf(StoreAway.class);
            assertThatThrownBy(() -> receive(store, bytes(11, 100))).isInstanceOf(StoreAway.class);
            assertThat(new DirectoryFileStore(other).all())
                    .as("what could not be kept")
                    .isEmpty();
        }
        try (Bucket none = new Bucket(new BucketSettings(
                "no-such-bucket",
                standin.bucket("exists-" + name).endpoint(),
                "us-east-1",
                "key",
                "secret",
                DataSize.ofBytes(0)))) {
            BucketFileStore store = new BucketFileStore(none, new DirectoryFileStore(other), NEARBY);
            assertThatThrownBy(store::reach).isInstanceOf(StoreAway.class);
            assertThatThrownBy(() -> receive(store, bytes(12, 100))).isInstanceOf(StoreAway.class);
        }
    }

    @Test
    void pieces_of_uploads_are_read_at_every_server() throws IOException {
        PieceStore here = new BucketPieces(bucket);
        Path part = Files.write(one.resolve("piece.part"), bytes(13, 500));
        here.keep("upload-a-0", part);
        assertThat(part).doesNotExist();
        PieceStore there = new BucketPieces(bucket);
        assertThat(there.bytes("upload-a-0")).hasValue(500);
        try (InputStream in = there.read("upload-a-0")) {
            assertThat(in.readAllBytes()).isEqualTo(bytes(13, 500));
        }
        assertThat(there.keptBefore(Instant.now().plusSeconds(60))).containsExactly("upload-a-0");
        assertThat(there.keptBefore(Instant.now().minusSeconds(3600))).isEmpty();
        there.remove("upload-a-0");
        there.remove("upload-a-0");
        assertThat(here.bytes("upload-a-0")).isEmpty();
        assertThatThrownBy(() -> here.read("upload-a-0")).isInstanceOf(NoSuchFileException.class);
        assertThat(at(one).all()).as("pieces are no files of the store").isEmpty();
    }

    @Test
    void the_oldest_leave_the_data_folder_when_there_is_too_much_and_never_what_the_bucket_lacks() throws Exception {
        DirectoryFileStore near = new DirectoryFileStore(one);
        Sha256 onlyHere = receive(near, bytes(20, 400_000)).sha256();
        BucketFileStore store = new BucketFileStore(bucket, near, NEARBY);
        Sha256 early = receive(store, bytes(21, 400_000)).sha256();
        Sha256 late = receive(store, bytes(22, 400_000)).sha256();
        assertThat(near.all()).as("all were asked for a moment ago").hasSize(3);
        Nearby nearby = new Nearby(
                near, NEARBY, file -> bucket.bytes(key(file.sha256())).isPresent());
        Instant now = Instant.now();
        nearby.used(onlyHere, 400_000, now.plusSeconds(1));
        nearby.used(early, 400_000, now.plusSeconds(2));
        nearby.used(late, 400_000, now.plusSeconds(3));
        assertThat(near.all()).hasSize(3);
        nearby.used(late, 400_000, now.plusSeconds(3600));
        assertThat(near.path(early)).doesNotExist();
        assertThat(near.path(late)).exists();
        assertThat(near.path(onlyHere)).exists();
        assertThat(store.path(early)).hasBinaryContent(bytes(21, 400_000));
    }

    @Test
    void who_asks_for_a_file_does_not_wait_for_room_and_a_store_that_is_away_is_not_asked_each_time() throws Exception {
        DirectoryFileStore near = new DirectoryFileStore(one);
        Sha256 first = receive(near, bytes(23, 900_000)).sha256();
        Sha256 second = receive(near, bytes(24, 900_000)).sha256();
        AtomicInteger asked = new AtomicInteger();
        CountDownLatch answers = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        Nearby nearby = new Nearby(near, NEARBY, file -> {
            asked.incrementAndGet();
            begun.countDown();
            try {
                answers.await();
            } catch (InterruptedException stopped) {
                throw new IOException(stopped);
            }
            throw new IOException("away");
        });
        Instant later = Instant.now().plusSeconds(3600);
        CompletableFuture<Void> slow = CompletableFuture.runAsync(() -> nearby.used(first, 900_000, later));
        begun.await();
        nearby.used(second, 900_000, later.plusSeconds(1));
        answers.countDown();
        slow.join();
        nearby.used(second, 900_000, later.plusSeconds(2));
        assertThat(asked).hasValue(1);
        assertThat(near.all()).hasSize(2);
    }

    @Test
    void the_secret_of_the_bucket_is_in_no_text() throws Exception {
        BucketSettings settings = new BucketSettings("masters", "http://x", "r", "the-key", "the-secret", null);
        assertThat(settings.toString()).doesNotContain("the-key").doesNotContain("the-secret");
    }
}
