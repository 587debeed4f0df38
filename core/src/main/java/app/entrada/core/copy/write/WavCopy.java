package app.entrada.core.copy.write;

import app.entrada.core.code.Isrc;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.RiffFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.AxmlIsrc;
import app.entrada.core.tag.Bext;
import app.entrada.core.tag.RiffInfo;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A tagged WAV file: every chunk where it stood, tags renewed in their places; those that were not there yet are {@code bext}
 * in front and {@code axml}, INFO and ID3 behind the sound, so that a change of them rewrites only the tail. RIFF while it
 * fits, RF64 (EBU Tech 3306) beyond 4 GiB.
 */
final class WavCopy {
    private static final long LARGEST_RIFF = 0xFFFFFFFFL;
    private static final int DS64_BODY = 28;
    /** Chunks that say something of the sound rather than being needed to play it. */
    private static final Set<String> TAGS =
            Set.of("bext", "axml", "ixml", "id3 ", "list", "cart", "chna", "_pmx", "afsp", "disp", "link");

    private final FileChannel source;
    private final TagPlan plan;
    private final List<String> lost;
    private final ChunkedCopy chunks = new ChunkedCopy(ByteOrder.LITTLE_ENDIAN);

    private WavCopy(FileChannel source, TagPlan plan, List<String> lost) {
        this.source = source;
        this.plan = plan;
        this.lost = lost;
    }

    static FileLayout of(FileChannel source, TagPlan plan, List<String> lost) throws IOException {
        return new WavCopy(source, plan, lost).laid(RiffFile.walk(source));
    }

    private FileLayout laid(RiffFile riff) throws IOException {
        boolean bext = false;
        boolean axml = false;
        boolean info = false;
        boolean id3 = false;
        for (Chunk chunk : riff.chunks()) {
            String id = chunk.id().toLowerCase(Locale.ROOT);
            boolean bare = plan.recipe().bare() && TAGS.contains(id) && !isLabels(chunk);
            if (id.equals("ds64") || bare) continue;
            switch (id) {
                case "bext" -> bext |= bext(TagReading.body(source, chunk), bext);
                case "axml" -> axml |= axml(TagReading.body(source, chunk), axml);
                case "id3 " -> id3 |= id3(Id3.read(TagReading.body(source, chunk)), id3);
                case "list" -> {
                    if (isLabels(chunk)) chunks.kept(chunk.id(), chunk.offset(), chunk.length());
                    else info |= info(RiffInfo.read(TagReading.body(source, chunk)), info);
                }
                case "id3v1", RiffFile.BEHIND ->
                    lost.add("%,d bytes behind the end of the WAV form".formatted(chunk.length()));
                default -> chunks.kept(chunk.id(), chunk.offset(), chunk.length());
            }
        }
        if (!bext) bext(new byte[0], false);
        if (!axml) axml(new byte[0], false);
        if (!info) info(List.of(), false);
        if (!id3) id3(Id3.Reading.NOTHING, false);
        return forms();
    }

    /** A LIST chunk that is no INFO names cue points and the like. */
    private boolean isLabels(Chunk chunk) throws IOException {
        return chunk.id().equalsIgnoreCase("LIST") && !RiffInfo.isInfo(TagReading.body(source, chunk));
    }

    private boolean bext(byte[] there, boolean again) {
        Map<String, String> fields = new HashMap<>();
        plan.entries(Container.BEXT)
                .forEach(entry -> fields.put(entry.id(), entry.values().get(0)));
        if (again || there.length == 0 && fields.isEmpty()) return false;
        byte[] body = Bext.write(there, fields);
        if (there.length == 0) chunks.first("bext", body);
        else chunks.made("bext", body);
        return true;
    }

    private boolean axml(byte[] there, boolean again) {
        List<TagEntry> isrc = plan.entries(Container.AXML);
        if (AxmlIsrc.holdsMore(there)) chunks.made("axml", there);
        else if (!isrc.isEmpty() && !again)
            chunks.made("axml", AxmlIsrc.write(new Isrc(isrc.get(0).values().get(0))));
        else return false;
        return true;
    }

    private boolean info(List<TagEntry> there, boolean again) {
        List<TagEntry> merged = plan.merged(Container.INFO, there);
        if (merged.isEmpty() || again) return false;
        chunks.made("LIST", RiffInfo.write(merged));
        return true;
    }

    private boolean id3(Id3.Reading there, boolean again) {
        Optional<byte[]> tag = again ? Optional.empty() : Id3Chunk.of(plan, there, lost);
        tag.ifPresent(bytes -> chunks.made("id3 ", bytes));
        return tag.isPresent();
    }

    private FileLayout forms() {
        long riffSize = 4 + chunks.length();
        boolean large = riffSize > LARGEST_RIFF;
        if (large) riffSize += 8 + DS64_BODY;
        ByteBuffer head = ByteBuffer.allocate(12 + (large ? 8 + DS64_BODY : 0)).order(ByteOrder.LITTLE_ENDIAN);
        head.put(ascii(large ? "RF64" : "RIFF"))
                .putInt(large ? -1 : (int) riffSize)
                .put(ascii("WAVE"));
        // The count of samples in ds64 serves compressed kinds only; 0 says nothing, as the standard allows.
        if (large)
            head.put(ascii("ds64"))
                    .putInt(DS64_BODY)
                    .putLong(riffSize)
                    .putLong(chunks.size("data"))
                    .putLong(0)
                    .putInt(0);
        FileLayout layout = new FileLayout().made(head.array());
        chunks.lay(layout, large ? "data" : "");
        return layout;
    }

    private static byte[] ascii(String id) {
        return id.getBytes(StandardCharsets.ISO_8859_1);
    }
}
