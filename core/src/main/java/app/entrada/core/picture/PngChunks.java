package app.entrada.core.picture;

import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.zip.CRC32;

/**
 * Chunks of a PNG (ISO/IEC 15948), walked without decoding any: a decoder would unpack texts of any size into memory. Only
 * what belongs to the picture is handed on to it.
 *
 * @param animated whether it has a chunk {@code acTL}: pictures in time
 * @param wrongSums names of chunks whose checksum does not fit, in their order
 * @param takenOff names of chunks that are no part of the picture, each once, in their order
 */
record PngChunks(boolean animated, List<String> wrongSums, Set<String> takenOff) {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};

    /** What the picture is made of, and how its colours are meant. */
    private static final Set<String> PICTURE =
            Set.of("IHDR", "PLTE", "IDAT", "IEND", "tRNS", "gAMA", "cHRM", "sRGB", "iCCP", "cICP", "sBIT", "pHYs");

    /** A colour profile is a few kilobytes; a larger one is none. */
    private static final int LARGEST_PROFILE = 1 << 20;

    /** Whether a file begins as a PNG does. */
    static boolean begin(Path file) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return java.util.Arrays.equals(in.readNBytes(SIGNATURE.length), SIGNATURE);
        }
    }

    /**
     * Walks a PNG and writes the chunks of the picture.
     *
     * @param picture the file; must begin as a PNG
     * @param to takes signature and chunks of the picture, as they are
     * @throws IOException on an unreadable disk; a file that is cut off ends the walk
     */
    static PngChunks copy(Path picture, OutputStream to) throws IOException {
        List<String> wrong = new ArrayList<>();
        Set<String> off = new LinkedHashSet<>();
        boolean animated = false;
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(picture)))) {
            in.skipNBytes(SIGNATURE.length);
            to.write(SIGNATURE);
            byte[] part = new byte[1 << 14];
            String name = "";
            while (!name.equals("IEND")) {
                int length = in.readInt();
                byte[] type = new byte[4];
                in.readFully(type);
                name = new String(type, StandardCharsets.ISO_8859_1);
                if (length < 0) throw new EOFException();
                animated |= name.equals("acTL");
                boolean keep = PICTURE.contains(name) && !(name.equals("iCCP") && length > LARGEST_PROFILE);
                if (!keep) off.add(name);
                else to.write(ByteBuffer.allocate(8).putInt(length).put(type).array());
                CRC32 sum = new CRC32();
                sum.update(type);
                for (int left = length; left > 0; ) {
                    int read = in.read(part, 0, Math.min(part.length, left));
                    if (read < 0) throw new EOFException();
                    sum.update(part, 0, read);
                    if (keep) to.write(part, 0, read);
                    left -= read;
                }
                int said = in.readInt();
                if (said != (int) sum.getValue()) wrong.add(name);
                if (keep)
                    to.write(ByteBuffer.allocate(4).putInt((int) sum.getValue()).array());
            }
        } catch (EOFException cutOff) {
            // what is missing is told by whoever looks for the end
        }
        return new PngChunks(animated, wrong, off);
    }
}
