package app.entrada.core.delivery.kind;

import app.entrada.core.check.profile.FeedNamespace;
import app.entrada.core.check.profile.FeedNamespace.Element;
import app.entrada.core.delivery.Episode;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Facts;
import app.entrada.core.sound.AudioFacts;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLStreamException;

/**
 * The feed of a series: RSS 2.0 with one {@code enclosure} an episode, the newest first; its own address in Atom
 * (RFC 4287), who made it in Dublin Core, and what directories want beside in namespaces that their profiles name. Everything
 * stands under one lasting address; the same facts give the same text.
 */
public final class PodcastFeed {
    private static final String ATOM = "http://www.w3.org/2005/Atom";
    private static final String DUBLIN_CORE = "http://purl.org/dc/elements/1.1/";

    private final List<FeedNamespace> namespaces;
    private final String address;
    private final XmlText xml;

    private PodcastFeed(List<FeedNamespace> namespaces, String address, XmlText xml) {
        this.namespaces = namespaces;
        this.address = address;
        this.xml = xml;
    }

    /**
     * The feed.
     *
     * @param series facts of the series
     * @param picture path of its picture below the address, empty for none
     * @param copyright the C-line, empty for none
     * @param episodes all that are published, in any order
     * @param namespaces one for each directory that wants further elements
     * @param address under which everything stands, with a stroke at the end
     */
    public static String of(
            Facts series,
            String picture,
            String copyright,
            List<Episode> episodes,
            List<FeedNamespace> namespaces,
            String address) {
        StringWriter text = new StringWriter();
        try {
            new PodcastFeed(namespaces, address, new XmlText(text)).write(series, picture, copyright, episodes);
        } catch (XMLStreamException cannotHappenInMemory) {
            throw new IllegalStateException(cannotHappenInMemory);
        }
        return text.toString();
    }

    private void write(Facts series, String picture, String copyright, List<Episode> episodes)
            throws XMLStreamException {
        Map<String, String> spaces = new LinkedHashMap<>();
        spaces.put("version", "2.0");
        spaces.put("xmlns:atom", ATOM);
        spaces.put("xmlns:dc", DUBLIN_CORE);
        for (FeedNamespace each : namespaces) spaces.put("xmlns:" + each.prefix(), each.address());
        List<String> attributes = new ArrayList<>();
        spaces.forEach((name, value) -> attributes.addAll(List.of(name, value)));
        xml.begin("rss", attributes.toArray(String[]::new));
        xml.begin("channel");
        String title = series.get(Fields.SERIES_TITLE).orElse("");
        String owner = series.get(Fields.SERIES_OWNER).orElse("");
        List<String> links = series.get(Fields.SERIES_LINKS).orElse(List.of());
        String page = links.isEmpty() ? address : links.get(0);
        xml.leaf("title", title);
        xml.leaf("link", page);
        xml.empty("atom:link", "href", address + "feed.xml", "rel", "self", "type", "application/rss+xml");
        xml.leaf("description", series.get(Fields.SERIES_DESCRIPTION).orElse(""));
        xml.leaf("language", series.get(Fields.SERIES_LANGUAGE).orElse(""));
        if (!copyright.isEmpty()) xml.leaf("copyright", "© " + copyright);
        if (!owner.isEmpty()) xml.leaf("dc:creator", owner);
        if (!picture.isEmpty()) {
            xml.begin("image");
            xml.leaf("url", address + picture);
            xml.leaf("title", title);
            xml.leaf("link", page);
            xml.end();
        }
        List<String> categories =
                series.get(Fields.SERIES_CATEGORIES).map(Terms::list).orElse(List.of());
        for (String category : categories) xml.leaf("category", category);
        own(Element.AUTHOR, owner);
        own(Element.OWNER, series.get(Fields.SERIES_CONTACT).orElse(""));
        own(Element.EXPLICIT, String.valueOf(episodes.stream().anyMatch(Episode::explicit)));
        own(Element.IMAGE, picture.isEmpty() ? "" : address + picture);
        for (String category : categories) own(Element.CATEGORY, category);
        List<Episode> ordered = episodes.stream().sorted(Episode.NEWEST_FIRST).toList();
        for (Episode each : ordered) item(each);
        xml.end();
        xml.finish();
    }

    private void item(Episode episode) throws XMLStreamException {
        xml.begin("item");
        xml.leaf("title", episode.title());
        xml.leaf("description", episode.summary());
        xml.leaf("guid", episode.guid(), "isPermaLink", "false");
        xml.leaf("pubDate", episode.pubDate());
        for (String host : episode.hosts()) xml.leaf("dc:creator", host);
        for (String guest : episode.guests()) xml.leaf("dc:contributor", guest);
        xml.empty(
                "enclosure",
                "url",
                address + episode.enclosure(),
                "length",
                String.valueOf(episode.bytes()),
                "type",
                "audio/mpeg");
        own(Element.DURATION, episode.milliseconds() == 0 ? "" : AudioFacts.time(episode.milliseconds()));
        own(Element.EPISODE, String.valueOf(episode.number()));
        own(Element.SEASON, episode.season() == 0 ? "" : String.valueOf(episode.season()));
        for (String guest : episode.guests()) own(Element.GUEST, guest);
        own(Element.EXPLICIT, String.valueOf(episode.explicit()));
        own(Element.IMAGE, episode.picture().isEmpty() ? "" : address + episode.picture());
        own(Element.KEYWORDS, String.join(",", episode.keywords()));
        xml.end();
    }

    /** Something in each directory's own words; nothing where there is nothing to tell. */
    private void own(Element element, String text) throws XMLStreamException {
        if (text.isEmpty()) return;
        for (FeedNamespace each : namespaces)
            if (each.name(element).isPresent()) xml.leaf(each.name(element).get(), text);
    }
}
