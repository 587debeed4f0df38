package app.entrada.core.sound;

import java.util.ArrayList;
import java.util.List;

/** The chain of analysers that share one pass over the sound. */
final class AnalyserChain {
    private static final int OUTLINE = 240;

    private final int sampleRate;
    private final Loudness loudness;
    private final TruePeak peak;
    private final Clippings clippings;
    private final Silences silences;
    private final Balance balance;
    private final Bandwidth bandwidth;
    private final Waveform waveform;
    private final TempoFinder tempo = new TempoFinder();
    private final KeyFinder key = new KeyFinder();
    private final NarrowSound narrow;
    private final List<BlockAnalyser> chain;
    private double[] bySecond = new double[256];
    private int seconds;
    private long frames;

    AnalyserChain(int sampleRate, int channels, List<NarrowSound.SpectrumListener> more) {
        this.sampleRate = sampleRate;
        loudness = new Loudness(sampleRate, channels);
        peak = new TruePeak(sampleRate, channels);
        clippings = new Clippings(channels);
        silences = new Silences(sampleRate);
        balance = new Balance(channels);
        bandwidth = new Bandwidth(sampleRate);
        waveform = new Waveform(sampleRate, loudness);
        List<NarrowSound.SpectrumListener> shortListeners = new ArrayList<>(List.of(tempo));
        shortListeners.addAll(more);
        narrow = new NarrowSound(sampleRate, shortListeners, List.of(key));
        chain = List.of(loudness, waveform, peak, clippings, silences, balance, bandwidth, narrow);
    }

    void block(float[][] samples, int length) {
        for (BlockAnalyser each : chain) each.block(samples, length);
        frames += length;
        while ((seconds + 1L) * sampleRate <= frames) {
            if (seconds == bySecond.length) bySecond = java.util.Arrays.copyOf(bySecond, seconds * 2);
            bySecond[seconds++] = loudness.momentary();
        }
    }

    long frames() {
        return frames;
    }

    Waveform waveform() {
        return waveform;
    }

    /** What was measured, once all blocks have gone by. */
    Sound end() {
        peak.end();
        narrow.end();
        Bandwidth.Result band = bandwidth.result();
        List<Sound.Clipping> runs = clippings.runs(sampleRate);
        return new Sound(
                hundredths(loudness.integrated()),
                hundredths(loudness.range()),
                hundredths(loudness.momentaryMax()),
                hundredths(loudness.shortTermMax()),
                hundredths(peak.truePeakDbtp()),
                hundredths(peak.samplePeakDbfs()),
                runs,
                clippings.count(runs.size()),
                silences.silence(),
                balance.dcOffset(),
                balance.falseStereo(),
                band.bandwidthHz(),
                band.lossySource(),
                band.upsampled(),
                tempo.tempo(),
                key.key(),
                ExcerptFinder.find(
                        tempo.onsets(),
                        key.classes(),
                        java.util.Arrays.copyOf(bySecond, seconds),
                        frames / (double) sampleRate),
                waveform.outline(OUTLINE));
    }

    private static double hundredths(double value) {
        return Math.round(value * 100) / 100.0;
    }
}
