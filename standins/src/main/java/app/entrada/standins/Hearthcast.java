package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.xml.sax.SAXException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** An invented podcast directory: is told the address of a feed, fetches it and everything in it, and looks whether it is whole. */
final class Hearthcast implements Kind {
    private static final int LARGEST = 80_000_000;
    private static final int LARGEST_COVER = 300_000;
    private static final int LONGEST_SUMMARY = 240;

    private final JsonMapper json = new JsonMapper();
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(5))
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    @Override
    public String id() {
        return "hearthcast";
    }

    @Override
    public String name() {
        return "Hearthcast";
    }

    @Override
    public String letters() {
        return "HC";
    }

    @Override
    public long reviewMillis() {
        return 2_000;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) {
        return new Verdict().refuse("package", "Feeds are fetched here; a package is not opened.", "");
    }

    @Override
    public boolean answers(FrontDesk desk, HttpExchange exchange, String path) throws IOException {
        if (!exchange.getRequestMethod().equals("POST")
                || !(path.equals("/v1/feeds") || path.equals("/v1/feeds/changed"))) return false;
        Faults.FaultKind fault = desk.door();
        if (desk.misbehaves(exchange, fault)) return true;
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        String feed;
        try (InputStream in = exchange.getRequestBody()) {
            JsonNode said = json.readTree(in.readNBytes(1 << 16));
            feed = said.path("feed").asString("");
        } catch (RuntimeException noJson) {
            feed = "";
        }
        if (fault == Faults.FaultKind.DELAY) desk.sleep(desk.delayMillis());
        if (key == null || !key.matches("[0-9a-f-]{36}") || !feed.startsWith("http")) {
            desk.refuse(exchange, 400, "feed", "An Idempotency-Key and the address of a feed are wanted.");
            return true;
        }
        String address = feed;
        String sum = sum(address);
        Taken kept =
                desk.keep(key, sum, FrontDesk.callback(exchange), () -> new FrontDesk.Read(judge(address), Map.of()));
        if (fault == Faults.FaultKind.DROP_AFTER) exchange.close();
        else desk.receipt(exchange, kept, sum);
        return true;
    }

    private record Fetched(int status, String type, byte[] bytes) {}

    private Fetched fetch(String address) throws IOException {
        try {
            HttpResponse<InputStream> answer = http.send(
                    HttpRequest.newBuilder(URI.create(address))
                            .timeout(Duration.ofSeconds(20))
                            .build(),
                    HttpResponse.BodyHandlers.ofInputStream());
            try (InputStream in = answer.body()) {
                return new Fetched(
                        answer.statusCode(),
                        answer.headers().firstValue("Content-Type").orElse(""),
                        in.readNBytes(LARGEST + 1));
            }
        } catch (InterruptedException ended) {
            Thread.currentThread().interrupt();
            throw new IOException(ended);
        } catch (IllegalArgumentException noAddress) {
            return new Fetched(0, "", new byte[0]);
        }
    }

    private Verdict judge(String address) {
        Verdict verdict = new Verdict();
        try {
            Fetched feed = fetch(address);
            if (feed.status != 200)
                return verdict.refuse("feed", "The feed answers %d.".formatted(feed.status), address);
            Document document = StoreReading.parse(feed.bytes);
            Element channel = (Element) document.getElementsByTagName("channel").item(0);
            if (channel == null) return verdict.refuse("feed", "The feed has no channel.", address);
            verdict.called(StoreReading.text(channel, "title"), address);
            for (String element : List.of("title", "description", "language", "hearth:maker", "hearth:strong-language"))
                if (StoreReading.text(channel, element).isBlank())
                    verdict.refuse("channel", "The feed lacks “%s”.".formatted(element), "", 0, field(element));
            cover(verdict, channel);
            List<Element> items = StoreReading.elements(channel, "item");
            if (items.isEmpty()) return verdict.takedown();
            int number = 1;
            for (Element item : items) item(verdict, item, number++);
        } catch (SAXException | ParserConfigurationException damaged) {
            verdict.refuse("feed", "The feed is no readable XML.", address);
        } catch (IOException unreachable) {
            verdict.refuse("feed", "The feed cannot be fetched.", address);
        }
        return verdict;
    }

    private static String field(String element) {
        return switch (element) {
            case "description" -> "series.description";
            case "language" -> "series.language";
            case "hearth:maker" -> "series.owner";
            default -> "series.title";
        };
    }

    private void cover(Verdict verdict, Element channel) throws IOException {
        List<Element> image = StoreReading.elements(channel, "hearth:picture");
        if (image.isEmpty()) {
            verdict.refuse("cover", "The feed has no picture.", "", 0, "release.cover");
            return;
        }
        Fetched cover = fetch(image.get(0).getTextContent());
        if (cover.status != 200)
            verdict.refuse("cover", "The picture answers %d.".formatted(cover.status), "", 0, "release.cover");
        else if (cover.bytes.length > LARGEST_COVER)
            verdict.refuse(
                    "cover",
                    "The picture has %d bytes; at most 300 kB are shown.".formatted(cover.bytes.length),
                    "",
                    0,
                    "release.cover");
    }

    private void item(Verdict verdict, Element item, int number) throws IOException {
        String title = StoreReading.text(item, "title");
        for (String element : List.of("title", "guid", "pubDate", "description"))
            if (StoreReading.text(item, element).isBlank())
                verdict.refuse(
                        "episode",
                        "Episode %d lacks “%s”.".formatted(number, element),
                        "",
                        number,
                        element.equals("description") ? "track.summary" : "track.title");
        String summary = StoreReading.text(item, "description");
        if (summary.length() > LONGEST_SUMMARY)
            verdict.refuse(
                    "summary",
                    "The description of “%s” has %d characters; at most 240 are shown."
                            .formatted(title, summary.length()),
                    "",
                    number,
                    "track.summary");
        List<Element> enclosures = StoreReading.elements(item, "enclosure");
        if (enclosures.size() != 1) {
            verdict.refuse("sound", "“%s” has no sound.".formatted(title), "", number, "recording.master");
            return;
        }
        Fetched sound = fetch(enclosures.get(0).getAttribute("url"));
        if (sound.status != 200 || sound.bytes.length == 0)
            verdict.refuse(
                    "sound",
                    "The sound of “%s” answers %d.".formatted(title, sound.status),
                    "",
                    number,
                    "recording.master");
        else if (sound.bytes.length > LARGEST)
            verdict.refuse(
                    "sound", "The sound of “%s” has more than 80 MB.".formatted(title), "", number, "recording.master");
        else if (sound.bytes.length
                != Long.parseLong("0" + enclosures.get(0).getAttribute("length").replaceAll("\\D", "")))
            verdict.refuse(
                    "length",
                    "The feed gives another length than the sound of “%s” has.".formatted(title),
                    "",
                    number,
                    "recording.master");
        else if (!mpeg(sound.bytes))
            verdict.refuse("sound", "The sound of “%s” is no MP3.".formatted(title), "", number, "recording.master");
    }

    private static boolean mpeg(byte[] bytes) {
        boolean tagged = new String(bytes, 0, Math.min(3, bytes.length), StandardCharsets.ISO_8859_1).equals("ID3");
        return tagged || bytes.length > 1 && bytes[0] == (byte) 0xFF && (bytes[1] & 0xE0) == 0xE0;
    }

    private static String sum(String text) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
