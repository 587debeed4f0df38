package app.entrada.core.picture;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.NotFoundException;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.Result;
import com.google.zxing.ResultPoint;
import com.google.zxing.common.HybridBinarizer;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;

/**
 * Looks at a decoded picture: how sharp it is, whether it has a border, which codes and words are on it. Everything but
 * sharpness is looked for at {@value #SIDE} pixels: larger only costs time. Takes about a second, most of it reading.
 */
public final class PictureAnalyser {
    private static final int SIDE = 1500;
    private static final int CORNER = 3;
    private static final int LIGHT = 230;
    private static final List<BarcodeFormat> CODES =
            List.of(BarcodeFormat.QR_CODE, BarcodeFormat.EAN_13, BarcodeFormat.UPC_A, BarcodeFormat.CODE_128);

    private PictureAnalyser() {}

    /**
     * Looks at a picture.
     *
     * @param picture as decoded, perhaps with fewer pixels than it has
     * @param width of the whole picture, pixels: places are told in those
     * @param profile name of its colour profile, empty for none
     * @param turn orientation of EXIF
     * @param pages pictures in its file
     * @param reader reads the lettering
     */
    public static PictureAnalysis look(
            BufferedImage picture, int width, String profile, int turn, int pages, TextReader reader) {
        BufferedImage small = PictureScaling.scaled(picture, SIDE);
        double back = (double) width / small.getWidth();
        List<PictureAnalysis.TextLine> lines = new ArrayList<>();
        boolean read = reader != TextReader.NONE;
        if (read)
            try {
                lines.addAll(read(small, back, reader));
            } catch (IOException failed) {
                read = false; // then it is not known what is written there
            }
        Optional<PictureAnalysis.Box> advisory = advisory(lines).or(() -> AdvisoryMark.find(small, back));
        return new PictureAnalysis(
                profile,
                turn,
                pages,
                Sharpness.of(PictureScaling.scaled(picture, 1000)),
                Sharpness.fineDetail(picture),
                Borders.of(picture).times((double) width / picture.getWidth()),
                codes(small, back),
                lines,
                read,
                advisory);
    }

    private static List<PictureAnalysis.PrintedCode> codes(BufferedImage small, double back) {
        int width = small.getWidth();
        int height = small.getHeight();
        int[] pixels = small.getRGB(0, 0, width, height, null, 0, width);
        BinaryBitmap bitmap = new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(width, height, pixels)));
        List<PictureAnalysis.PrintedCode> found = new ArrayList<>();
        for (boolean harder : new boolean[] {false, true}) {
            Map<DecodeHintType, Object> hints = new EnumMap<>(DecodeHintType.class);
            // two-dimensional codes are found at once, bars only with patience
            hints.put(DecodeHintType.POSSIBLE_FORMATS, harder ? CODES.subList(1, CODES.size()) : CODES.subList(0, 1));
            if (harder) hints.put(DecodeHintType.TRY_HARDER, true);
            try {
                Result result = new MultiFormatReader().decode(bitmap, hints);
                found.add(new PictureAnalysis.PrintedCode(
                        result.getBarcodeFormat().name(), result.getText(), box(result.getResultPoints(), back)));
            } catch (NotFoundException none) {
                // most covers have none
            }
        }
        return found;
    }

    private static PictureAnalysis.Box box(ResultPoint[] points, double back) {
        double left = Double.MAX_VALUE;
        double top = Double.MAX_VALUE;
        double right = 0;
        double bottom = 0;
        for (ResultPoint point : points) {
            if (point == null) continue;
            left = Math.min(left, point.getX());
            top = Math.min(top, point.getY());
            right = Math.max(right, point.getX());
            bottom = Math.max(bottom, point.getY());
        }
        return new PictureAnalysis.Box(
                (int) (left * back), (int) (top * back), (int) Math.max(1, (right - left) * back), (int)
                        Math.max(1, (bottom - top) * back));
    }

    private static List<PictureAnalysis.TextLine> read(BufferedImage small, double back, TextReader reader)
            throws IOException {
        List<PictureAnalysis.TextLine> lines = new ArrayList<>();
        BufferedImage grey = grey(small, false);
        merge(lines, pass(grey, 0, 0, back, true, reader));
        // pale lettering on a busy picture is found only when all that is not nearly white is taken away
        merge(lines, pass(grey(small, true), 0, 0, back, true, reader));
        int width = small.getWidth() / CORNER;
        int height = small.getHeight() / CORNER;
        for (int right = 0; right < 2; right++) {
            // small print, such as the advisory mark, stands in a lower corner and is lost in the whole
            int x = right == 0 ? 0 : small.getWidth() - width;
            int y = small.getHeight() - height;
            BufferedImage corner = PictureScaling.enlarged(grey.getSubimage(x, y, width, height), 2);
            merge(lines, pass(corner, x, y, back, false, reader, 2));
        }
        lines.sort(Comparator.comparingInt(line -> line.box().y()));
        return lines;
    }

    private static List<PictureAnalysis.TextLine> pass(
            BufferedImage grey, int x, int y, double back, boolean sparse, TextReader reader) throws IOException {
        return pass(grey, x, y, back, sparse, reader, 1);
    }

    private static List<PictureAnalysis.TextLine> pass(
            BufferedImage grey, int x, int y, double back, boolean sparse, TextReader reader, int enlarged)
            throws IOException {
        Path png = Files.createTempFile("picture", ".png");
        try {
            ImageIO.write(grey, "png", png.toFile());
            return reader.read(png, sparse).stream()
                    .map(line -> new PictureAnalysis.TextLine(
                            line.text(),
                            line.confidence(),
                            new PictureAnalysis.Box(
                                    (int) ((line.box().x() / enlarged + x) * back),
                                    (int) ((line.box().y() / enlarged + y) * back),
                                    (int) (line.box().width() * back / enlarged),
                                    (int) (line.box().height() * back / enlarged))))
                    .toList();
        } finally {
            Files.deleteIfExists(png);
        }
    }

    /** A line that lies over one that was read already replaces it when its reading is surer. */
    private static void merge(List<PictureAnalysis.TextLine> lines, List<PictureAnalysis.TextLine> more) {
        for (PictureAnalysis.TextLine line : more) {
            Optional<PictureAnalysis.TextLine> same = lines.stream()
                    .filter(each -> overlap(each.box(), line.box()) > 0.4)
                    .findFirst();
            if (same.isEmpty()) lines.add(line);
            else if (same.get().confidence() < line.confidence()) lines.set(lines.indexOf(same.get()), line);
        }
    }

    /** Share of the smaller box that lies in the other. */
    private static double overlap(PictureAnalysis.Box one, PictureAnalysis.Box other) {
        long width = (long) Math.min(one.x() + one.width(), other.x() + other.width()) - Math.max(one.x(), other.x());
        long height =
                (long) Math.min(one.y() + one.height(), other.y() + other.height()) - Math.max(one.y(), other.y());
        if (width <= 0 || height <= 0) return 0;
        long smaller = Math.min((long) one.width() * one.height(), (long) other.width() * other.height());
        return smaller == 0 ? 0 : (double) width * height / smaller;
    }

    /** Shades of grey; for light lettering black where the brightest channel is nearly full, white elsewhere. */
    private static BufferedImage grey(BufferedImage picture, boolean lightOnly) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        BufferedImage grey = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
        int[] row = new int[width];
        byte[] shades = new byte[width];
        for (int y = 0; y < height; y++) {
            picture.getRGB(0, y, width, 1, row, 0, width);
            for (int x = 0; x < width; x++) {
                int red = row[x] >> 16 & 255;
                int green = row[x] >> 8 & 255;
                int blue = row[x] & 255;
                shades[x] = (byte)
                        (lightOnly
                                ? Math.max(red, Math.max(green, blue)) > LIGHT ? 0 : 255
                                : (299 * red + 587 * green + 114 * blue) / 1000);
            }
            grey.getRaster().setDataElements(0, y, width, 1, shades);
        }
        return grey;
    }

    private static Optional<PictureAnalysis.Box> advisory(List<PictureAnalysis.TextLine> lines) {
        for (PictureAnalysis.TextLine line : lines) {
            // its two or three words stand below each other
            String near = lines.stream()
                    .filter(other -> Math.abs(other.box().x() - line.box().x())
                                    < 3 * line.box().height()
                            && Math.abs(other.box().y() - line.box().y())
                                    < 4 * line.box().height())
                    .map(PictureAnalysis.TextLine::text)
                    .reduce("", (all, text) -> all + " " + text);
            if (WordsOnCover.isAdvisory(near)) return Optional.of(line.box());
        }
        return Optional.empty();
    }
}
