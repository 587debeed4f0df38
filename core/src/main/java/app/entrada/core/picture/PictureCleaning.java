package app.entrada.core.picture;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Takes off a picture what is not picture: where and by whom it was taken, what it was made with, texts. Picture and colour
 * profile stay as they are, bit for bit; only one that its note turns is encoded anew, upright.
 */
public final class PictureCleaning {
    private static final int GPS = 0x8825;

    private PictureCleaning() {}

    /**
     * A picture as it may go out.
     *
     * @param bytes the file
     * @param takenOff what was taken off, in words; empty when the file is as it came
     */
    public record Clean(byte[] bytes, List<String> takenOff) {}

    /**
     * The picture alone, for JPEG (ISO/IEC 10918) and PNG (ISO/IEC 15948); other formats as they are.
     *
     * @throws IOException when the file cannot be read
     */
    public static Clean of(Path picture) throws IOException {
        if (PngChunks.begin(picture)) {
            ByteArrayOutputStream alone = new ByteArrayOutputStream();
            PngChunks chunks = PngChunks.copy(picture, alone);
            if (chunks.takenOff().isEmpty()) return new Clean(Files.readAllBytes(picture), List.of());
            return new Clean(
                    alone.toByteArray(), List.of("text and comments (" + String.join(", ", chunks.takenOff()) + ")"));
        }
        byte[] file = Files.readAllBytes(picture);
        if (file.length < 4 || (file[0] & 0xFF) != 0xFF || (file[1] & 0xFF) != 0xD8) return new Clean(file, List.of());
        Set<String> off = new LinkedHashSet<>();
        byte[] alone = jpeg(file, off);
        if (off.isEmpty()) return new Clean(file, List.of());
        if (Orientation.of(picture) != 1) {
            off.add("the EXIF orientation: it is upright now");
            return new Clean(PictureScaling.derived(picture, null, 0, 0), List.copyOf(off));
        }
        return new Clean(alone, List.copyOf(off));
    }

    /** Segments before the scan, without those that say something else than the picture. */
    private static byte[] jpeg(byte[] file, Set<String> off) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(file.length);
        out.write(file, 0, 2);
        int at = 2;
        while (at + 4 <= file.length) {
            int marker = file[at + 1] & 0xFF;
            // from the first scan on it is picture to the end
            if ((file[at] & 0xFF) != 0xFF || marker == 0xDA) break;
            int length = 2 + ByteBuffer.wrap(file, at + 2, 2).getShort() & 0xFFFF;
            if (at + length > file.length) break;
            String what = says(file, at, marker, length);
            if (what.isEmpty()) out.write(file, at, length);
            else off.add(what);
            at += length;
        }
        out.write(file, at, file.length - at);
        return out.toByteArray();
    }

    private static String says(byte[] file, int at, int marker, int length) {
        String begin = new String(file, at + 4, Math.min(28, length - 4), StandardCharsets.ISO_8859_1);
        return switch (marker) {
            case 0xE1 ->
                begin.startsWith("Exif")
                        ? placed(file, at + 10, length - 10) ? "EXIF data with the location" : "Exif"
                        : "XMP";
            case 0xED -> "captions (IPTC)";
            case 0xFE -> "a comment";
            // JFIF, the colour profile and how colours are coded belong to the picture
            case 0xE0, 0xEE -> "";
            case 0xE2 -> begin.startsWith("ICC_PROFILE") ? "" : "other embedded data (APP2)";
            default -> marker > 0xE2 && marker < 0xF0 ? "program data (APP%d)".formatted(marker - 0xE0) : "";
        };
    }

    private static boolean placed(byte[] file, int at, int length) {
        try {
            ByteBuffer tiff = ByteBuffer.wrap(file, at, length).slice();
            if (tiff.get(0) == 'I') tiff.order(java.nio.ByteOrder.LITTLE_ENDIAN);
            int directory = tiff.getInt(4);
            int entries = tiff.getShort(directory) & 0xFFFF;
            for (int i = 0; i < entries; i++) if ((tiff.getShort(directory + 2 + 12 * i) & 0xFFFF) == GPS) return true;
            return false;
        } catch (RuntimeException damaged) {
            return false;
        }
    }
}
