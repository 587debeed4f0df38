package app.entrada.core.delivery;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.release.Track;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * One episode as it was sealed: what a feed says of it for as long as it is published.
 *
 * @param guid never changes, RSS 2.0
 * @param published day it came out, ISO 8601
 * @param season 0 for none
 * @param enclosure path of its sound below the feed's address
 * @param bytes length of its sound
 * @param milliseconds playing time
 * @param picture path of its own picture below the feed's address, empty for none
 */
public record Episode(
        String guid,
        String title,
        String summary,
        String published,
        int number,
        int season,
        List<String> hosts,
        List<String> guests,
        boolean explicit,
        List<String> keywords,
        String enclosure,
        long bytes,
        long milliseconds,
        String picture) {
    private static final JsonMapper JSON = new JsonMapper();

    /** Newest first: by day, then by season and number. */
    public static final Comparator<Episode> NEWEST_FIRST = Comparator.comparing(Episode::published)
            .thenComparingInt(Episode::season)
            .thenComparingInt(Episode::number)
            .reversed();

    public Episode {
        hosts = List.copyOf(hosts);
        guests = List.copyOf(guests);
        keywords = List.copyOf(keywords);
    }

    /** The episodes of a release on its way: one a track that has its sound. */
    public static List<Episode> of(Outgoing out) {
        List<Episode> episodes = new ArrayList<>();
        String folder = "episodes/%d/".formatted(out.number());
        for (Track track : out.release().tracks()) {
            Outgoing.SentFile file = out.sound().get(track.id());
            if (file == null) continue;
            String isrc = DocumentParts.isrc(track);
            episodes.add(new Episode(
                    isrc.isEmpty() ? "%s-%d".formatted(out.label().name(), track.id()) : isrc,
                    out.profile().titleStyle().track(out.release(), track),
                    DocumentParts.text(out, track, Fields.TRACK_SUMMARY),
                    day(out).map(LocalDate::toString)
                            .orElse(out.sealed().toString().substring(0, 10)),
                    track.facts().get(Fields.TRACK_EPISODE).orElse(track.number()),
                    track.facts().get(Fields.TRACK_SEASON).orElse(0),
                    spoken(out, track, "host"),
                    spoken(out, track, "guest"),
                    track.facts()
                            .get(Fields.TRACK_EXPLICIT)
                            .filter("explicit"::equals)
                            .isPresent(),
                    DocumentParts.terms(out, track, Fields.RECORDING_KEYWORDS),
                    folder + file.uri(),
                    file.bytes(),
                    out.subject()
                            .master(track)
                            .map(master -> master.milliseconds())
                            .orElse(0L),
                    out.cover().map(cover -> folder + cover.uri()).orElse("")));
        }
        return episodes;
    }

    private static List<String> spoken(Outgoing out, Track track, String role) {
        List<String> names =
                new ArrayList<>(track.recording().facts().get(Fields.RECORDING_CREDITS).orElse(List.of()).stream()
                        .filter(credit -> credit.roles().stream().anyMatch(role::equalsIgnoreCase))
                        .map(Credit::credited)
                        .toList());
        // somebody who is featured on an episode is its guest; whose series it is hosts it
        (role.equals("guest")
                        ? track.facts().get(Fields.TRACK_FEATURED)
                        : names.isEmpty()
                                ? out.release().holds(track, Fields.TRACK_ARTISTS)
                                : Optional.<app.entrada.core.field.value.Names>empty())
                .ifPresent(more -> more.list().stream()
                        .filter(name -> !names.contains(name))
                        .forEach(names::add));
        return names;
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

    /** Morning of the day it came out, as RSS 2.0 writes it. */
    public String pubDate() {
        return java.time.format.DateTimeFormatter.RFC_1123_DATE_TIME.format(
                LocalDate.parse(published).atTime(LocalTime.of(6, 0)).atOffset(ZoneOffset.UTC));
    }

    /** Episodes as a document that is sealed with their sound. */
    public static String write(List<Episode> episodes) {
        List<Map<String, Object>> all = new ArrayList<>();
        for (Episode each : episodes) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("guid", each.guid);
            one.put("title", each.title);
            one.put("summary", each.summary);
            one.put("published", each.published);
            one.put("number", each.number);
            one.put("season", each.season);
            one.put("hosts", each.hosts);
            one.put("guests", each.guests);
            one.put("explicit", each.explicit);
            one.put("keywords", each.keywords);
            one.put("enclosure", each.enclosure);
            one.put("bytes", each.bytes);
            one.put("milliseconds", each.milliseconds);
            one.put("picture", each.picture);
            all.add(one);
        }
        return DocumentParts.json(Map.of("episodes", all));
    }

    /**
     * Episodes of a document that {@link #write} made.
     *
     * @throws IllegalArgumentException when it is none
     */
    public static List<Episode> read(String document) {
        try {
            List<Episode> all = new ArrayList<>();
            for (JsonNode each : JSON.readTree(document).path("episodes"))
                all.add(new Episode(
                        each.path("guid").asString(""),
                        each.path("title").asString(""),
                        each.path("summary").asString(""),
                        each.path("published").asString(""),
                        each.path("number").asInt(0),
                        each.path("season").asInt(0),
                        texts(each.path("hosts")),
                        texts(each.path("guests")),
                        each.path("explicit").asBoolean(false),
                        texts(each.path("keywords")),
                        each.path("enclosure").asString(""),
                        each.path("bytes").asLong(0),
                        each.path("milliseconds").asLong(0),
                        each.path("picture").asString("")));
            return all;
        } catch (JacksonException damaged) {
            throw new IllegalArgumentException("The sealed episodes cannot be read", damaged);
        }
    }

    private static List<String> texts(JsonNode list) {
        List<String> texts = new ArrayList<>();
        list.forEach(each -> texts.add(each.asString("")));
        return texts;
    }
}
