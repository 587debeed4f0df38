package app.entrada.cli;

import static java.util.Objects.requireNonNull;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.document.ReleaseDocument;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.picture.PictureScaling;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
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

@Command(
        name = "embed",
        description =
                "Writes tagged copies of a document's masters and verifies them; their checksums are in SHA256SUMS.")
final class EmbedCommand implements Callable<Integer> {
    @Parameters(paramLabel = "DOCUMENT")
    private Path document;

    @Option(
            names = "--recipe",
            required = true,
            description = "Name of a built-in recipe, or a recipe file; an unknown name lists the available ones.")
    private String recipe;

    @Option(names = "--out", required = true, description = "Folder for the copies.")
    private Path out;

    @Option(names = "--track", description = "Track number; all tracks if not given.")
    private Integer only;

    @Option(names = "--today", description = "Date to write, yyyy-mm-dd; today if not given.")
    private LocalDate today = LocalDate.now();

    @Option(names = "--lines", description = "One line of JSON per track.")
    private boolean lines;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        Recipe chosen = recipe();
        ReleaseDocument read = ReleaseDocument.read(document, new Ffmpeg());
        ReleaseContext subject = read.subject(today);
        Release release = read.release();
        if (only != null && release.tracks().stream().noneMatch(track -> track.number() == only))
            throw new ParameterException(spec.commandLine(), "There is no track " + only + ".");
        Files.createDirectories(out);
        Map<Integer, TagPlan> plans = TagPlan.ofAll(chosen, subject, pictures(chosen, read));
        List<Map<String, Object>> documents = new ArrayList<>();
        boolean failed = false;
        for (Track track : release.tracks()) {
            if (only != null && track.number() != only) continue;
            Map<String, Object> result = new LinkedHashMap<>();
            result.put("track", track.number());
            documents.add(result);
            Optional<Sha256> master = track.master();
            if (master.isEmpty()) {
                failed = true;
                result.put(
                        "error",
                        Json.error("the track has no master", "tracks[%d].master".formatted(track.number() - 1)));
                continue;
            }
            Path source = requireNonNull(read.files().get(master.get()));
            result.put("source", source.toString());
            try {
                failed |= !write(
                        requireNonNull(plans.get(track.number())),
                        source,
                        requireNonNull(read.audio().get(master.get())),
                        result);
            } catch (IOException problem) {
                failed = true;
                result.put("error", Json.error(problem.getMessage(), source.toString()));
            }
        }
        Json.print(documents, lines);
        return failed ? Main.UNREADABLE : Main.DONE;
    }

    private Recipe recipe() throws IOException {
        try {
            Path file = Path.of(recipe);
            return Files.isRegularFile(file)
                    ? Recipe.read(file.getFileName().toString(), Files.readString(file))
                    : Recipe.byId(recipe);
        } catch (IllegalArgumentException wrong) {
            throw new ParameterException(spec.commandLine(), wrong.getMessage());
        }
    }

    /** The pictures of a document as a recipe wants them, in its order. */
    static List<TagPlan.Embedded> pictures(Recipe chosen, ReleaseDocument read) throws IOException {
        List<TagPlan.Embedded> pictures = new ArrayList<>();
        if (!chosen.picture().wanted()) return pictures;
        for (PictureKind kind : chosen.picture().kinds())
            for (Sha256 file : read.release().pictures(kind)) {
                Path path = read.files().get(file);
                if (path != null)
                    pictures.add(TagPlan.Embedded.of(
                            kind,
                            PictureScaling.jpeg(
                                    path,
                                    chosen.picture().side(),
                                    chosen.picture().bytes())));
            }
        return pictures;
    }

    private boolean write(TagPlan plan, Path source, AudioFacts facts, Map<String, Object> result) throws IOException {
        Path target = out.resolve(plan.fileName());
        Proof proof = new CopyWriter(new Ffmpeg()).write(source, facts, plan, target);
        ChecksumList.in(out).put(plan.fileName(), proof.copy());
        result.put("written", target.toString());
        result.put("bytes", proof.bytes());
        result.put("audioSha256Before", proof.audioBefore().hex());
        result.put("audioSha256After", proof.audioAfter().hex());
        Map<String, Object> proven = new LinkedHashMap<>();
        proven.put("equal", proof.holds());
        proven.put("compared", proof.compared());
        proven.put("fields", proof.fields());
        proven.put("different", proof.different());
        proven.put("dropped", proof.dropped());
        result.put("proof", proven);
        return proof.holds();
    }
}
