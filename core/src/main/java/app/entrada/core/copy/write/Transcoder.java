package app.entrada.core.copy.write;

import app.entrada.core.container.SoundFormat;
import app.entrada.core.copy.recipe.Encoding;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.nio.file.Path;

/** What the core asks of a program that encodes and decodes. */
public interface Transcoder {
    /**
     * Makes a file of another kind, depth or rate. Where bits are lost, it dithers; where the kind has a place for it, the
     * coder's delay and padding are told, so that the copy plays without gaps.
     *
     * @param master facts of the source
     */
    void encode(Path source, AudioFacts master, Encoding to, Path target) throws IOException;

    /**
     * SHA-256 of the decoded samples of a file as a WAV file of this depth holds them: little-endian, interleaved.
     *
     * @param bits 16, 24 or 32
     */
    Sha256 decoded(Path file, SoundFormat kind, int bits) throws IOException;
}
