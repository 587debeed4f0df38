package app.entrada.server.files;

import app.entrada.server.platform.DurableMove;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Stream;

/** Pieces in a folder beside the files of the store: {@code files/pieces}. */
final class FolderPieces implements PieceStore {
    private final Path folder;

    FolderPieces(DirectoryFileStore store) throws IOException {
        folder = store.workshop().resolveSibling("pieces");
        Files.createDirectories(folder);
        // earlier versions kept them among files in the making
        try (Stream<Path> making = Files.list(store.workshop())) {
            for (Path each : making.toList())
                if (each.getFileName().toString().startsWith("upload-"))
                    Files.move(each, folder.resolve(each.getFileName()), StandardCopyOption.ATOMIC_MOVE);
        }
    }

    @Override
    public void keep(String name, Path part) throws IOException {
        DurableMove.replace(part, folder.resolve(name));
    }

    @Override
    public OptionalLong bytes(String name) throws IOException {
        try {
            return OptionalLong.of(Files.size(folder.resolve(name)));
        } catch (NoSuchFileException none) {
            return OptionalLong.empty();
        }
    }

    @Override
    public InputStream read(String name) throws IOException {
        return Files.newInputStream(folder.resolve(name));
    }

    @Override
    public void remove(String name) throws IOException {
        Files.deleteIfExists(folder.resolve(name));
    }

    @Override
    public List<String> keptBefore(Instant moment) throws IOException {
        List<String> old = new ArrayList<>();
        try (Stream<Path> all = Files.list(folder)) {
            for (Path each : all.toList())
                try {
                    if (Files.getLastModifiedTime(each).toInstant().isBefore(moment))
                        old.add(each.getFileName().toString());
                } catch (NoSuchFileException goneMeanwhile) {
                    // forgotten by another
                }
        }
        return old;
    }
}
