package app.entrada.core.embed;

import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.Fault;
import app.entrada.core.container.FlacFile;
import app.entrada.core.container.RiffFile;
import app.entrada.core.tag.AxmlIsrc;
import app.entrada.core.tag.Bext;
import app.entrada.core.tag.FlacPicture;
import app.entrada.core.tag.Id3;
import app.entrada.core.tag.RiffInfo;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.VorbisComment;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * All that is in a WAV or FLAC file beside its sound.
 *
 * @param blocks tags and other chunks in file order
 * @param faults what is wrong, empty for a whole file
 */
public record TagReading(List<Block> blocks, List<Fault> faults) {
    /** A tag larger than this is not read; nothing real is. */
    static final int LARGEST_TAG = 64 << 20;

    /**
     * A stretch of the file.
     *
     * @param kind name of the tag, or the chunk's id where it is none that is read
     * @param version of the tag, may be empty
     * @param entries what it says, empty for chunks that are kept unread
     */
    public record Block(String kind, String version, long offset, long length, List<TagEntry> entries) {}

    /** Reads the file at this path. */
    public static TagReading of(Path path) throws IOException {
        try (FileChannel file = FileChannel.open(path)) {
            byte[] head = Bytes.at(file, 0, (int) Math.min(12, file.size())).array();
            if (RiffFile.begins(head)) return wav(file);
            if (FlacFile.begins(head)) return flac(file);
        }
        throw new IOException("the file is neither WAV nor FLAC");
    }

    /** All entries of all tags. */
    public List<TagEntry> entries() {
        return blocks.stream().flatMap(block -> block.entries().stream()).toList();
    }

    private static TagReading wav(FileChannel file) throws IOException {
        RiffFile riff = RiffFile.walk(file);
        List<Block> blocks = new ArrayList<>();
        List<Fault> faults = new ArrayList<>(riff.faults());
        for (Chunk chunk : riff.chunks()) {
            if (chunk.id().equals("data")
                    || chunk.id().equals("fmt ")
                    || chunk.id().equals("ds64")) continue;
            blocks.add(riffBlock(file, chunk, faults));
        }
        return new TagReading(blocks, faults);
    }

    private static Block riffBlock(FileChannel file, Chunk chunk, List<Fault> faults) throws IOException {
        String kind = chunk.id().strip();
        switch (chunk.id().toLowerCase(Locale.ROOT)) {
            case "bext" -> {
                return block(Container.BEXT, "", chunk, Bext.read(body(file, chunk)));
            }
            case "axml" -> {
                List<TagEntry> isrc = AxmlIsrc.read(body(file, chunk))
                        .map(code -> TagEntry.text(Container.AXML, "ISRC", List.of(code.compact())))
                        .map(List::of)
                        .orElse(List.of());
                return block(Container.AXML, "", chunk, isrc);
            }
            case "id3 " -> {
                Id3.Reading tag = Id3.read(body(file, chunk));
                tag.faults().forEach(fault -> faults.add(new Fault("ID3: " + fault, chunk.offset())));
                return block(Container.ID3, tag.version(), chunk, tag.entries());
            }
            case "list" -> {
                byte[] list = body(file, chunk);
                if (RiffInfo.isInfo(list)) return block(Container.INFO, "", chunk, RiffInfo.read(list));
            }
            default -> {
                // kept unread
            }
        }
        return new Block(kind, "", chunk.offset(), chunk.length(), List.of());
    }

    private static TagReading flac(FileChannel file) throws IOException {
        FlacFile flac = FlacFile.walk(file);
        List<Block> blocks = new ArrayList<>();
        for (Chunk chunk : flac.blocks()) {
            switch (chunk.id()) {
                case "0" -> {}
                case "4" -> blocks.add(block(Container.VORBIS, "", chunk, VorbisComment.read(body(file, chunk))));
                case "6" ->
                    blocks.add(block(
                            Container.PICTURE,
                            "",
                            chunk,
                            FlacPicture.read(body(file, chunk)).map(List::of).orElse(List.of())));
                default -> blocks.add(new Block(blockName(chunk.id()), "", chunk.offset(), chunk.length(), List.of()));
            }
        }
        return new TagReading(blocks, flac.faults());
    }

    private static String blockName(String id) {
        return switch (id) {
            case "1" -> "padding";
            case "2" -> "application";
            case "3" -> "seek table";
            case "5" -> "cue sheet";
            default -> "block " + id;
        };
    }

    private static Block block(Container container, String version, Chunk chunk, List<TagEntry> entries) {
        return new Block(container.says(), version, chunk.offset(), chunk.length(), entries);
    }

    static byte[] body(FileChannel file, Chunk chunk) throws IOException {
        return Bytes.body(file, chunk, LARGEST_TAG);
    }
}
