package app.entrada.e2e;

import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A folder as a label manager gets it: sixty files, sound in every container, a third of it without tags, two recordings
 * that the catalogue has already, some in two formats, lyrics, a score, a permission, a cue sheet, pictures.
 */
final class SixtyFiles {
    static final String TITLE = "Forty Fathoms of Quiet";
    static final String ARTIST = "Ondřej Žeravý";

    private static final List<String> TITLES = List.of(
            "Anchor Bell",
            "Bilge Song",
            "Cold Fairway",
            "Drift Ice",
            "Ebb Lamp",
            "Foghorn Waltz",
            "Groyne",
            "Harbour Snow",
            "Inlet",
            "Jetty Rats",
            "Keel Over",
            "Long Swell",
            "Mooring",
            "Neap",
            "Oilskin",
            "Pilot Light",
            "Quayside Choir",
            "Rope Walk",
            "Salt Mirror",
            "Tarred Hands",
            "Undertow",
            "Vane",
            "Weather Eye",
            "Yawl",
            "Zephyr Nine",
            "Amber Groin",
            "Brackish",
            "Chart Room",
            "Dead Reckoning",
            "Eddy",
            "Flotsam Hymn",
            "Gannet",
            "Halyard",
            "Ironwork",
            "Jellyfish Moon",
            "Kelp Road",
            "Lee Shore",
            "Mudlark");
    /** Coding by track, one letter each: wav 16, 24, float; aiff, aifc; flac; mp3; aac, alac; vorbis, opus. */
    private static final String CODING = "wwWwfaawwFmFcWwvFmawlFwWmfaoFwLwvwmwFc";

    private SixtyFiles() {}

    /** Number of tracks that are new; two known ones come behind them. */
    static int fresh() {
        return TITLES.size();
    }

    static String title(int track) {
        return TITLES.get(track - 1);
    }

    /** Whether a track's file says anything beyond its name. */
    static boolean tagged(int track) {
        return track % 3 != 0;
    }

    /**
     * Makes the folder.
     *
     * @param known two masters that are in the catalogue
     */
    static Path make(Path root, List<Path> known) throws IOException, InterruptedException {
        Path folder = Files.createDirectories(root.resolve(TITLE));
        Path lyrics = Files.createDirectories(folder.resolve("Texts"));
        Path plain = root.resolve("plain.wav");
        for (int track = 1; track <= TITLES.size(); track++) {
            Piece piece = new Piece(
                    9000 + track * 17L,
                    66 + track * 29 % 90,
                    track * 7 % 12,
                    track % 3 == 0,
                    12 + track % 5,
                    Piece.Layers.values()[track % 5],
                    track % 4 == 0 ? 2 : 0);
            Synthesiser.write(piece, plain);
            encode(plain, folder, track, CODING.charAt(track - 1), tagged(track));
            if (track % 7 == 2 && track != 16 || track == 17)
                encode(plain, Files.createDirectories(folder.resolve("Listening")), track, 'm', false);
        }
        // the known ones: other bytes, other formats, another name
        ffmpeg(known.get(0), folder.resolve("39 %s.mp3".formatted("unknown take")), List.of("-b:a", "128k"));
        ffmpeg(known.get(1), folder.resolve("40 bonus.flac"), List.of());
        CoverDrawing.write(
                folder.resolve("front cover.jpg"), 3000, 5, CoverDrawing.Style.TIDE, List.of("FORTY FATHOMS"));
        CoverDrawing.write(folder.resolve("back.jpg"), 1500, 6, CoverDrawing.Style.TIDE, List.of("BACK"));
        for (int track : new int[] {1, 5, 9, 14, 20})
            Files.writeString(
                    lyrics.resolve(title(track) + ".txt"),
                    "Words of %s\nsung low over water\n".formatted(title(track)));
        for (int track : new int[] {3, 11, 23})
            Files.writeString(
                    lyrics.resolve(title(track) + ".lrc"),
                    "[00:01.00]%s\n[00:04.50]low over water\n".formatted(title(track)));
        Files.writeString(folder.resolve("Foghorn Waltz score.pdf"), "%PDF-1.4\n% a score\n");
        Files.writeString(folder.resolve("permission cold fairway sample.pdf"), "%PDF-1.4\n% a permission\n");
        Files.writeString(
                folder.resolve("forty fathoms.cue"),
                "TITLE \"%s\"\nFILE \"all.wav\" WAVE\n  TRACK 01 AUDIO\n    INDEX 01 00:00:00\n".formatted(TITLE));
        Files.write(folder.resolve("session.bin"), new byte[] {0, 1, 2, 3, 4, 5});
        Files.delete(plain);
        return folder;
    }

    private static void encode(Path wav, Path folder, int track, char coding, boolean tagged)
            throws IOException, InterruptedException {
        List<String> arguments = new ArrayList<>();
        String extension = switch (coding) {
            case 'w' -> coding(arguments, "wav", "pcm_s16le");
            case 'W' -> coding(arguments, "wav", "pcm_s24le");
            case 'f' -> coding(arguments, "wav", "pcm_f32le");
            case 'a' -> coding(arguments, "aiff", "pcm_s16be");
            case 'c' -> coding(arguments, "aifc", "pcm_s16le");
            case 'F' -> coding(arguments, "flac", "flac");
            case 'm' -> coding(arguments, "mp3", "libmp3lame");
            case 'l' -> coding(arguments, "m4a", "aac");
            case 'L' -> coding(arguments, "m4a", "alac");
            case 'v' -> coding(arguments, "ogg", "libvorbis");
            default -> coding(arguments, "ogg", "libopus");
        };
        if (coding == 'c') arguments.addAll(List.of("-f", "aiff"));
        if (coding == 'a' || coding == 'c') arguments.addAll(List.of("-write_id3v2", "1"));
        if (tagged)
            arguments.addAll(List.of(
                    "-metadata", "title=" + title(track),
                    "-metadata", "artist=" + ARTIST,
                    "-metadata", "album=" + TITLE,
                    "-metadata", "track=" + track + "/40"));
        String name = tagged
                ? "take %03d.%s".formatted(track * 7 % 100 + 100, extension)
                : String.format(
                        Locale.ROOT, "%02d_%s_FINAL.%s", track, title(track).replace(' ', '_'), extension);
        ffmpeg(wav, folder.resolve(name), arguments);
    }

    private static String coding(List<String> arguments, String extension, String codec) {
        arguments.addAll(List.of("-c:a", codec));
        return extension;
    }

    private static void ffmpeg(Path from, Path to, List<String> arguments) throws IOException, InterruptedException {
        List<String> command =
                new ArrayList<>(List.of("ffmpeg", "-nostdin", "-loglevel", "error", "-y", "-i", from.toString()));
        command.addAll(arguments);
        command.add(to.toString());
        int exit = new ProcessBuilder(command).inheritIO().start().waitFor();
        if (exit != 0) throw new IOException("ffmpeg could not make " + to.getFileName());
    }
}
