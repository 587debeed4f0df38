package app.entrada.core.embed;

import app.entrada.core.field.Sha256;
import java.io.IOException;
import java.nio.file.Path;

/** What the core asks of a program that encodes and decodes. */
public interface Transcoder {
    /** Makes a FLAC file of a WAV file; whole numbers of 16 or 24 bits stay what they are. */
    void toFlac(Path wav, Path flac) throws IOException;

    /** Makes a WAV file of a FLAC file, of the same depth. */
    void toWav(Path flac, Path wav, int bits) throws IOException;

    /**
     * SHA-256 of the decoded samples of a FLAC file as a WAV file of this depth holds them: little-endian, interleaved.
     *
     * @param bits 16, 24 or 32
     */
    Sha256 decoded(Path flac, int bits) throws IOException;
}
