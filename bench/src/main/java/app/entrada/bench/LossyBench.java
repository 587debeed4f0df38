package app.entrada.bench;

import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.sound.Sound;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** WAV files that were something else before: how many are suspected, and how many honest ones. */
final class LossyBench {
    private LossyBench() {}

    static String run(Path folder, int pieces) throws IOException {
        Map<String, List<String>> ways = new LinkedHashMap<>();
        ways.put("never coded", List.of());
        ways.put("dull: rolled off gently above 4 kHz", List.of("-af", "lowpass=f=4000:p=1,lowpass=f=6000:p=1"));
        ways.put("very dull: rolled off above 2 kHz", List.of("-af", "lowpass=f=2000:p=2"));
        ways.put("once MP3 128 kbit/s", List.of("mp3", "-b:a", "128k"));
        ways.put("once MP3 192 kbit/s", List.of("mp3", "-b:a", "192k"));
        ways.put("once AAC 128 kbit/s", List.of("m4a", "-c:a", "aac", "-b:a", "128k", "-cutoff", "16000"));
        ways.put("once MP3 320 kbit/s", List.of("mp3", "-b:a", "320k"));
        ways.put("44.1 kHz raised to 96 kHz", List.of("-ar", "96000"));
        StringBuilder table = new StringBuilder(
                "| WAV | suspected of a lossy source | upsampled | median confidence | median bandwidth |\n|---|---|---|---|---|\n");
        List<Corpus.Played> corpus = Corpus.play(folder, pieces);
        for (Map.Entry<String, List<String>> way : ways.entrySet()) {
            int suspected = 0;
            int upsampled = 0;
            List<Double> confidences = new ArrayList<>();
            List<Double> bandwidths = new ArrayList<>();
            for (Corpus.Played piece : corpus) {
                Sound sound = AudioMeasuring.measure(again(folder, piece, way.getValue()), bytes -> {})
                        .sound()
                        .orElseThrow();
                if (sound.lossySource().suspected()) {
                    suspected++;
                    confidences.add(sound.lossySource().confidence());
                }
                if (sound.upsampled()) upsampled++;
                bandwidths.add(sound.bandwidthHz());
            }
            confidences.sort(null);
            bandwidths.sort(null);
            table.append(String.format(
                    Locale.ROOT,
                    "| %s | %d of %d | %d | %s | %.1f kHz |%n",
                    way.getKey(),
                    suspected,
                    pieces,
                    upsampled,
                    confidences.isEmpty()
                            ? "–"
                            : String.format(Locale.ROOT, "%.2f", confidences.get(confidences.size() / 2)),
                    bandwidths.get(pieces / 2) / 1000));
        }
        return table.toString();
    }

    private static Path again(Path folder, Corpus.Played piece, List<String> way) throws IOException {
        if (way.isEmpty()) return piece.wav();
        Path wav = folder.resolve(piece.id() + "-was-" + Integer.toHexString(way.hashCode()) + ".wav");
        if (Files.exists(wav)) return wav;
        boolean coded = !way.get(0).startsWith("-");
        List<String> arguments = new ArrayList<>(List.of("-i", piece.wav().toString()));
        arguments.addAll(coded ? way.subList(1, way.size()) : way);
        if (!coded) {
            arguments.add(wav.toString());
            Shell.ffmpeg(arguments.toArray(String[]::new));
            return wav;
        }
        Path between = folder.resolve("between." + way.get(0));
        arguments.add(between.toString());
        Shell.ffmpeg(arguments.toArray(String[]::new));
        Shell.ffmpeg("-i", between.toString(), "-ar", "44100", "-c:a", "pcm_s16le", wav.toString());
        return wav;
    }
}
