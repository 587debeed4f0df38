package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * An invented audio host: takes one track at a time. A file is uploaded under the delivery's key and its checksum, then the
 * track's JSON names it; when the last track of a set is there, the whole has a receipt. What is online is what the newest
 * entries say: public or private, to be kept or not.
 */
final class Pebblewave implements Kind {
    private static final int LONGEST_TITLE = 120;
    private static final long LARGEST_PICTURE = 3_000_000;

    private final JsonMapper json = new JsonMapper();

    @Override
    public String id() {
        return "pebblewave";
    }

    @Override
    public String name() {
        return "Pebblewave";
    }

    @Override
    public String letters() {
        return "PW";
    }

    @Override
    public long reviewMillis() {
        return 1_200;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) {
        return new Verdict().refuse("package", "Tracks come one at a time here; a package is not opened.", "");
    }

    @Override
    public boolean answers(FrontDesk desk, HttpExchange exchange, String path) throws IOException {
        if (exchange.getRequestMethod().equals("PUT") && path.matches("/v1/uploads/[0-9a-f]{64}")) {
            upload(desk, exchange, path.substring("/v1/uploads/".length()));
            return true;
        }
        if (exchange.getRequestMethod().equals("POST") && path.equals("/v1/tracks")) {
            track(desk, exchange);
            return true;
        }
        return false;
    }

    private void upload(FrontDesk desk, HttpExchange exchange, String wanted) throws IOException {
        Faults.FaultKind fault = desk.door();
        if (desk.misbehaves(exchange, fault)) return;
        Path part = Files.createTempFile(desk.folder(), "upload", ".part");
        try {
            String sum = HexFormat.of().formatHex(FrontDesk.receive(exchange, part));
            if (fault == Faults.FaultKind.DELAY) desk.sleep(desk.delayMillis());
            if (!sum.equals(wanted)) {
                desk.refuse(exchange, 400, "digest", "The file differs from its checksum.");
                return;
            }
            Files.move(part, desk.folder().resolve(sum + ".upload"), StandardCopyOption.REPLACE_EXISTING);
            if (fault == Faults.FaultKind.DROP_AFTER) exchange.close();
            else desk.say(exchange, 200, Map.of("upload", sum));
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private void track(FrontDesk desk, HttpExchange exchange) throws IOException {
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        if (key == null || !key.matches("[0-9a-f-]{36}")) {
            desk.refuse(exchange, 400, "headers", "An Idempotency-Key is wanted.");
            return;
        }
        byte[] body;
        try (InputStream in = exchange.getRequestBody()) {
            body = in.readNBytes(1 << 20);
        }
        JsonNode entry;
        try {
            entry = json.readTree(body);
        } catch (RuntimeException noJson) {
            desk.refuse(exchange, 400, "json", "The track is no readable JSON.");
            return;
        }
        Path set = Files.createDirectories(desk.folder().resolve("set-" + key));
        int number = entry.path("number").asInt();
        Files.write(set.resolve("%03d.json".formatted(number)), body);
        TreeMap<String, byte[]> all = new TreeMap<>();
        try (var files = Files.list(set)) {
            for (Path file : files.toList()) all.put(file.getFileName().toString(), Files.readAllBytes(file));
        }
        if (all.size() < entry.path("of").asInt(1)) {
            desk.say(exchange, 202, Map.of("status", "waiting"));
            return;
        }
        String sum = sum(all);
        Taken kept =
                desk.keep(key, sum, FrontDesk.callback(exchange), () -> new FrontDesk.Read(judge(desk, all), Map.of()));
        desk.receipt(exchange, kept, sum);
    }

    private Verdict judge(FrontDesk desk, TreeMap<String, byte[]> all) {
        Verdict verdict = new Verdict();
        for (byte[] each : all.values()) {
            JsonNode entry = json.readTree(each);
            int number = entry.path("number").asInt();
            String title = entry.path("title").asString("");
            verdict.called(
                    entry.path("set").asString(""), entry.path("visibility").asString(""));
            if (entry.path("visibility").asString("").equals("private")
                    && entry.path("audio").isEmpty()) {
                verdict.takedown();
                continue;
            }
            if (title.isBlank() || title.length() > LONGEST_TITLE)
                verdict.refuse(
                        "title", "A title has 1 to %d characters.".formatted(LONGEST_TITLE), "", number, "track.title");
            if (title.codePoints().anyMatch(point -> point > 0x1F000))
                verdict.refuse("emoji", "“%s” contains an emoji.".formatted(title), "", number, "track.title");
            String audio = entry.path("audio").path("sha256").asString("");
            if (!Files.exists(desk.folder().resolve(audio + ".upload")))
                verdict.refuse(
                        "audio",
                        "The sound of track %d was not uploaded.".formatted(number),
                        audio,
                        number,
                        "recording.master");
            if (entry.path("picture").path("bytes").asLong() > LARGEST_PICTURE)
                verdict.refuse("picture", "The picture is larger than 3 MB.", "", 0, "release.cover");
            if (!List.of("public", "private").contains(entry.path("visibility").asString("")))
                verdict.refuse("visibility", "A track is public or private.", "", number, "");
        }
        return verdict;
    }

    private static String sum(TreeMap<String, byte[]> all) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            all.forEach((name, bytes) -> {
                digest.update(name.getBytes(StandardCharsets.UTF_8));
                digest.update(bytes);
            });
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
