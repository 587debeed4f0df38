package app.entrada.cli;

import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.tracklist.TrackList;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

@Command(
        name = "tracklist",
        description = "Reads a track list: lines of text, a table, a cue sheet, a disc's contents.")
final class TracklistCommand implements Callable<Integer> {
    @Parameters(arity = "0..1", paramLabel = "FILE", description = "Standard input where none is named.")
    private Path file;

    @Override
    public Integer call() throws IOException {
        byte[] bytes = file == null ? System.in.readAllBytes() : Files.readAllBytes(file);
        TrackList list = TrackList.read(new String(bytes, StandardCharsets.UTF_8));
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("form", list.form().label());
        document.put("rows", list.rows().stream().map(TracklistCommand::row).toList());
        document.put(
                "notUnderstood",
                list.notUnderstood().stream()
                        .map(line -> {
                            Map<String, Object> said = new LinkedHashMap<>();
                            said.put("line", line.number());
                            said.put("text", line.text());
                            said.put("why", line.why());
                            return said;
                        })
                        .toList());
        Json.print(List.of(document), false);
        return Main.DONE;
    }

    private static Map<String, Object> row(TrackList.ReadTrack row) {
        Map<String, Object> said = new LinkedHashMap<>();
        said.put("position", row.position().isPresent() ? row.position().getAsInt() : null);
        row.side().ifPresent(side -> said.put("side", side));
        said.put("title", row.title());
        row.version().ifPresent(version -> said.put("version", version));
        said.put("artists", row.artists());
        said.put("featured", row.featured());
        row.length().map(PlayingTime::seconds).ifPresent(seconds -> said.put("seconds", seconds));
        row.isrc().ifPresent(isrc -> said.put("isrc", isrc));
        return said;
    }
}
