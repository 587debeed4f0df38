package app.entrada.core.picture;

import app.entrada.core.text.Sha256;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.stream.ImageInputStream;

/** Measures a picture by decoding it, whatever its name claims. */
public final class PictureMeasuring {
    /** Where the end marker is looked for: some programs write a few bytes behind it. */
    private static final int TAIL = 4096;

    private PictureMeasuring() {}

    /** Whether the first bytes are those of a JPEG, PNG, GIF, TIFF, BMP or WebP picture. */
    public static boolean begins(byte[] head) {
        String start = new String(head, 0, Math.min(head.length, 12), java.nio.charset.StandardCharsets.ISO_8859_1);
        return start.startsWith("\u00FF\u00D8\u00FF")
                || start.startsWith("\u0089PNG")
                || start.startsWith("GIF8")
                || start.startsWith("II*\0")
                || start.startsWith("MM\0*")
                || start.startsWith("BM")
                || start.startsWith("RIFF") && start.endsWith("WEBP");
    }

    /** Measures the picture without reading what is written on it. */
    public static PictureFacts measure(Path path, Sha256 sha256) throws IOException {
        return measure(path, sha256, TextReader.NONE);
    }

    /** Measures the picture. What is wrong with it is part of the answer; only an unreadable disk throws. */
    public static PictureFacts measure(Path path, Sha256 sha256, TextReader words) throws IOException {
        long bytes = Files.size(path);
        Optional<PictureDecoding.Alone> alone = PictureDecoding.alone(path);
        try (ImageInputStream in = ImageIO.createImageInputStream(
                alone.map(PictureDecoding.Alone::file).orElse(path).toFile())) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (bytes == 0 || !readers.hasNext())
                return new PictureFacts(
                        "unknown",
                        0,
                        0,
                        "other",
                        0,
                        bytes,
                        sha256,
                        List.of(bytes == 0 ? "the file is empty" : unread(path)));
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, false, true);
                return read(reader, bytes, sha256, path, alone.map(PictureDecoding.Alone::chunks), words);
            } finally {
                reader.dispose();
            }
        } finally {
            if (alone.isPresent()) Files.deleteIfExists(alone.get().file());
        }
    }

    /** Named for what it is, where that is known. */
    private static String unread(Path path) throws IOException {
        byte[] head;
        try (var in = Files.newInputStream(path)) {
            head = in.readNBytes(12);
        }
        String start = new String(head, StandardCharsets.ISO_8859_1);
        if (start.startsWith("RIFF") && start.endsWith("WEBP"))
            return "the picture is WebP, which stores do not accept; ask for JPEG or PNG";
        return "the file is not a readable picture";
    }

    private static PictureFacts read(
            ImageReader reader, long bytes, Sha256 sha256, Path path, Optional<PngChunks> chunks, TextReader words)
            throws IOException {
        String format = reader.getFormatName().toUpperCase(Locale.ROOT);
        int width = 0;
        int height = 0;
        String colours = "other";
        int depth = 0;
        try {
            width = reader.getWidth(0);
            height = reader.getHeight(0);
            ImageTypeSpecifier raw = reader.getRawImageType(0);
            if (raw != null) {
                colours = colours(raw.getColorModel());
                depth = raw.getColorModel().getComponentSize(0);
            }
            if ((long) width * height > PictureDecoding.MOST_CLAIMED)
                return new PictureFacts(
                        format,
                        width,
                        height,
                        colours,
                        depth,
                        bytes,
                        sha256,
                        List.of("the picture claims %,d × %,d pixels; at most %,d million are decoded"
                                .formatted(width, height, PictureDecoding.MOST_CLAIMED / 1_000_000)));
            PictureFacts claimed = new PictureFacts(format, width, height, colours, depth, bytes, sha256, List.of());
            return PictureDecoding.within(
                    (long) width * height, () -> decoded(reader, raw == null, claimed, path, chunks, words));
        } catch (IOException | RuntimeException damaged) {
            // decoders throw all sorts of things at damaged pictures
            return new PictureFacts(
                    format,
                    width,
                    height,
                    colours,
                    depth,
                    bytes,
                    sha256,
                    List.of("the picture is damaged and cannot be decoded"));
        }
    }

    private static PictureFacts decoded(
            ImageReader reader,
            boolean unknown,
            PictureFacts claimed,
            Path path,
            Optional<PngChunks> chunks,
            TextReader words)
            throws IOException {
        BufferedImage decoded = PictureDecoding.decode(reader);
        ColorModel model = decoded.getColorModel();
        int pages = pages(reader);
        List<String> faults = new ArrayList<>();
        if (cutOff(path, claimed.format())) faults.add("the picture is cut off: its end is missing");
        if (pages > 1) faults.add("the file contains %d pictures; a cover is one".formatted(pages));
        chunks.ifPresent(of -> {
            if (of.animated()) faults.add("the picture is animated; a cover must be still");
            if (!of.wrongSums().isEmpty())
                faults.add("the picture is damaged: the checksum of part %s does not match"
                        .formatted(String.join(", ", new java.util.LinkedHashSet<>(of.wrongSums()))));
        });
        if (transparent(decoded))
            faults.add("parts of the picture are transparent; each store shows a different colour there");
        PictureFacts facts = new PictureFacts(
                claimed.format(),
                claimed.width(),
                claimed.height(),
                unknown ? colours(model) : claimed.colours(),
                unknown ? model.getComponentSize(0) : claimed.bitDepth(),
                claimed.bytes(),
                claimed.sha256(),
                faults);
        return facts.with(
                PictureAnalyser.look(decoded, claimed.width(), profile(model), Orientation.of(path), pages, words));
    }

    private static boolean transparent(BufferedImage picture) {
        if (!picture.getColorModel().hasAlpha()) return false;
        int[] row = new int[picture.getWidth()];
        for (int y = 0; y < picture.getHeight(); y++) {
            picture.getRGB(0, y, row.length, 1, row, 0, row.length);
            for (int pixel : row) if (pixel >>> 24 != 0xFF) return true;
        }
        return false;
    }

    private static int pages(ImageReader reader) {
        try {
            return Math.max(1, reader.getNumImages(true));
        } catch (IOException | RuntimeException unknown) {
            return 1;
        }
    }

    /** A JPEG that lost its end loads without complaint; so its end marker is looked for, as is the last chunk of a PNG. */
    private static boolean cutOff(Path path, String format) throws IOException {
        byte[] end;
        try (RandomAccessFile file = new RandomAccessFile(path.toFile(), "r")) {
            end = new byte[(int) Math.min(TAIL, file.length())];
            file.seek(file.length() - end.length);
            file.readFully(end);
        }
        String tail = new String(end, StandardCharsets.ISO_8859_1);
        return switch (format) {
            case "JPEG" -> !tail.contains("\u00FF\u00D9");
            case "PNG" -> !tail.contains("IEND");
            default -> false;
        };
    }

    /** Name of an embedded colour profile; empty for sRGB as the decoder supplies it. */
    private static String profile(ColorModel model) {
        if (!(model.getColorSpace() instanceof ICC_ColorSpace space) || space.isCS_sRGB()) return "";
        byte[] text = space.getProfile().getData(ICC_Profile.icSigProfileDescriptionTag);
        if (text == null || text.length < 16) return "";
        String name = new String(text, 12, Math.min(text.length - 12, 80), StandardCharsets.ISO_8859_1)
                .replaceAll("[^\\x20-\\x7E]", "")
                .strip();
        return name.length() > 60 ? name.substring(0, 60) : name;
    }

    /**
     * The picture decoded and turned as its EXIF note says.
     *
     * @throws IOException when it cannot be decoded
     */
    static Whole upright(Path path) throws IOException {
        try {
            Whole stored = whole(path);
            return new Whole(Orientation.upright(stored.picture, Orientation.of(path)), stored.every);
        } catch (RuntimeException damaged) {
            throw new IOException("the picture is damaged and cannot be decoded", damaged);
        }
    }

    /**
     * A decoded picture.
     *
     * @param every how-manieth pixel was kept across and down; 1 for all
     */
    record Whole(BufferedImage picture, int every) {}

    /** The picture as it is stored, with fewer pixels where there are very many. */
    static Whole whole(Path path) throws IOException {
        Optional<PictureDecoding.Alone> alone = PictureDecoding.alone(path);
        try (ImageInputStream in = ImageIO.createImageInputStream(
                alone.map(PictureDecoding.Alone::file).orElse(path).toFile())) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) throw new IOException("the picture cannot be decoded");
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, false, true);
                if ((long) reader.getWidth(0) * reader.getHeight(0) > PictureDecoding.MOST_CLAIMED)
                    throw new IOException("the picture claims more pixels than are decoded");
                return new Whole(
                        PictureDecoding.decode(reader), PictureDecoding.every(reader.getWidth(0), reader.getHeight(0)));
            } finally {
                reader.dispose();
            }
        } finally {
            if (alone.isPresent()) Files.deleteIfExists(alone.get().file());
        }
    }

    private static String colours(ColorModel model) {
        return switch (model.getColorSpace().getType()) {
            case java.awt.color.ColorSpace.TYPE_RGB -> "RGB";
            case java.awt.color.ColorSpace.TYPE_GRAY -> "grey";
            case java.awt.color.ColorSpace.TYPE_CMYK -> "CMYK";
            case java.awt.color.ColorSpace.TYPE_YCbCr -> "RGB";
            default -> "other";
        };
    }
}
