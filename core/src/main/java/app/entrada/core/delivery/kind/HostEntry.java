package app.entrada.core.delivery.kind;

import app.entrada.core.delivery.DocumentParts;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Track;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What an audio host is told of one track. */
final class HostEntry {
    private HostEntry() {}

    static String of(Outgoing out, Track track) {
        Map<String, Object> entry = new LinkedHashMap<>();
        entry.put("title", out.profile().titleStyle().track(out.release(), track));
        entry.put("artist", out.release().artistsOf(track));
        entry.put("isrc", DocumentParts.isrc(track));
        entry.put("number", track.number());
        entry.put("of", out.release().tracks().size());
        entry.put("set", out.profile().titleStyle().release(out.release()));
        entry.put("genres", DocumentParts.terms(out, track, Fields.TRACK_GENRE));
        entry.put("tags", DocumentParts.terms(out, track, Fields.RECORDING_KEYWORDS));
        entry.put("description", description(out, track));
        entry.put(
                "releaseDate",
                out.terms().from().isEmpty()
                        ? DocumentParts.text(out, Fields.RELEASE_DATE)
                        : out.terms().from());
        entry.put("licence", out.release().facts().get(Fields.RELEASE_LICENCE).orElse("all rights reserved"));
        entry.put(
                "visibility",
                out.occasion() == Outgoing.Occasion.TAKEDOWN
                        ? "private"
                        : out.terms().visibility());
        entry.put("downloads", out.terms().downloads());
        entry.put("embedding", out.terms().visibility().equals("public"));
        entry.put(
                "explicit", track.facts().get(Fields.TRACK_EXPLICIT).orElse("").equals("explicit"));
        entry.put(
                "buyLink",
                out.release().facts().get(Fields.RELEASE_LINKS).orElse(List.of()).stream()
                        .findFirst()
                        .orElse(""));
        entry.put("audio", file(out.sound().get(track.id())));
        out.cover().ifPresent(cover -> entry.put("picture", file(cover)));
        return DocumentParts.json(entry);
    }

    /** What is said of the track itself; the release's description where nothing is. */
    private static String description(Outgoing out, Track track) {
        for (var field : List.of(Fields.RECORDING_DESCRIPTION, Fields.TRACK_SUMMARY)) {
            String text = DocumentParts.text(out, track, field);
            if (!text.isEmpty()) return text;
        }
        return DocumentParts.text(out, Fields.RELEASE_DESCRIPTION);
    }

    private static Map<String, Object> file(Outgoing.@Nullable SentFile file) {
        Map<String, Object> said = new LinkedHashMap<>();
        if (file == null) return said;
        said.put("path", file.uri());
        said.put("sha256", file.sha256().hex());
        said.put("bytes", file.bytes());
        return said;
    }
}
