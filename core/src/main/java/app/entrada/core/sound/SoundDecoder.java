package app.entrada.core.sound;

import app.entrada.core.container.SoundFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;

/** Decodes what is not linear PCM. */
public interface SoundDecoder {
    /** Where there is no decoder: says so. */
    SoundDecoder NONE = (path, sound) -> {
        throw new Missing("%s cannot be decoded here".formatted(sound.codec().label()));
    };

    /** Thrown when the decoder is not installed; all else about the file can still be known. */
    final class Missing extends IOException {
        private static final long serialVersionUID = 1L;

        /** @param says one sentence */
        public Missing(String says) {
            super(says);
        }
    }

    /** Thrown when the decoder was ended from outside or took too long: that says nothing of the file, and may not happen again. */
    final class Ended extends IOException {
        private static final long serialVersionUID = 1L;

        /** @param says one sentence */
        public Ended(String says) {
            super(says);
        }
    }

    /**
     * Decoded samples: interleaved, 32-bit floating point, little-endian, in the file's own rate and channels. The stream's
     * {@code close} throws when the decoder failed; {@link Ended} when that was not its own doing.
     *
     * @throws Missing when there is no decoder for this
     */
    InputStream decode(Path path, SoundFile sound) throws IOException;
}
