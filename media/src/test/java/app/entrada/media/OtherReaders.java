package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Programs that are not ours, asked what they find in a file. */
final class OtherReaders {
    private static final JsonMapper JSON = new JsonMapper();

    private OtherReaders() {}

    static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }

    /**
     * What a Python library of tags reads.
     *
     * @param version of an ID3 tag, or null
     * @param said values by the container's own id
     * @param pictures SHA-256 by kind
     */
    record Tags(String version, Map<String, List<String>> said, Map<Integer, String> pictures, double seconds) {}

    static Tags tags(Path file) throws Exception {
        Path script = Files.createTempFile("read", ".py");
        try (InputStream source = OtherReaders.class.getResourceAsStream("/read_tags.py")) {
            Files.write(script, source.readAllBytes());
            JsonNode read = JSON.readTree(run("/usr/bin/python3", script.toString(), file.toString()));
            Map<String, List<String>> said = new HashMap<>();
            read.get("said").properties().forEach(each -> {
                List<String> values = new ArrayList<>();
                each.getValue().forEach(value -> values.add(value.asString()));
                said.put(each.getKey(), values);
            });
            Map<Integer, String> pictures = new HashMap<>();
            read.get("pictures")
                    .forEach(picture -> pictures.put(
                            picture.get("kind").asInt(), picture.get("sha256").asString()));
            return new Tags(
                    read.get("version").isNull() ? null : read.get("version").asString(),
                    said,
                    pictures,
                    read.get("seconds").asDouble());
        } finally {
            Files.delete(script);
        }
    }

    /** Tags as ffprobe tells them, of the file or of its stream, by lower-case name. */
    static Map<String, String> probed(Path file) throws Exception {
        JsonNode read = JSON.readTree(run(
                "ffprobe",
                "-v",
                "error",
                "-of",
                "json",
                "-show_entries",
                "format=duration:format_tags:stream_tags",
                file.toString()));
        Map<String, String> tags = new HashMap<>();
        read.path("streams")
                .forEach(stream -> stream.path("tags")
                        .properties()
                        .forEach(tag -> tags.put(
                                tag.getKey().toLowerCase(Locale.ROOT),
                                tag.getValue().asString())));
        read.path("format")
                .path("tags")
                .properties()
                .forEach(tag -> tags.put(
                        tag.getKey().toLowerCase(Locale.ROOT), tag.getValue().asString()));
        tags.put("duration", read.path("format").path("duration").asString());
        return tags;
    }

    /** One tag as exiftool tells it, empty when it finds none. */
    static String exif(Path file, String tag) throws Exception {
        return run("exiftool", "-charset", "riff=utf8", "-s3", "-" + tag, file.toString())
                .strip();
    }

    /** Samples decoded by ffmpeg, as their MD5. */
    static String decoded(Path file, String codec) throws Exception {
        return run(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-i",
                file.toString(),
                "-map",
                "0:a",
                "-c:a",
                codec,
                "-f",
                "md5",
                "-");
    }

    static void write(Path file, byte[] bytes) throws IOException {
        Files.write(file, bytes);
    }
}
