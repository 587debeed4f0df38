package app.entrada.core.embed;

import app.entrada.core.container.Chunk;
import app.entrada.core.container.FlacFile;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.FlacPicture;
import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.VorbisComment;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;

/** A tagged copy of a FLAC file: STREAMINFO and foreign blocks kept, comments and picture new, frames untouched. */
final class FlacCopy {
    /** Room for later changes that then rewrite only the head. */
    private static final int PADDING = 8192;

    private static final int LARGEST_BLOCK = (1 << 24) - 1;

    private FlacCopy() {}

    private record Block(int type, byte[] body) {}

    /** Writes the whole copy to {@code out}; the caller makes it durable and visible. */
    static void write(FileChannel source, FileChannel out, TagPlan plan) throws IOException {
        FlacFile flac = FlacFile.walk(source);
        List<Block> blocks = new ArrayList<>();
        List<TagEntry> comments = new ArrayList<>(plan.entries(Container.VORBIS));
        for (Chunk chunk : flac.blocks()) {
            byte[] body = TagReading.body(source, chunk);
            switch (chunk.id()) {
                case "1", "6" -> {}
                case "4" ->
                    VorbisComment.read(body).stream()
                            .filter(entry -> !EmbeddingMap.governs(entry.container(), entry.id()))
                            .filter(entry -> !entry.id().equals("ENCODER"))
                            .forEach(comments::add);
                default -> blocks.add(new Block(Integer.parseInt(chunk.id()), body));
            }
        }
        blocks.add(new Block(4, VorbisComment.write(comments)));
        for (TagEntry entry : plan.entries(Container.PICTURE)) {
            Picture picture = entry.picture().orElseThrow();
            int[] size = size(picture.data());
            blocks.add(new Block(6, FlacPicture.write(picture, size[0], size[1])));
        }
        blocks.add(new Block(1, new byte[PADDING]));
        WavCopy.write(out, ByteBuffer.wrap("fLaC".getBytes(StandardCharsets.US_ASCII)));
        for (int i = 0; i < blocks.size(); i++) {
            Block block = blocks.get(i);
            int length = block.body.length;
            if (length > LARGEST_BLOCK)
                throw new IOException("a FLAC block holds at most 16 MiB, not %,d bytes".formatted(length));
            int last = i == blocks.size() - 1 ? 0x80 : 0;
            WavCopy.write(out, ByteBuffer.wrap(new byte[] {
                (byte) (last | block.type), (byte) (length >> 16), (byte) (length >> 8), (byte) length
            }));
            WavCopy.write(out, ByteBuffer.wrap(block.body));
        }
        WavCopy.transfer(source, flac.audio().offset(), flac.audio().length(), out);
    }

    private static int[] size(byte[] picture) throws IOException {
        try (var in = ImageIO.createImageInputStream(new ByteArrayInputStream(picture))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) throw new IOException("the cover is no picture that can be read");
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                return new int[] {reader.getWidth(0), reader.getHeight(0)};
            } finally {
                reader.dispose();
            }
        }
    }
}
