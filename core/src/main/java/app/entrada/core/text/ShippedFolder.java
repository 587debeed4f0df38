package app.entrada.core.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.JarURLConnection;
import java.net.URI;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A folder of data files that the application ships: whatever lies in it is there, so that nobody keeps a list of it. A file
 * is called {@code 03-name.yaml}; its number tells where it stands among the others.
 */
public final class ShippedFolder {
    private static final Pattern NAME = Pattern.compile("(\\d{2})-([a-z0-9-]+)\\.yaml");

    /**
     * One file of it.
     *
     * @param id its name without number and ending
     */
    public record ShippedFile(String id, String text) {}

    private ShippedFolder() {}

    /**
     * The files of a folder in the order of their numbers.
     *
     * @param folder absolute path on the class path, for example {@code /app/entrada/core/recipes}
     * @throws IllegalStateException when there is no such folder, when it is empty or when a file's name has no number: a
     *     fault of the build
     */
    public static List<ShippedFile> read(String folder) {
        URL place = ShippedFolder.class.getResource(folder);
        if (place == null) throw new IllegalStateException("There is no folder %s".formatted(folder));
        try {
            List<ShippedFile> files = names(place, folder)
                    .sorted()
                    .map(name -> file(folder, name))
                    .toList();
            if (files.isEmpty()) throw new IllegalStateException("The folder %s is empty".formatted(folder));
            return files;
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** Names within the folder: in a directory while it is being built, in an archive (one within another too) once packed. */
    private static Stream<String> names(URL place, String folder) throws IOException {
        if (place.openConnection() instanceof JarURLConnection packed) {
            String within = folder.substring(1) + "/";
            return packed.getJarFile().stream()
                    .map(entry -> entry.getName())
                    .filter(name -> name.startsWith(within) && name.length() > within.length())
                    .map(name -> name.substring(within.length()));
        }
        try (Stream<Path> files = Files.list(Path.of(URI.create(place.toString())))) {
            return files.map(file -> file.getFileName().toString()).toList().stream();
        }
    }

    private static ShippedFile file(String folder, String name) {
        Matcher parts = NAME.matcher(name);
        if (!parts.matches())
            throw new IllegalStateException("%s/%s is not called “01-name.yaml”".formatted(folder, name));
        try (InputStream in = ShippedFolder.class.getResourceAsStream(folder + "/" + name)) {
            return new ShippedFile(parts.group(2), new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
