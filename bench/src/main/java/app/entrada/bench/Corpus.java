package app.entrada.bench;

import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Pieces of invented music with known tempo and key, played once into a folder. */
final class Corpus {
    private static final String[] NAMES = {"A", "A#", "B", "C", "C#", "D", "D#", "E", "F", "F#", "G", "G#"};

    /**
     * A piece and its file.
     *
     * @param key as the core names keys
     */
    record Played(String id, Piece piece, String key, Path wav) {}

    private Corpus() {}

    /** Pieces of a minute or so, all ensembles, tempi and keys; every fourth is sung. */
    static List<Played> play(Path folder, int count) throws IOException {
        List<Played> played = new ArrayList<>();
        Piece.Layers[] layers = Piece.Layers.values();
        for (int i = 0; i < count; i++) {
            int bpm = 64 + i * 37 % 96;
            Piece piece =
                    new Piece(1000 + i, bpm, i * 5 % 12, i % 3 == 1, 50 + i * 7 % 40, layers[i % layers.length], 0);
            if (i % 4 == 3) piece = piece.sung(6);
            played.add(one(folder, "piece-%03d".formatted(i), piece));
        }
        return played;
    }

    static Played one(Path folder, String id, Piece piece) throws IOException {
        Path wav = folder.resolve(id + ".wav");
        if (!Files.exists(wav)) Synthesiser.write(piece, wav);
        return new Played(id, piece, NAMES[piece.key()] + (piece.minor() ? " minor" : " major"), wav);
    }
}
