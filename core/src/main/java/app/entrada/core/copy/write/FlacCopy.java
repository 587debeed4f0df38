package app.entrada.core.copy.write;

import app.entrada.core.container.Chunk;
import app.entrada.core.container.FlacFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.FlacPicture;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.VorbisComment;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A tagged FLAC file: every block where it stood, comments and front cover renewed, frames untouched. Where the new head fits
 * into the old one, padding fills it up and the frames stay at their place; else new padding is left.
 */
final class FlacCopy {
    /** Room for later changes that then rewrite only the head. */
    private static final int PADDING = 8192;

    private static final int LARGEST_BLOCK = (1 << 24) - 1;

    private FlacCopy() {}

    private record Block(int type, byte[] body) {
        long length() {
            return 4L + body.length;
        }
    }

    static FileLayout of(FileChannel source, TagPlan plan) throws IOException {
        FlacFile flac = FlacFile.walk(source);
        List<Block> blocks = new ArrayList<>();
        List<TagEntry> pictures = new ArrayList<>(plan.entries(Container.PICTURE));
        boolean commented = false;
        for (Chunk chunk : flac.blocks()) {
            byte[] body = TagReading.body(source, chunk);
            switch (chunk.id()) {
                case "1" -> {}
                case "4" -> {
                    if (!commented) blocks.add(comments(plan, body));
                    commented = true;
                }
                case "6" -> picture(plan, body, pictures, blocks);
                default -> blocks.add(new Block(Integer.parseInt(chunk.id()), body));
            }
        }
        // some readers demand the block, even if it says no more than who wrote it
        if (!commented) blocks.add(comments(plan, new byte[0]));
        for (TagEntry picture : pictures)
            blocks.add(new Block(6, FlacPicture.write(picture.picture().orElseThrow())));
        long head = 4 + blocks.stream().mapToLong(Block::length).sum();
        long start = flac.blocks().get(0).header() - 4;
        long room = flac.audio().offset() - start - head - 4;
        blocks.add(new Block(1, new byte[room >= 0 && room <= LARGEST_BLOCK ? (int) room : PADDING]));
        return laid(flac, blocks);
    }

    private static Block comments(TagPlan plan, byte[] there) {
        String vendor = there.length == 0 ? "Entrada" : VorbisComment.vendor(there);
        List<TagEntry> kept = VorbisComment.read(there).stream()
                .filter(entry -> !entry.id().equals("ENCODER"))
                .toList();
        return new Block(4, VorbisComment.write(vendor, plan.merged(Container.VORBIS, kept)));
    }

    private static void picture(TagPlan plan, byte[] body, List<TagEntry> ours, List<Block> blocks) {
        Optional<TagEntry> there = FlacPicture.read(body);
        if (there.isEmpty() && !plan.recipe().bare()
                || there.filter(entry -> !plan.governs(entry)).isPresent()) blocks.add(new Block(6, body));
        else if (there.isPresent()) {
            int kind = there.get().picture().orElseThrow().kind();
            ours.stream()
                    .filter(own -> own.picture().orElseThrow().kind() == kind)
                    .findFirst()
                    .ifPresent(own -> {
                        blocks.add(new Block(6, FlacPicture.write(own.picture().orElseThrow())));
                        ours.remove(own);
                    });
        }
    }

    private static FileLayout laid(FlacFile flac, List<Block> blocks) throws IOException {
        FileLayout layout = new FileLayout().made("fLaC".getBytes(StandardCharsets.US_ASCII));
        for (int i = 0; i < blocks.size(); i++) {
            Block block = blocks.get(i);
            int length = block.body.length;
            if (length > LARGEST_BLOCK)
                throw new IOException("a FLAC block holds at most 16 MiB, not %,d bytes".formatted(length));
            int last = i == blocks.size() - 1 ? 0x80 : 0;
            layout.made(
                    new byte[] {(byte) (last | block.type), (byte) (length >> 16), (byte) (length >> 8), (byte) length
                    });
            layout.made(block.body);
        }
        return layout.stretch(flac.audio().offset(), flac.audio().length());
    }
}
