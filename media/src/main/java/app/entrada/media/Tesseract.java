package app.entrada.media;

import app.entrada.core.picture.PictureAnalysis;
import app.entrada.core.picture.TextReader;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads lettering with tesseract, one thread, in a bounded time. */
public final class Tesseract implements TextReader {
    private static final Duration LIMIT = Duration.ofSeconds(40);
    private static final int SURE = 60;
    private static final int SHORTEST = 3;

    private Tesseract() {}

    /** The reader of this machine; {@link TextReader#NONE} where the program is missing. */
    public static TextReader here() {
        return ExternalProgram.exists("tesseract") ? new Tesseract() : TextReader.NONE;
    }

    @Override
    public List<PictureAnalysis.TextLine> read(Path grey, boolean sparse) throws IOException {
        ExternalProgram.Result result = ExternalProgram.run(
                List.of(
                        "tesseract",
                        grey.toString(),
                        "stdout",
                        "--psm",
                        sparse ? "11" : "6",
                        "-c",
                        "tessedit_create_tsv=1",
                        "-l",
                        "eng"),
                LIMIT,
                Map.of("OMP_THREAD_LIMIT", "1"));
        if (result.exit() != 0) throw new IOException("tesseract stopped: " + ExternalProgram.reason(result.err()));
        return lines(result.out());
    }

    private record RecognisedWord(String text, int confidence, int left, int top, int right, int bottom) {}

    /**
     * Lines from a table of words: level, page, block, paragraph, line, word, left, top, width, height, confidence, text.
     * Textures give short words of little confidence; these are left out.
     */
    static List<PictureAnalysis.TextLine> lines(String table) {
        Map<String, List<RecognisedWord>> lines = new LinkedHashMap<>();
        for (String row : table.split("\n")) {
            String[] cells = row.split("\t", -1);
            if (cells.length < 12 || !cells[0].equals("5")) continue;
            String text = cells[11].strip();
            int confidence = (int) Double.parseDouble(cells[10]);
            boolean says = text.codePoints().filter(Character::isLetterOrDigit).count() >= 1;
            if (confidence < SURE || !says) continue;
            int left = Integer.parseInt(cells[6]);
            int top = Integer.parseInt(cells[7]);
            lines.computeIfAbsent(cells[2] + "." + cells[3] + "." + cells[4], key -> new ArrayList<>())
                    .add(new RecognisedWord(
                            text,
                            confidence,
                            left,
                            top,
                            left + Integer.parseInt(cells[8]),
                            top + Integer.parseInt(cells[9])));
        }
        List<PictureAnalysis.TextLine> read = new ArrayList<>();
        for (List<RecognisedWord> words : lines.values()) {
            String text =
                    String.join(" ", words.stream().map(RecognisedWord::text).toList());
            if (text.codePoints().filter(Character::isLetterOrDigit).count() < SHORTEST) continue;
            int left = words.stream().mapToInt(RecognisedWord::left).min().orElse(0);
            int top = words.stream().mapToInt(RecognisedWord::top).min().orElse(0);
            int right = words.stream().mapToInt(RecognisedWord::right).max().orElse(0);
            int bottom = words.stream().mapToInt(RecognisedWord::bottom).max().orElse(0);
            read.add(new PictureAnalysis.TextLine(
                    text,
                    (int) words.stream()
                            .mapToInt(RecognisedWord::confidence)
                            .average()
                            .orElse(0),
                    new PictureAnalysis.Box(left, top, right - left, bottom - top)));
        }
        return read;
    }
}
