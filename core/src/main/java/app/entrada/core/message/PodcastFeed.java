package app.entrada.core.message;

import app.entrada.core.audio.AudioFacts;
import app.entrada.core.field.Fields;
import app.entrada.core.field.PartialDate;
import app.entrada.core.release.Track;
import java.io.StringWriter;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLStreamException;

/**
 * A podcast's feed: RSS 2.0 with one {@code enclosure} an episode, and the elements of the widely used podcast namespace that
 * directories ask for. Addresses begin with the one under which the receiver fetches.
 */
final class PodcastFeed {
    private static final String PODCASTS = "http://www.itunes.com/dtds/podcast-1.0.dtd";

    private PodcastFeed() {}

    static String of(Outgoing out) {
        StringWriter text = new StringWriter();
        try {
            write(out, new XmlText(text));
        } catch (XMLStreamException cannotHappenInMemory) {
            throw new IllegalStateException(cannotHappenInMemory);
        }
        return text.toString();
    }

    private static void write(Outgoing out, XmlText xml) throws XMLStreamException {
        String series = out.release()
                .facts()
                .get(Fields.RELEASE_SERIES)
                .orElse(out.profile().titleStyle().release(out.release()));
        Optional<String> artists =
                out.release().facts().get(Fields.RELEASE_ARTISTS).map(names -> names.sentence());
        List<String> links = out.release().facts().get(Fields.RELEASE_LINKS).orElse(List.of());
        xml.begin("rss", "version", "2.0", "xmlns:itunes", PODCASTS);
        xml.begin("channel");
        xml.leaf("title", series);
        xml.leaf("link", links.isEmpty() ? out.address() : links.get(0));
        xml.leaf("description", Documents.text(out, Fields.RELEASE_DESCRIPTION));
        xml.leaf("language", Documents.text(out, Fields.RELEASE_LANGUAGE));
        xml.leaf("copyright", out.release().facts().get(Fields.RELEASE_C_LINE).map(line -> "© " + line));
        xml.leaf("itunes:author", artists);
        xml.leaf("itunes:explicit", String.valueOf(out.release().explicit()));
        if (out.cover().isPresent())
            xml.empty("itunes:image", "href", out.address() + out.cover().get().uri());
        for (String genre : Documents.text(out, Fields.RELEASE_GENRE).split("\\s*;\\s*"))
            if (!genre.isBlank())
                xml.empty("itunes:category", "text", out.profile().genreWords().getOrDefault(genre, genre));
        if (out.occasion() != Outgoing.Occasion.TAKEDOWN)
            for (Track track : out.release().tracks()) item(out, xml, track);
        xml.end();
        xml.finish();
    }

    private static void item(Outgoing out, XmlText xml, Track track) throws XMLStreamException {
        Outgoing.SentFile file = out.sound().get(track.id());
        xml.begin("item");
        xml.leaf("title", out.profile().titleStyle().track(out.release(), track));
        xml.leaf("description", Documents.text(out, track, Fields.TRACK_SUMMARY));
        String isrc = Documents.isrc(track);
        xml.leaf(
                "guid",
                isrc.isEmpty() ? "%s-%d".formatted(out.label().name(), track.id()) : isrc,
                "isPermaLink",
                "false");
        day(out).ifPresent(day -> {
            try {
                xml.leaf(
                        "pubDate",
                        DateTimeFormatter.RFC_1123_DATE_TIME.format(
                                day.atTime(LocalTime.of(6, 0)).atOffset(ZoneOffset.UTC)));
            } catch (XMLStreamException cannotHappenInMemory) {
                throw new IllegalStateException(cannotHappenInMemory);
            }
        });
        if (file != null)
            xml.empty(
                    "enclosure",
                    "url",
                    out.address() + file.uri(),
                    "length",
                    String.valueOf(file.bytes()),
                    "type",
                    "audio/mpeg");
        xml.leaf("itunes:duration", out.subject().master(track).map(AudioFacts::time));
        xml.leaf("itunes:episode", track.facts().get(Fields.TRACK_EPISODE).map(String::valueOf));
        xml.leaf(
                "itunes:explicit",
                String.valueOf(
                        track.facts().get(Fields.TRACK_EXPLICIT).orElse("").equals("explicit")));
        List<String> keywords = Documents.terms(out, track, Fields.RECORDING_KEYWORDS);
        if (!keywords.isEmpty()) xml.leaf("itunes:keywords", String.join(",", keywords));
        xml.end();
    }

    private static Optional<LocalDate> day(Outgoing out) {
        if (!out.terms().from().isEmpty())
            return Optional.of(LocalDate.parse(out.terms().from()));
        return out.release()
                .facts()
                .get(Fields.RELEASE_DATE)
                .or(() ->
                        out.release().facts().get(Fields.RELEASE_ORIGINAL_DATE).map(PartialDate::earliest));
    }
}
