package app.entrada.core.intake;

import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintMaker;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.sound.SoundDecoder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;

/**
 * All that is computed of a sound file: facts, print and outline.
 *
 * @param print empty when the sound could not be decoded
 * @param waveform bytes of {@link app.entrada.core.sound.Waveform}; empty when the sound could not be decoded
 */
public record SoundAnalysis(AudioFacts facts, Optional<Print> print, Optional<byte[]> waveform) {
    /**
     * Analyses a file in one pass.
     *
     * @param decoder for what is not linear PCM
     * @param progress told now and then how many bytes of the file are done
     * @throws IOException with a sentence that says why it is no readable sound file
     */
    public static SoundAnalysis of(Path path, SoundDecoder decoder, LongConsumer progress) throws IOException {
        PrintMaker maker = new PrintMaker();
        AudioMeasuring.Measured measured = AudioMeasuring.measure(path, decoder, progress, List.of(maker));
        boolean sounding = measured.facts().sound().isPresent();
        return new SoundAnalysis(
                measured.facts(),
                sounding ? Optional.of(maker.print()) : Optional.empty(),
                measured.waveform().map(app.entrada.core.sound.Waveform::bytes));
    }
}
