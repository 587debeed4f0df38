package app.entrada.standins;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/**
 * Opens a delivered package and looks for reasons to refuse it: the bag's checksums, the message's references, the store's
 * own rules.
 */
final class PackageReading {
    private static final int LARGEST_TEXT = 16 << 20;
    private static final int LONGEST_TITLE = 180;

    /** Why a package is refused. */
    record Reason(String code, String says, String where) {}

    private final List<Reason> reasons = new ArrayList<>();
    private String title = "";
    private String barcode = "";

    private PackageReading() {}

    List<Reason> reasons() {
        return reasons;
    }

    String title() {
        return title;
    }

    String barcode() {
        return barcode;
    }

    static PackageReading of(Path zip) throws IOException {
        PackageReading reading = new PackageReading();
        try (ZipFile file = new ZipFile(zip.toFile())) {
            reading.read(file);
        } catch (java.util.zip.ZipException damaged) {
            reading.refuse("package", "The package is no readable ZIP file.", "");
        }
        return reading;
    }

    private void refuse(String code, String says, String where) {
        reasons.add(new Reason(code, says, where));
    }

    private void read(ZipFile zip) throws IOException {
        Map<String, String> sums = new HashMap<>();
        boolean lists = manifest(zip, "manifest-sha256.txt", sums) & manifest(zip, "tagmanifest-sha256.txt", sums);
        if (zip.getEntry("bagit.txt") == null || !lists) {
            refuse("bag", "The package is no bag: bagit.txt or a list of checksums is missing.", "");
            return;
        }
        for (var sum : sums.entrySet()) {
            ZipEntry entry = zip.getEntry(sum.getKey());
            if (entry == null) refuse("missing-file", "A file of the list is missing.", sum.getKey());
            else if (!sha256(zip, entry).equals(sum.getValue()))
                refuse("checksum", "A file differs from its checksum.", sum.getKey());
        }
        zip.stream()
                .filter(entry -> entry.getName().startsWith("data/") && !sums.containsKey(entry.getName()))
                .forEach(entry -> refuse("extra-file", "A file is in no list.", entry.getName()));
        if (!reasons.isEmpty()) return;
        ZipEntry message = zip.getEntry("data/message.xml");
        if (message == null || message.getSize() > LARGEST_TEXT) {
            refuse("message", "The package holds no message.", "data/message.xml");
            return;
        }
        try (InputStream in = zip.getInputStream(message)) {
            message(parse(in), sums, zip);
        } catch (SAXException | ParserConfigurationException damaged) {
            refuse("message", "The message is no readable XML.", "data/message.xml");
        }
    }

    private boolean manifest(ZipFile zip, String name, Map<String, String> sums) throws IOException {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null || entry.getSize() > LARGEST_TEXT) return false;
        try (InputStream in = zip.getInputStream(entry)) {
            for (String line : new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8).split("\n")) {
                String[] parts = line.split(" +", 2);
                if (parts.length == 2) sums.put(parts[1].strip(), parts[0]);
            }
        }
        return true;
    }

    private static String sha256(ZipFile zip, ZipEntry entry) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] buffer = new byte[1 << 16];
            for (int read; (read = in.read(buffer)) > 0; ) digest.update(buffer, 0, read);
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    private static Document parse(InputStream in) throws ParserConfigurationException, IOException, SAXException {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        return factory.newDocumentBuilder().parse(in);
    }

    private void message(Document message, Map<String, String> sums, ZipFile zip) {
        Set<String> resources = texts(message, "ResourceReference");
        Set<String> parties = texts(message, "PartyReference");
        Set<String> releases = texts(message, "ReleaseReference");
        resolve(message, "ReleaseResourceReference", resources);
        resolve(message, "LinkedReleaseResourceReference", resources);
        resolve(message, "ArtistPartyReference", parties);
        resolve(message, "ContributorPartyReference", parties);
        resolve(message, "ReleaseLabelReference", parties);
        resolve(message, "DealReleaseReference", releases);
        for (Element file : elements(message, "File")) {
            String uri = text(file, "URI");
            String sum = sums.get("data/" + uri);
            if (sum == null) refuse("file", "The message names a file that is not in the package.", uri);
            else if (!sum.equals(text(file, "HashSumValue")))
                refuse("checksum", "The message gives another checksum than the package.", uri);
            else if (zip.getEntry("data/" + uri).getSize() != Long.parseLong("0" + text(file, "FileSize")))
                refuse("size", "The message gives another size than the file has.", uri);
        }
        for (Element sound : elements(message, "SoundRecording")) sound(sound);
        for (Element release : elements(message, "Release")) release(release);
        if (elements(message, "Image").isEmpty()) refuse("cover", "A front cover is missing.", "");
    }

    private void sound(Element sound) {
        String where = text(sound, "ResourceReference");
        String name = text(sound, "DisplayTitleText");
        if (name.isBlank()) refuse("title", "A track has no title.", where);
        if (name.length() > LONGEST_TITLE)
            refuse("title", "A title has more than %d characters.".formatted(LONGEST_TITLE), where);
        if (name.toLowerCase(java.util.Locale.ROOT).matches(".*\\b(feat\\.?|ft\\.|featuring)\\s.*"))
            refuse(
                    "featured-in-title",
                    "“%s”: featured artists are shown from the credits; take them out of the title.".formatted(name),
                    where);
        if (!text(sound, "ISRC").matches("[A-Z]{2}[A-Z0-9]{3}\\d{7}"))
            refuse("isrc", "A track has no right ISRC.", where);
        if (elements(sound, "DisplayArtist").isEmpty()) refuse("artist", "A track has no artist.", where);
        if (text(sound, "ParentalWarningType").equals("Unknown"))
            refuse("warning", "A track is neither marked explicit nor not.", where);
    }

    private void release(Element release) {
        title = text(release, "DisplayTitleText");
        barcode = text(release, "ICPN");
        if (!barcode.matches("\\d{13}") || !checked(barcode)) refuse("barcode", "The barcode is not right.", "R0");
        if (title.isBlank()) refuse("title", "The release has no title.", "R0");
        if (text(release, "GenreText").isBlank()) refuse("genre", "The release has no genre.", "R0");
    }

    private static boolean checked(String ean) {
        int sum = 0;
        for (int place = 0; place < 13; place++) sum += (ean.charAt(12 - place) - '0') * (place % 2 == 1 ? 3 : 1);
        return sum % 10 == 0;
    }

    private void resolve(Document message, String reference, Set<String> known) {
        for (String used : texts(message, reference))
            if (!known.contains(used)) refuse("reference", "%s %s leads nowhere.".formatted(reference, used), used);
    }

    private static Set<String> texts(Document message, String element) {
        Set<String> texts = new HashSet<>();
        elements(message.getDocumentElement(), element).forEach(each -> texts.add(each.getTextContent()));
        return texts;
    }

    private static List<Element> elements(Document message, String name) {
        return elements(message.getDocumentElement(), name);
    }

    private static List<Element> elements(Element within, String name) {
        NodeList found = within.getElementsByTagName(name);
        List<Element> elements = new ArrayList<>();
        for (int i = 0; i < found.getLength(); i++) elements.add((Element) found.item(i));
        return elements;
    }

    private static String text(Element within, String name) {
        List<Element> found = elements(within, name);
        return found.isEmpty() ? "" : found.get(0).getTextContent().strip();
    }
}
