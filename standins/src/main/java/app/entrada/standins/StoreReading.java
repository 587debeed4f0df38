package app.entrada.standins;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/**
 * Reads a store message: its references, its files, what every store wants of it. What a store wants beyond that it says
 * itself.
 */
final class StoreReading {
    private static final int LONGEST_TITLE = 180;

    private final Bagged bag;
    private final List<Taken> before;
    private final Verdict verdict = new Verdict();
    private Document message;

    private StoreReading(Bagged bag, List<Taken> before) {
        this.bag = bag;
        this.before = before;
    }

    /** Reads the message of a package. */
    static StoreReading of(Bagged bag, List<Taken> before) throws IOException {
        StoreReading reading = new StoreReading(bag, before);
        Optional<byte[]> xml = bag.bytes("message.xml");
        if (xml.isEmpty()) {
            reading.verdict.refuse("message", "The package holds no message.", "message.xml");
            return reading;
        }
        try {
            reading.message = parse(xml.get());
            reading.read();
        } catch (SAXException | ParserConfigurationException damaged) {
            reading.verdict.refuse("message", "The message is no readable XML.", "message.xml");
        }
        return reading;
    }

    Verdict verdict() {
        return verdict;
    }

    /** Recordings in order; empty when the message could not be read. */
    List<Element> recordings() {
        return message == null ? List.of() : elements(message, "SoundRecording");
    }

    /** A text of the message, empty when there is none. */
    String text(String element) {
        return message == null ? "" : text(message.getDocumentElement(), element);
    }

    static Document parse(byte[] xml) throws ParserConfigurationException, IOException, SAXException {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        return factory.newDocumentBuilder().parse(new ByteArrayInputStream(xml));
    }

    private void read() {
        Set<String> resources = texts(message, "ResourceReference");
        Set<String> parties = texts(message, "PartyReference");
        Set<String> releases = texts(message, "ReleaseReference");
        resolve("ReleaseResourceReference", resources);
        resolve("LinkedReleaseResourceReference", resources);
        resolve("ArtistPartyReference", parties);
        resolve("ContributorPartyReference", parties);
        resolve("ReleaseLabelReference", parties);
        resolve("DealReleaseReference", releases);
        String barcode = text("ICPN");
        verdict.called(
                elements(message, "Release").stream()
                        .findFirst()
                        .map(each -> text(each, "DisplayTitleText"))
                        .orElse(""),
                barcode);
        if (!elements(message, "EndDate").isEmpty()) {
            takedown(barcode);
            return;
        }
        boolean update = text("MessageControlType").equals("UpdatedMessage");
        for (Element file : elements(message, "File")) file(file, update, barcode);
        int number = 1;
        for (Element sound : recordings()) sound(sound, number++);
        for (Element release : elements(message, "Release")) release(release);
        if (elements(message, "Image").isEmpty())
            verdict.refuse("cover", "A front cover is missing.", "", 0, "release.cover");
    }

    private void takedown(String barcode) {
        verdict.takedown();
        if (before.stream().noneMatch(each -> each.mark().equals(barcode) && !each.takedown()))
            verdict.refuse(
                    "unknown", "There is nothing here under the barcode %s to take down.".formatted(barcode), "R0");
    }

    private void file(Element file, boolean update, String barcode) {
        String uri = text(file, "URI");
        String wanted = text(file, "HashSumValue");
        String sum = bag.sums().get(uri);
        boolean here = update
                && before.stream()
                        .anyMatch(each ->
                                each.mark().equals(barcode) && each.sums().containsValue(wanted));
        if (sum == null && here) return;
        if (sum == null) verdict.refuse("file", "The message names a file that is not in the package.", uri);
        else if (!sum.equals(wanted))
            verdict.refuse("checksum", "The message gives another checksum than the package.", uri);
        else if (bag.size(uri) != Long.parseLong("0" + text(file, "FileSize")))
            verdict.refuse("size", "The message gives another size than the file has.", uri);
    }

    private void sound(Element sound, int number) {
        String where = text(sound, "ResourceReference");
        String name = text(sound, "DisplayTitleText");
        if (name.isBlank()) verdict.refuse("title", "A track has no title.", where, number, "track.title");
        if (name.length() > LONGEST_TITLE)
            verdict.refuse(
                    "title",
                    "A title has more than %d characters.".formatted(LONGEST_TITLE),
                    where,
                    number,
                    "track.title");
        if (!text(sound, "ISRC").matches("[A-Z]{2}[A-Z0-9]{3}\\d{7}"))
            verdict.refuse("isrc", "A track has no right ISRC.", where, number, "recording.isrc");
        if (elements(sound, "DisplayArtist").isEmpty())
            verdict.refuse("artist", "A track has no artist.", where, number, "track.artists");
        if (text(sound, "ParentalWarningType").equals("Unknown"))
            verdict.refuse("warning", "A track is neither marked explicit nor not.", where, number, "track.explicit");
    }

    private void release(Element release) {
        String barcode = text(release, "ICPN");
        if (!barcode.matches("\\d{13}") || !checked(barcode))
            verdict.refuse("barcode", "The barcode is not right.", "R0", 0, "release.barcode");
        if (text(release, "DisplayTitleText").isBlank())
            verdict.refuse("title", "The release has no title.", "R0", 0, "release.title");
        if (text(release, "GenreText").isBlank())
            verdict.refuse("genre", "The release has no genre.", "R0", 0, "release.genre");
    }

    /** Whether a title names a featured artist. */
    static boolean features(String title) {
        return title.toLowerCase(Locale.ROOT).matches(".*\\b(feat\\.?|ft\\.|featuring)\\s.*");
    }

    static boolean checked(String ean) {
        int sum = 0;
        for (int place = 0; place < 13; place++) sum += (ean.charAt(12 - place) - '0') * (place % 2 == 1 ? 3 : 1);
        return sum % 10 == 0;
    }

    private void resolve(String reference, Set<String> known) {
        for (String used : texts(message, reference))
            if (!known.contains(used))
                verdict.refuse("reference", "%s %s leads nowhere.".formatted(reference, used), used);
    }

    private static Set<String> texts(Document message, String element) {
        Set<String> texts = new HashSet<>();
        elements(message, element).forEach(each -> texts.add(each.getTextContent()));
        return texts;
    }

    private static List<Element> elements(Document message, String name) {
        return elements(message.getDocumentElement(), name);
    }

    static List<Element> elements(Element within, String name) {
        NodeList found = within.getElementsByTagName(name);
        List<Element> elements = new ArrayList<>();
        for (int i = 0; i < found.getLength(); i++) elements.add((Element) found.item(i));
        return elements;
    }

    static String text(Element within, String name) {
        List<Element> found = elements(within, name);
        return found.isEmpty() ? "" : found.get(0).getTextContent().strip();
    }
}
