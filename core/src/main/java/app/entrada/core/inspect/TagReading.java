package app.entrada.core.inspect;

import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.Fault;
import app.entrada.core.container.OggFile;
import app.entrada.core.container.SoundFile;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.tag.ApeTag;
import app.entrada.core.tag.AxmlIsrc;
import app.entrada.core.tag.Bext;
import app.entrada.core.tag.ChunkTexts;
import app.entrada.core.tag.FlacPicture;
import app.entrada.core.tag.Id3v1;
import app.entrada.core.tag.Ilst;
import app.entrada.core.tag.RiffInfo;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.VorbisComment;
import app.entrada.core.tag.id3.Id3;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * All that is in a sound file beside its sound.
 *
 * @param sound how the file is built
 * @param blocks tags and other chunks in file order
 * @param faults what is wrong or odd, empty for a file without any of that
 */
public record TagReading(SoundFile sound, List<Block> blocks, List<Fault> faults) {
    /** A tag larger than this is not read; nothing real is. */
    private static final int LARGEST_TAG = 64 << 20;

    private static final String ID3_FAULT = "ID3: ";

    private static final Set<String> FRAMEWORK =
            Set.of("fmt ", "data", "ds64", "COMM", "SSND", "frames", "pages", "mdat");

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
            SoundFile sound = SoundFile.walk(file);
            List<Fault> faults = new ArrayList<>(sound.faults());
            faults.addAll(sound.notes());
            List<Block> blocks = new ArrayList<>();
            for (Chunk chunk : sound.chunks())
                if (sound.kind() == SoundFormat.M4A) mp4Block(file, chunk, blocks);
                else if (!FRAMEWORK.contains(chunk.id())) blocks.add(block(file, sound.kind(), chunk, faults));
            return new TagReading(sound, blocks, List.copyOf(faults));
        }
    }

    /** Whether a file of this kind can hold such a tag, so that a copy keeps it. */
    public static boolean canHold(SoundFormat kind, Container container) {
        return switch (container) {
            case BEXT, AXML, INFO, IXML, CUE -> kind == SoundFormat.WAV;
            case AIFF_TEXT -> kind == SoundFormat.AIFF;
            case ID3 -> kind == SoundFormat.WAV || kind == SoundFormat.AIFF || kind == SoundFormat.MP3;
            case ID3V1, APE -> kind == SoundFormat.MP3;
            case VORBIS -> kind == SoundFormat.FLAC || kind == SoundFormat.OGG;
            case PICTURE -> kind == SoundFormat.FLAC;
            case ILST -> kind == SoundFormat.M4A;
        };
    }

    /** What of the tags could not be read, in sentences; empty when all of them were. */
    public List<String> unread() {
        return faults.stream()
                .map(Fault::what)
                .filter(what -> what.startsWith(ID3_FAULT))
                .toList();
    }

    /** All entries of all tags. */
    public List<TagEntry> entries() {
        return blocks.stream().flatMap(block -> block.entries().stream()).toList();
    }

    /** The body of a chunk as far as tags are read. */
    public static byte[] body(FileChannel file, Chunk chunk) throws IOException {
        return Bytes.body(file, chunk, LARGEST_TAG);
    }

    private static Block block(FileChannel file, SoundFormat kind, Chunk chunk, List<Fault> faults) throws IOException {
        return switch (kind) {
            case FLAC -> chunk.id().startsWith("ID3") ? chunkBlock(file, chunk, faults) : flacBlock(file, chunk);
            case OGG -> of(Container.VORBIS, "", chunk, VorbisComment.read(OggFile.comments(file)));
            default -> chunkBlock(file, chunk, faults);
        };
    }

    /** Chunks of WAVE and AIFF, tags around MP3: their names do not collide. */
    private static Block chunkBlock(FileChannel file, Chunk chunk, List<Fault> faults) throws IOException {
        switch (chunk.id().toLowerCase(Locale.ROOT)) {
            case "bext" -> {
                byte[] body = body(file, chunk);
                return of(Container.BEXT, Bext.version(body), chunk, Bext.read(body));
            }
            case "axml" -> {
                List<String> codes = AxmlIsrc.all(body(file, chunk)).stream()
                        .map(code -> code.compact())
                        .toList();
                return of(
                        Container.AXML,
                        "",
                        chunk,
                        codes.isEmpty() ? List.of() : List.of(TagEntry.text(Container.AXML, "ISRC", codes)));
            }
            case "ixml" -> {
                return of(Container.IXML, "", chunk, ChunkTexts.ixml(body(file, chunk)));
            }
            case "cue " -> {
                return of(Container.CUE, "", chunk, ChunkTexts.cue(body(file, chunk)));
            }
            case "id3 ", "id3v2" -> {
                Id3.Reading tag = Id3.read(body(file, chunk));
                tag.faults().forEach(fault -> faults.add(new Fault(ID3_FAULT + fault, chunk.offset())));
                return of(Container.ID3, tag.version(), chunk, tag.entries());
            }
            case "id3v1" -> {
                byte[] tag = body(file, chunk);
                return of(Container.ID3V1, Id3v1.version(tag), chunk, Id3v1.read(tag));
            }
            case "apev2" -> {
                return of(Container.APE, "", chunk, ApeTag.read(body(file, chunk)));
            }
            case "name", "auth", "(c) ", "anno" -> {
                return of(Container.AIFF_TEXT, "", chunk, ChunkTexts.aiff(chunk.id(), body(file, chunk)));
            }
            case "list" -> {
                byte[] list = body(file, chunk);
                if (RiffInfo.isInfo(list)) return of(Container.INFO, "", chunk, RiffInfo.read(list));
            }
            default -> {
                // kept unread
            }
        }
        return new Block(chunk.id().strip(), "", chunk.offset(), chunk.length(), List.of());
    }

    private static Block flacBlock(FileChannel file, Chunk chunk) throws IOException {
        return switch (chunk.id()) {
            case "4" -> of(Container.VORBIS, "", chunk, VorbisComment.read(body(file, chunk)));
            case "6" ->
                of(
                        Container.PICTURE,
                        "",
                        chunk,
                        FlacPicture.read(body(file, chunk)).map(List::of).orElse(List.of()));
            default -> new Block(blockName(chunk.id()), "", chunk.offset(), chunk.length(), List.of());
        };
    }

    private static String blockName(String id) {
        return switch (id) {
            case "0" -> "stream information";
            case "1" -> "padding";
            case "2" -> "application";
            case "3" -> "seek table";
            case "5" -> "cue sheet";
            default -> "block " + id;
        };
    }

    private static void mp4Block(FileChannel file, Chunk box, List<Block> blocks) throws IOException {
        if (box.id().endsWith("/meta/ilst")) blocks.add(of(Container.ILST, "", box, Ilst.read(body(file, box))));
        else if (!box.id().contains("/")
                && !box.id().equals("moov")
                && !box.id().equals("mdat"))
            blocks.add(new Block(box.id().strip(), "", box.offset(), box.length(), List.of()));
    }

    private static Block of(Container container, String version, Chunk chunk, List<TagEntry> entries) {
        return new Block(container.label(), version, chunk.offset(), chunk.length(), entries);
    }
}
