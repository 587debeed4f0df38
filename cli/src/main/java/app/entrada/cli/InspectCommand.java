package app.entrada.cli;

import app.entrada.core.container.Fault;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import java.io.IOException;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

@Command(name = "inspect", description = "Shows everything in audio files.")
final class InspectCommand implements Callable<Integer> {
    @Mixin
    private EachFile each;

    @Override
    public Integer call() throws IOException {
        return each.print(InspectCommand::inspect);
    }

    private static Map<String, Object> inspect(Path file) throws IOException {
        AudioFacts facts = AudioMeasuring.describe(file);
        TagReading tags = TagReading.of(file);
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("format", facts.format().label());
        document.put("codec", facts.codec().label());
        document.put("sampleRate", facts.sampleRate());
        document.put("bitDepth", facts.bitDepth() == 0 ? null : facts.bitDepth());
        document.put("channels", facts.channels());
        document.put("samples", facts.samples());
        document.put("seconds", facts.seconds());
        document.put("sha256", facts.fileSha256().hex());
        document.put("audioSha256", facts.audioSha256().hex());
        document.put(
                "containers",
                tags.blocks().stream().map(InspectCommand::container).toList());
        Set<Fault> faults = new LinkedHashSet<>(facts.faults());
        faults.addAll(tags.faults());
        document.put("problems", problems(faults));
        return document;
    }

    static List<Map<String, Object>> problems(Collection<Fault> faults) {
        return faults.stream()
                .map(fault -> Map.<String, Object>of("what", fault.what(), "where", fault.where()))
                .toList();
    }

    private static Map<String, Object> container(TagReading.Block block) {
        Map<String, Object> container = new LinkedHashMap<>();
        container.put("kind", block.kind());
        if (!block.version().isEmpty()) container.put("version", block.version());
        container.put("offset", block.offset());
        container.put("length", block.length());
        container.put(
                "entries", block.entries().stream().map(InspectCommand::entry).toList());
        return container;
    }

    private static Map<String, Object> entry(TagEntry entry) {
        Map<String, Object> shown = new LinkedHashMap<>();
        int colon = entry.id().indexOf(':');
        shown.put("id", entry.id());
        if (colon > 0) shown.put("descriptor", entry.id().substring(colon + 1));
        if (!entry.language().isEmpty()) shown.put("language", entry.language());
        if (entry.picture().isPresent()) {
            Picture picture = entry.picture().get();
            MessageDigest digest = AudioMeasuring.sha256();
            digest.update(picture.data());
            shown.put("mime", picture.mime());
            shown.put("pictureKind", picture.kind());
            shown.put("bytes", picture.data().length);
            shown.put("sha256", AudioMeasuring.hex(digest).hex());
        } else if (entry.values().size() == 1) shown.put("value", entry.values().get(0));
        else shown.put("values", entry.values());
        return shown;
    }
}
