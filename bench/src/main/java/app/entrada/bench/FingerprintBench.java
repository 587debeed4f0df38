package app.entrada.bench;

import static java.util.Objects.requireNonNull;

import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import app.entrada.core.intake.SoundAnalysis;
import app.entrada.demo.Piece;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * How often known sound is found again after each kind of damage, and how often unknown sound is taken for known. Half of the
 * pieces are in the index; the other half are asked for as strangers.
 */
final class FingerprintBench {
    private static final Map<String, List<String>> DAMAGES = new LinkedHashMap<>();

    static {
        damage("unchanged, as FLAC", "flac");
        damage("MP3 64 kbit/s", "mp3", "-b:a", "64k");
        damage("AAC 64 kbit/s", "m4a", "-c:a", "aac", "-b:a", "64k");
        damage("Opus 64 kbit/s", "ogg", "-c:a", "libopus", "-b:a", "64k");
        damage("mono, 22.05 kHz", "wav", "-ac", "1", "-ar", "22050");
        damage("48 kHz, 12 dB quieter", "wav", "-ar", "48000", "-af", "volume=-12dB");
        damage("2 % faster", "wav", "-af", "asetrate=44982,aresample=44100");
        damage("2 % slower", "wav", "-af", "asetrate=43218,aresample=44100");
        damage("0.7 % faster", "wav", "-af", "asetrate=44409,aresample=44100");
        damage("noise at 10 dB", "wav", "NOISE");
        damage("head cut by 7 s", "wav", "-ss", "7");
        damage("3.3 s of silence before", "wav", "-af", "adelay=3300:all=1");
        damage("30 s from the middle, MP3 128", "mp3", "-ss", "13.37", "-t", "30", "-b:a", "128k");
        damage("30 s, noise at 10 dB", "wav", "NOISE", "-ss", "11", "-t", "30");
    }

    private static void damage(String says, String extension, String... arguments) {
        List<String> all = new ArrayList<>(List.of(extension));
        all.addAll(List.of(arguments));
        DAMAGES.put(says, all);
    }

    private FingerprintBench() {}

    static String run(Path folder, int pieces) throws IOException {
        List<Corpus.Played> corpus = Corpus.play(folder, pieces);
        List<Corpus.Played> known = corpus.subList(0, pieces / 2);
        List<Corpus.Played> strangers = corpus.subList(pieces / 2, pieces);
        StringBuilder table = new StringBuilder(
                "| damage | right at first place | verdict same or excerpt | strangers taken for known | median confidence |\n|---|---|---|---|---|\n");
        Path place = Files.createTempDirectory("index");
        try (PrintIndex index = PrintIndex.open(place)) {
            for (Corpus.Played each : known) index.add(each.id(), print(each.wav()));
            index.flush();
            Identifier identifier = new Identifier(index);
            int right = 0;
            int wrong = 0;
            int asked = 0;
            int askedStrangers = 0;
            for (Map.Entry<String, List<String>> damage : DAMAGES.entrySet()) {
                int first = 0;
                int whole = 0;
                List<Double> confidences = new ArrayList<>();
                for (Corpus.Played each : known) {
                    List<Match> matches = identifier.identify(print(damaged(folder, each, damage.getValue())), "");
                    boolean found = !matches.isEmpty() && matches.get(0).id().equals(each.id());
                    if (found) {
                        first++;
                        confidences.add(matches.get(0).confidence());
                        if (matches.get(0).verdict() != Match.Verdict.OTHER_VERSION) whole++;
                    }
                }
                int taken = 0;
                for (Corpus.Played each : strangers) {
                    List<Match> matches = identifier.identify(print(damaged(folder, each, damage.getValue())), "");
                    if (!matches.isEmpty()) taken++;
                }
                confidences.sort(null);
                table.append(String.format(
                        Locale.ROOT,
                        "| %s | %d of %d | %d | %d of %d | %.2f |%n",
                        damage.getKey(),
                        first,
                        known.size(),
                        whole,
                        taken,
                        strangers.size(),
                        confidences.isEmpty() ? 0 : confidences.get(confidences.size() / 2)));
                right += first;
                wrong += taken;
                asked += known.size();
                askedStrangers += strangers.size();
            }
            table.append(String.format(
                    Locale.ROOT,
                    "| all | %d of %d (%.1f %%) | | %d of %d | |%n%n",
                    right,
                    asked,
                    100.0 * right / asked,
                    wrong,
                    askedStrangers));
            table.append(versions(folder, index, identifier));
        }
        return table.toString();
    }

    /** The same backing without the voice, and pieces that share their first half: told apart, with the stretch. */
    private static String versions(Path folder, PrintIndex index, Identifier identifier) throws IOException {
        StringBuilder table = new StringBuilder(
                "| asked | known | verdict | differs, found | differs, in truth |\n|---|---|---|---|---|\n");
        double[] voices = {20, 25, 30, 35, 22, 28};
        for (int i = 0; i < voices.length; i++) {
            Piece.Layers layers = Piece.Layers.values()[i % Piece.Layers.values().length];
            Piece plain = new Piece(7000 + i, 84 + 9 * i, i, i % 2 == 0, 70, layers, 0);
            Corpus.Played instrumental = Corpus.one(folder, "instrumental-" + i, plain);
            Corpus.Played sung = Corpus.one(folder, "sung-" + i, plain.sung(voices[i]));
            index.add(instrumental.id(), print(instrumental.wav()));
            Path mp3 = damaged(folder, sung, List.of("mp3", "-b:a", "128k"));
            line(
                    table,
                    sung.id() + ", MP3 128",
                    instrumental.id(),
                    identifier.identify(print(mp3), ""),
                    "%.0f–70 s".formatted(voices[i]));
            Corpus.Played other = Corpus.one(
                    folder, "after-" + i, new Piece(7900 + i, 84 + 9 * i, (i + 5) % 12, i % 2 == 0, 70, layers, 0));
            Path joined = folder.resolve("joined-" + i + ".wav");
            if (!Files.exists(joined))
                Shell.ffmpeg(
                        "-i",
                        instrumental.wav().toString(),
                        "-i",
                        other.wav().toString(),
                        "-filter_complex",
                        "[0]atrim=0:33,asetpts=PTS-STARTPTS[a];[1]atrim=33:70,asetpts=PTS-STARTPTS[b];[a][b]concat=n=2:v=0:a=1",
                        joined.toString());
            line(table, "shared first 33 s", instrumental.id(), identifier.identify(print(joined), ""), "33–70 s");
        }
        return table.toString();
    }

    private static void line(StringBuilder table, String asked, String known, List<Match> matches, String truth) {
        String verdict = "not found";
        String stretches = "";
        for (Match match : matches)
            if (match.id().equals(known)) {
                verdict = match.verdict().label();
                stretches = String.join(
                        ", ",
                        match.differs().stream()
                                .map(s -> String.format(Locale.ROOT, "%.1f–%.1f s", s.from(), s.to()))
                                .toList());
            }
        table.append("| %s | %s | %s | %s | %s |\n".formatted(asked, known, verdict, stretches, truth));
    }

    static Print print(Path file) throws IOException {
        return SoundAnalysis.of(file, new Ffmpeg(), bytes -> {}).print().orElseThrow();
    }

    /** A piece after a damage of {@link #DAMAGES}. */
    static Path damaged(Path folder, Corpus.Played piece, String damage) throws IOException {
        return damaged(folder, piece, requireNonNull(DAMAGES.get(damage)));
    }

    private static Path damaged(Path folder, Corpus.Played piece, List<String> damage) throws IOException {
        Path to = folder.resolve(piece.id() + "-" + Integer.toHexString(damage.hashCode()) + "." + damage.get(0));
        if (Files.exists(to)) return to;
        List<String> arguments = new ArrayList<>();
        if (damage.size() > 1 && damage.get(1).equals("NOISE")) {
            arguments.addAll(damage.subList(2, damage.size()));
            double rms = SoundAnalysis.of(piece.wav(), new Ffmpeg(), bytes -> {})
                    .facts()
                    .sound()
                    .orElseThrow()
                    .integratedLufs();
            // white noise of this amplitude has 10 dB less power than the piece: its loudness stands for its level
            double amplitude = Math.pow(10, (rms - 10) / 20) * Math.sqrt(3);
            arguments.addAll(List.of(
                    "-i",
                    piece.wav().toString(),
                    "-filter_complex",
                    String.format(
                            Locale.ROOT,
                            "anoisesrc=r=44100:a=%.5f:c=white:s=7[n];[0][n]amix=inputs=2:duration=first:normalize=0",
                            amplitude),
                    to.toString()));
        } else {
            List<String> before = new ArrayList<>();
            List<String> after = new ArrayList<>();
            for (int i = 1; i < damage.size(); i += 2)
                (damage.get(i).equals("-ss") || damage.get(i).equals("-t") ? before : after)
                        .addAll(damage.subList(i, i + 2));
            arguments.addAll(before);
            arguments.addAll(List.of("-i", piece.wav().toString()));
            arguments.addAll(after);
            arguments.add(to.toString());
        }
        Shell.ffmpeg(arguments.toArray(String[]::new));
        return to;
    }
}
