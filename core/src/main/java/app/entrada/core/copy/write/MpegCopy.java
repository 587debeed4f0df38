package app.entrada.core.copy.write;

import app.entrada.core.container.Chunk;
import app.entrada.core.container.RiffFile;
import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.Id3v1;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.util.List;
import java.util.Optional;

/**
 * A tagged MP3 file: ID3v2 at the head, the frames untouched, behind them the tags that were there but for the old one of 128
 * bytes, and that one only on demand. An ID3v2 tag from the end goes to the head; bytes that are no tag are left out. Where the new tag fits into the old one, padding fills it up and the frames stay at their place;
 * else new padding is left.
 */
final class MpegCopy {
    /** Room for later changes that then rewrite only the head. */
    private static final int PADDING = 4096;

    private MpegCopy() {}

    static FileLayout of(FileChannel source, SoundFile sound, TagPlan plan, List<String> lost) throws IOException {
        long frames = sound.sound().get(0).offset();
        Id3.Reading there = Id3.Reading.NOTHING;
        for (Chunk chunk : sound.chunks())
            if (chunk.id().equals("ID3v2") && there == Id3.Reading.NOTHING)
                there = Id3.read(TagReading.body(source, chunk));
        FileLayout layout = new FileLayout();
        Optional<byte[]> tag = Id3Chunk.of(plan, there, lost);
        long old = sound.chunks().stream()
                .filter(chunk -> chunk.offset() < frames && chunk.id().equals("ID3v2"))
                .mapToLong(Chunk::length)
                .sum();
        tag.ifPresent(bytes -> {
            long room = old - bytes.length;
            layout.made(Id3.padded(bytes, room >= 0 && room <= 1 << 20 ? (int) room : PADDING));
        });
        for (Chunk chunk : sound.chunks())
            switch (chunk.id()) {
                case "ID3v2" -> {}
                case "ID3v1" -> {
                    // written anew below, or left out
                }
                case "APEv2" -> {
                    if (plan.recipe().keepsApe() && !plan.recipe().bare())
                        layout.stretch(chunk.header(), chunk.end() - chunk.header());
                }
                case RiffFile.BEHIND -> lost.add("%,d bytes behind the last frame".formatted(chunk.length()));
                default -> layout.stretch(chunk.offset(), chunk.length());
            }
        List<TagEntry> short128 = plan.entries(Container.ID3V1);
        if (!short128.isEmpty()) layout.made(Id3v1.write(short128));
        return layout;
    }
}
