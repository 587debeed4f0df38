package app.entrada.bench;

import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;

/** Sends files piece by piece, and goes on after each time where the house says that it has got to. */
final class SendingPieces extends Hand {
    private static final int PIECE = 60_000;

    private final Random own = new Random(7);
    private byte[] file = {};
    private String place;

    SendingPieces(Ledger ledger) {
        super(ledger);
    }

    @Override
    void comesBack(Person person) throws IOException, InterruptedException {
        if (place == null) return;
        HttpResponse<String> here = person.with(Map.of()).send("HEAD", place, null);
        // the last piece was taken and its answer lost: the file is in the intake by now, or will be
        if (here.statusCode() == 404) arrived();
        else if (right(here, "asking for an upload")) ledger.count("uploads that went on where they had got to");
    }

    @Override
    void works(Person person) throws IOException, InterruptedException {
        if (place == null) {
            file = new byte[200_000 + own.nextInt(400_000)];
            own.nextBytes(file);
            HttpResponse<String> begun = person.with(Map.of("Upload-Length", String.valueOf(file.length)))
                    .send("POST", "/api/uploads", new byte[0]);
            if (right(begun, "an upload"))
                place = begun.headers().firstValue("Location").orElseThrow();
            return;
        }
        HttpResponse<String> asked = person.with(Map.of()).send("HEAD", place, null);
        if (asked.statusCode() == 404) {
            arrived();
            return;
        }
        if (!right(asked, "asking for an upload")) return;
        int here = Integer.parseInt(asked.headers().firstValue("Upload-Offset").orElseThrow());
        byte[] piece = Arrays.copyOfRange(file, here, Math.min(file.length, here + PIECE));
        HttpResponse<String> taken = person.with(Map.of(
                        "Upload-Offset", String.valueOf(here), "Content-Type", "application/offset+octet-stream"))
                .send("PATCH", place, piece);
        if (right(taken, "a piece")
                && taken.headers().firstValue("Entrada-Received").isPresent()) arrived();
    }

    private void arrived() {
        ledger.file(Sha256.of(file).hex(), file);
        place = null;
    }
}
