package app.entrada.core.copy.write;

import app.entrada.core.container.SoundFile;
import app.entrada.core.copy.plan.TagPlan;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;

/**
 * A file with the tags of a plan in place of its own, its sound untouched.
 *
 * @param layout what to lay down
 * @param lost entries of the file that could not be kept in the versions of the plan, in words
 */
public record TaggedCopy(FileLayout layout, List<String> lost) {
    /**
     * Plans the whole file.
     *
     * @throws IOException with a sentence that says why it cannot be
     */
    public static TaggedCopy of(FileChannel source, TagPlan plan) throws IOException {
        SoundFile sound = SoundFile.walk(source);
        List<String> lost = new ArrayList<>();
        try {
            FileLayout layout = switch (sound.kind()) {
                case WAV -> WavCopy.of(source, plan, lost);
                case AIFF -> AiffCopy.of(source, sound, plan, lost);
                case FLAC -> FlacCopy.of(source, plan);
                case MP3 -> MpegCopy.of(source, sound, plan, lost);
                case M4A -> Mp4Copy.of(source, sound, plan);
                case OGG -> OggCopy.of(source, sound, plan);
            };
            return new TaggedCopy(layout, List.copyOf(lost));
        } catch (IllegalArgumentException refused) {
            throw new IOException(refused.getMessage(), refused);
        }
    }

    /** Writes it; sound goes from file to file as it is. The caller makes it durable. */
    public void write(FileChannel source, FileChannel out) throws IOException {
        layout.write(source, out);
    }
}
