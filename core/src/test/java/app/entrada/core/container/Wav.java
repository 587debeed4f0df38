package app.entrada.core.container;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** WAVE files put together byte by byte, for tests. */
public final class Wav {
    private final ByteArrayOutputStream chunks = new ByteArrayOutputStream();
    private String form = "RIFF";

    /** A fmt chunk of linear PCM. */
    public Wav format(int channels, int rate, int bits) {
        int align = channels * bits / 8;
        return chunk(
                "fmt ",
                little(16)
                        .putShort((short) 1)
                        .putShort((short) channels)
                        .putInt(rate)
                        .putInt(rate * align)
                        .putShort((short) align)
                        .putShort((short) bits)
                        .array());
    }

    /** One second of stereo silence of 8 frames would do; this is a tone of 16-bit stereo frames. */
    public Wav tone(int frames, double amplitude) {
        ByteBuffer data = little(frames * 4);
        for (int i = 0; i < frames; i++) {
            short value = (short) Math.round(amplitude * 32767 * Math.sin(2 * Math.PI * i / 40));
            data.putShort(value).putShort(value);
        }
        return chunk("data", data.array());
    }

    public Wav chunk(String id, byte[] body) {
        return chunk(id, body.length, body);
    }

    /** A chunk whose size may lie. */
    public Wav chunk(String id, int size, byte[] body) {
        chunks.writeBytes(id.getBytes(StandardCharsets.ISO_8859_1));
        chunks.writeBytes(little(4).putInt(size).array());
        chunks.writeBytes(body);
        if (body.length % 2 == 1) chunks.write(0);
        return this;
    }

    public Wav form(String other) {
        form = other;
        return this;
    }

    public byte[] bytes() {
        return little(12 + chunks.size())
                .put(form.getBytes(StandardCharsets.ISO_8859_1))
                .putInt(form.equals("RIFF") ? 4 + chunks.size() : -1)
                .put("WAVE".getBytes(StandardCharsets.ISO_8859_1))
                .put(chunks.toByteArray())
                .array();
    }

    private static ByteBuffer little(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }
}
