package app.entrada.bench;

import app.entrada.core.intake.SoundAnalysis;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.sound.Sound;
import app.entrada.core.sound.SoundDecoder;
import app.entrada.demo.Piece;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The whole analysis beside ffmpeg's loudness filter alone, and beside {@code sha256sum}; processor time, same file, same run. */
final class AnalysisBench {
    private static final int RUNS = 5;
    private static final int WARM = 4;
    private static final Pattern INTEGRATED = Pattern.compile("I:\\s+(-?[\\d.]+) LUFS");
    private static final Pattern PEAK = Pattern.compile("Peak:\\s+(-?[\\d.]+) dBFS");

    private AnalysisBench() {}

    static String run(Path folder) throws IOException {
        Path base = Corpus.one(folder, "five-minutes", new Piece(77, 120, 4, false, 300, Piece.Layers.BAND, 40))
                .wav();
        StringBuilder table = new StringBuilder(
                "| five minutes, stereo | analysis, CPU s | ffmpeg ebur128=peak=true, CPU s | ratio | of it SHA-256 twice | sha256sum twice |\n|---|---|---|---|---|---|\n");
        StringBuilder levels = new StringBuilder("| file | LUFS | ffmpeg | dBTP | ffmpeg |\n|---|---|---|---|---|\n");
        table.append(line("WAV 44.1 kHz 16 bit", base, levels));
        table.append(
                line("WAV 48 kHz 24 bit", made(folder, base, "48.wav", "-ar", "48000", "-c:a", "pcm_s24le"), levels));
        table.append(
                line("WAV 96 kHz 24 bit", made(folder, base, "96.wav", "-ar", "96000", "-c:a", "pcm_s24le"), levels));
        table.append(line("loud WAV 44.1 kHz", made(folder, base, "loud.wav", "-af", "volume=14dB"), levels));
        table.append(line("FLAC 44.1 kHz", made(folder, base, "a.flac"), levels));
        table.append(line("MP3 320 kbit/s", made(folder, base, "a.mp3", "-b:a", "320k"), levels));
        return table + "\n" + levels + "\n" + memory(folder, base);
    }

    private static Path made(Path folder, Path base, String name, String... arguments) throws IOException {
        Path to = folder.resolve("five-" + name);
        if (Files.exists(to)) return to;
        List<String> all = new java.util.ArrayList<>(List.of("-i", base.toString()));
        all.addAll(List.of(arguments));
        all.add(to.toString());
        Shell.ffmpeg(all.toArray(String[]::new));
        return to;
    }

    private static String line(String name, Path file, StringBuilder levels) throws IOException {
        double[] ours = new double[RUNS];
        double[] theirs = new double[RUNS];
        double[] hashes = new double[RUNS];
        double[] sums = new double[RUNS];
        for (int i = 0; i < WARM; i++) SoundAnalysis.of(file, new Ffmpeg(), bytes -> {});
        Sound sound = null;
        Shell.Run filter = null;
        for (int i = 0; i < RUNS; i++) {
            double began = cpu();
            long children = children();
            sound = SoundAnalysis.of(file, new Ffmpeg(), bytes -> {})
                    .facts()
                    .sound()
                    .orElseThrow();
            ours[i] = cpu() - began + (children() - children) / 100.0;
            filter = Shell.run(
                    "ffmpeg",
                    "-nostdin",
                    "-hide_banner",
                    "-i",
                    file.toString(),
                    "-af",
                    "ebur128=peak=true",
                    "-f",
                    "null",
                    "-");
            theirs[i] = filter.cpuSeconds();
            began = cpu();
            try (FileChannel channel = FileChannel.open(file)) {
                AudioMeasuring.sha256(channel, 0, channel.size());
                AudioMeasuring.sha256(channel, 0, channel.size());
            }
            hashes[i] = cpu() - began;
            sums[i] = Shell.run("sha256sum", file.toString(), file.toString()).cpuSeconds();
        }
        levels.append(String.format(
                Locale.ROOT,
                "| %s | %.2f | %s | %.2f | %s |%n",
                name,
                sound.integratedLufs(),
                last(INTEGRATED, filter.said()),
                sound.truePeakDbtp(),
                last(PEAK, filter.said())));
        return String.format(
                Locale.ROOT,
                "| %s | %.2f | %.2f | **%.2f** | %.2f | %.2f |%n",
                name,
                median(ours),
                median(theirs),
                median(ours) / median(theirs),
                median(hashes),
                median(sums));
    }

    private static String last(Pattern pattern, String said) {
        Matcher found = pattern.matcher(said);
        String value = "?";
        while (found.find()) value = found.group(1);
        return value;
    }

    private static double median(double[] values) {
        Arrays.sort(values);
        return values[values.length / 2];
    }

    private static double cpu() {
        return ((com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean())
                        .getProcessCpuTime()
                / 1e9;
    }

    /** Hundredths of a second that ended child processes took: fields 16 and 17 of the process's own status. */
    private static long children() throws IOException {
        String status = Files.readString(Path.of("/proc/self/stat"));
        String[] fields = status.substring(status.lastIndexOf(')') + 2).split(" ");
        return Long.parseLong(fields[13]) + Long.parseLong(fields[14]);
    }

    /** Peak of the heap after analysing files of one and of twenty times the length. */
    private static String memory(Path folder, Path base) throws IOException {
        StringBuilder table = new StringBuilder("| length | heap in use after the analysis, MB |\n|---|---|\n");
        for (int times : new int[] {1, 20}) {
            Path file = times == 1 ? base : folder.resolve("five-long-" + times + ".wav");
            if (!Files.exists(file))
                Shell.ffmpeg(
                        "-stream_loop",
                        String.valueOf(times - 1),
                        "-i",
                        base.toString(),
                        "-c:a",
                        "pcm_s16le",
                        file.toString());
            SoundAnalysis kept = SoundAnalysis.of(file, SoundDecoder.NONE, bytes -> {});
            System.gc();
            Runtime runtime = Runtime.getRuntime();
            table.append(String.format(
                    Locale.ROOT,
                    "| %d min, %d MB (print %d kB) | %.0f |%n",
                    5 * times,
                    Files.size(file) >> 20,
                    kept.print().orElseThrow().bytes().length >> 10,
                    (runtime.totalMemory() - runtime.freeMemory()) / 1e6));
        }
        return table.toString();
    }
}
