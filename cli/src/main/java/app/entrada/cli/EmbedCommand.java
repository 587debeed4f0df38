package app.entrada.cli;

import app.entrada.core.artwork.PictureScaling;
import app.entrada.core.audio.AudioFacts;
import app.entrada.core.document.ReleaseDocument;
import app.entrada.core.embed.CopyWriter;
import app.entrada.core.embed.EmbeddingMap;
import app.entrada.core.embed.Proof;
import app.entrada.core.embed.Recipe;
import app.entrada.core.embed.TagPlan;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(name = "embed", description = "Writes tagged copies of a document's masters and proves them.")
final class EmbedCommand implements Callable<Integer> {
    @Parameters(paramLabel = "DOCUMENT")
    private Path document;

    @Option(names = "--recipe", required = true, description = "store-wav or store-flac.")
    private String recipe;

    @Option(names = "--out", required = true, description = "Folder for the copies.")
    private Path out;

    @Option(names = "--track", description = "Number of one track; all when not given.")
    private Integer only;

    @Option(names = "--lines", description = "One line of JSON a track.")
    private boolean lines;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        Recipe chosen;
        try {
            chosen = Recipe.byId(recipe);
        } catch (IllegalArgumentException unknown) {
            throw new ParameterException(spec.commandLine(), unknown.getMessage());
        }
        ReleaseDocument read = ReleaseDocument.read(document);
        Release release = read.release();
        if (only != null && release.tracks().stream().noneMatch(track -> track.number() == only))
            throw new ParameterException(spec.commandLine(), "There is no track " + only + ".");
        Files.createDirectories(out);
        Optional<Sha256> cover = release.facts().get(Fields.RELEASE_COVER);
        Optional<byte[]> picture = cover.isEmpty()
                ? Optional.empty()
                : Optional.of(PictureScaling.jpeg(
                        read.files().get(cover.get()), chosen.pictureSide(), chosen.pictureBytes()));
        List<Map<String, Object>> documents = new ArrayList<>();
        boolean failed = false;
        for (Track track : release.tracks()) {
            if (only != null && track.number() != only) continue;
            Optional<Sha256> master = track.master();
            Map<String, Object> result = new LinkedHashMap<>();
            result.put("track", track.number());
            documents.add(result);
            if (master.isEmpty()) {
                failed = true;
                result.put(
                        "error",
                        Json.error("the track has no master", "tracks[%d].master".formatted(track.number() - 1)));
                continue;
            }
            AudioFacts facts = read.audio().get(master.get());
            Path source = read.files().get(master.get());
            TagPlan plan = TagPlan.of(chosen, new EmbeddingMap.Source(release, track, Optional.of(facts)), picture);
            result.put("source", source.toString());
            try {
                failed |= !write(plan, source, facts, result);
            } catch (IOException problem) {
                failed = true;
                result.put("error", Json.error(problem.getMessage(), source.toString()));
            }
        }
        Json.print(documents, lines);
        return failed ? Main.UNREADABLE : Main.DONE;
    }

    private boolean write(TagPlan plan, Path source, AudioFacts facts, Map<String, Object> result) throws IOException {
        Path target = out.resolve(plan.fileName());
        Proof proof = new CopyWriter(new Ffmpeg()).write(source, facts, plan, target);
        result.put("written", target.toString());
        result.put("audioSha256Before", proof.audioBefore().hex());
        result.put("audioSha256After", proof.audioAfter().hex());
        Map<String, Object> proven = new LinkedHashMap<>();
        proven.put("equal", proof.holds());
        proven.put("fields", proof.fields());
        proven.put("different", proof.different());
        proven.put("dropped", proof.dropped());
        result.put("proof", proven);
        return proof.holds();
    }
}
