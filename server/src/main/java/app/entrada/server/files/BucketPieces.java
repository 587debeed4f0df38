package app.entrada.server.files;

import app.entrada.core.copy.write.ChecksumList;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.OptionalLong;

/** Pieces in the bucket, beside the files of the store: {@code pieces/…}. */
final class BucketPieces implements PieceStore {
    private static final String FOLDER = "pieces/";

    private final Bucket bucket;

    BucketPieces(Bucket bucket) {
        this.bucket = bucket;
    }

    @Override
    public void keep(String name, Path part) throws IOException {
        bucket.put(FOLDER + name, part, ChecksumList.sum(part));
        Files.delete(part);
    }

    @Override
    public OptionalLong bytes(String name) throws IOException {
        return bucket.bytes(FOLDER + name).map(OptionalLong::of).orElse(OptionalLong.empty());
    }

    @Override
    public InputStream read(String name) throws IOException {
        return bucket.read(FOLDER + name).orElseThrow(() -> new NoSuchFileException(name));
    }

    @Override
    public void remove(String name) throws IOException {
        bucket.remove(FOLDER + name);
    }

    @Override
    public List<String> keptBefore(Instant moment) throws IOException {
        return bucket.all(FOLDER).stream()
                .filter(each -> each.at().isBefore(moment))
                .map(each -> each.key().substring(FOLDER.length()))
                .toList();
    }
}
