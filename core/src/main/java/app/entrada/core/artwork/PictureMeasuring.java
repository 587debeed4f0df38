package app.entrada.core.artwork;

import app.entrada.core.field.Sha256;
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
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.stream.ImageInputStream;

/** Measures a picture by decoding it, whatever its name claims. */
public final class PictureMeasuring {
    /** A picture of more pixels is refused before it is decoded: it would fill the memory. */
    private static final long MOST_PIXELS = 144_000_000;

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
        try (ImageInputStream in = ImageIO.createImageInputStream(path.toFile())) {
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
                        List.of(bytes == 0 ? "the file is empty" : "the file is no picture that can be read"));
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                return read(reader, bytes, sha256, path, words);
            } finally {
                reader.dispose();
            }
        }
    }

    private static PictureFacts read(ImageReader reader, long bytes, Sha256 sha256, Path path, TextReader words)
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
            if ((long) width * height > MOST_PIXELS)
                return new PictureFacts(
                        format,
                        width,
                        height,
                        colours,
                        depth,
                        bytes,
                        sha256,
                        List.of("the picture claims %,d × %,d pixels; at most %,d million are decoded"
                                .formatted(width, height, MOST_PIXELS / 1_000_000)));
            BufferedImage decoded = reader.read(0);
            if (raw == null) {
                colours = colours(decoded.getColorModel());
                depth = decoded.getColorModel().getComponentSize(0);
            }
            int pages = pages(reader);
            List<String> faults = new ArrayList<>();
            if (cutOff(path, format)) faults.add("the picture is cut off: its end is missing");
            if (pages > 1) faults.add("the file holds %d pictures; a cover is one".formatted(pages));
            PictureFacts facts = new PictureFacts(format, width, height, colours, depth, bytes, sha256, faults);
            return facts.with(
                    PictureLooking.look(decoded, profile(decoded.getColorModel()), Orientation.of(path), pages, words));
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
    static BufferedImage upright(Path path) throws IOException {
        try {
            BufferedImage whole = ImageIO.read(path.toFile());
            if (whole == null) throw new IOException("the picture cannot be decoded");
            return Orientation.upright(whole, Orientation.of(path));
        } catch (RuntimeException damaged) {
            throw new IOException("the picture is damaged and cannot be decoded", damaged);
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
