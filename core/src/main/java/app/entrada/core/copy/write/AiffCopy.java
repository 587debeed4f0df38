package app.entrada.core.copy.write;

import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A tagged AIFF or AIFF-C file: every chunk where it stood, {@code ID3 } and the text chunks {@code NAME}, {@code AUTH} and
 * {@code (c) } renewed in their places, new ones behind the sound. The form's size has 32 bits: at most 4 GiB.
 */
final class AiffCopy {
    private static final long LARGEST = 0xFFFFFFFFL;

    private AiffCopy() {}

    static FileLayout of(FileChannel source, SoundFile sound, TagPlan plan, List<String> lost) throws IOException {
        ChunkedCopy chunks = new ChunkedCopy(ByteOrder.BIG_ENDIAN);
        List<TagEntry> texts = new ArrayList<>(plan.entries(Container.AIFF_TEXT));
        boolean tagged = false;
        for (Chunk chunk : sound.chunks()) {
            String id = chunk.id();
            if (id.equalsIgnoreCase("ID3 ")) {
                Optional<byte[]> tag =
                        tagged ? Optional.empty() : Id3Chunk.of(plan, Id3.read(TagReading.body(source, chunk)), lost);
                tag.ifPresent(bytes -> chunks.made("ID3 ", bytes));
                tagged |= tag.isPresent();
            } else if (List.of("NAME", "AUTH", "(c) ", "ANNO").contains(id)) {
                TagEntry there = TagEntry.text(Container.AIFF_TEXT, id.strip(), List.of());
                if (!plan.governs(there)) chunks.kept(id, chunk.offset(), chunk.length());
                else
                    texts.stream()
                            .filter(text -> text.id().equals(id.strip()))
                            .findFirst()
                            .ifPresent(text -> {
                                texts.remove(text);
                                text(chunks, text);
                            });
            } else {
                // the walk tells the sound without the two numbers before it
                long offset = chunk.header() + 8;
                chunks.kept(id, offset, chunk.end() - offset);
            }
        }
        if (!tagged) Id3Chunk.of(plan, Id3.Reading.NOTHING, lost).ifPresent(bytes -> chunks.made("ID3 ", bytes));
        texts.forEach(text -> text(chunks, text));
        long size = 4 + chunks.length();
        if (size > LARGEST) throw new IOException("an AIFF file is limited to 4 GiB; choose WAV or FLAC");
        FileLayout layout = new FileLayout()
                .made(ByteBuffer.allocate(8)
                        .put("FORM".getBytes(StandardCharsets.US_ASCII))
                        .putInt((int) size)
                        .array())
                .made(Bytes.at(source, 8, 4).array());
        chunks.lay(layout, "");
        return layout;
    }

    private static void text(ChunkedCopy chunks, TagEntry text) {
        String id = (text.id() + "    ").substring(0, 4);
        chunks.made(id, text.values().get(0).getBytes(StandardCharsets.US_ASCII));
    }
}
