package app.entrada.cli;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.CopyFormat;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.copy.write.TagTransfer;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
        name = "transfer",
        description = "Writes a copy of a file with the tags of another one; length and tempo are measured again.")
final class TransferCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "FROM", description = "The file to take the tags from.")
    private Path from;

    @Parameters(index = "1", paramLabel = "TO", description = "The file to take the audio from; it is only read.")
    private Path to;

    @Option(names = "--out", required = true, description = "The copy.")
    private Path out;

    @Override
    public Integer call() throws IOException {
        // length and format are in the headers; a tempo that was carried over is of the other sound, and left out
        AudioFacts facts = AudioMeasuring.describe(to);
        TagReading tags = TagReading.of(from);
        List<String> unread = tags.unread();
        TagPlan plan = TagTransfer.plan(tags, facts, CopyFormat.of(facts));
        Proof proof = new CopyWriter(new Ffmpeg()).write(to, facts, plan, out.toAbsolutePath());
        Map<String, Object> result = new LinkedHashMap<>();
        result.put("source", to.toString());
        result.put("written", out.toString());
        result.put("audioSha256Before", proof.audioBefore().hex());
        result.put("audioSha256After", proof.audioAfter().hex());
        result.put(
                "proof",
                Map.of(
                        // nothing is called equal that was not read
                        "equal",
                        proof.holds() && unread.isEmpty(),
                        "unread",
                        unread,
                        "fields",
                        proof.fields(),
                        "different",
                        proof.different(),
                        "dropped",
                        proof.dropped()));
        Json.print(List.of(result), false);
        return proof.holds() && unread.isEmpty() ? Main.DONE : Main.UNREADABLE;
    }
}
