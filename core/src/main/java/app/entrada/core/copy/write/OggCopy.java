package app.entrada.core.copy.write;

import app.entrada.core.container.OggFile;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.VorbisComment;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * A tagged Ogg file: the comment packet renewed. Pages of the sound keep their packets; only when the headers now fill
 * another number of pages do the pages behind them get another number in their heads.
 */
final class OggCopy {
    private OggCopy() {}

    static FileLayout of(FileChannel source, SoundFile sound, TagPlan plan) throws IOException {
        boolean opus = sound.codec() == SoundCodec.OPUS;
        byte[] body = OggFile.comments(source);
        List<TagEntry> there = VorbisComment.read(body).stream()
                .filter(entry -> !entry.id().equals("ENCODER"))
                .toList();
        byte[] comments = VorbisComment.write(VorbisComment.vendor(body), plan.merged(Container.VORBIS, there));
        ByteArrayOutputStream packet = new ByteArrayOutputStream();
        packet.writeBytes((opus ? "OpusTags" : "\3vorbis").getBytes(StandardCharsets.ISO_8859_1));
        packet.writeBytes(comments);
        // Vorbis ends the packet with a framing bit
        if (!opus) packet.write(1);
        FileLayout layout = new FileLayout();
        for (OggFile.Stretch stretch : OggFile.recommented(source, sound, packet.toByteArray()))
            if (stretch.made() != null) layout.made(stretch.made());
            else layout.stretch(stretch.offset(), stretch.length());
        return layout;
    }
}
