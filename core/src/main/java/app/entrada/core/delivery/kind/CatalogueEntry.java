package app.entrada.core.delivery.kind;

import app.entrada.core.delivery.DocumentParts;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.Writer;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A release for an open catalogue: titles, artists, codes, times to the millisecond, and fingerprints of those tracks whose
 * file a person has confirmed. Where it comes from is said.
 */
final class CatalogueEntry {
    private CatalogueEntry() {}

    static String of(Outgoing out) {
        Map<String, Object> entry = new LinkedHashMap<>();
        entry.put("title", out.profile().titleStyle().release(out.release()));
        entry.put(
                "artists",
                out.release()
                        .facts()
                        .get(Fields.RELEASE_ARTISTS)
                        .map(Names::list)
                        .orElse(List.of()));
        entry.put("barcode", DocumentParts.barcode(out));
        entry.put("catalogueNumber", DocumentParts.text(out, Fields.RELEASE_CATALOGUE_NUMBER));
        entry.put("label", DocumentParts.text(out, Fields.RELEASE_LABEL));
        entry.put("releaseDate", DocumentParts.text(out, Fields.RELEASE_DATE));
        entry.put("kind", DocumentParts.text(out, Fields.RELEASE_KIND));
        List<Map<String, Object>> tracks = new ArrayList<>();
        for (Track track : out.release().tracks()) tracks.add(track(out, track));
        entry.put("tracks", tracks);
        Map<String, Object> source = new LinkedHashMap<>();
        source.put("by", out.label().name());
        source.put("note", "Measured on the label's masters; each was assigned to its track by a person.");
        source.put("delivery", out.messageId());
        entry.put("source", source);
        return DocumentParts.json(entry);
    }

    private static Map<String, Object> track(Outgoing out, Track track) {
        Map<String, Object> said = new LinkedHashMap<>();
        said.put("position", track.number());
        track.facts().get(Fields.TRACK_SIDE).ifPresent(side -> said.put("side", side));
        said.put("title", out.profile().titleStyle().track(out.release(), track));
        said.put("artists", DocumentParts.names(out, track, Fields.TRACK_ARTISTS));
        said.put("featured", DocumentParts.names(out, track, Fields.TRACK_FEATURED));
        said.put("isrc", DocumentParts.isrc(track));
        said.put(
                "iswc",
                DocumentParts.code(track.recording().work().facts(), Fields.WORK_ISWC, code -> code.toString()));
        said.put(
                "writers",
                track.recording().work().writers().stream()
                        .map(Writer::name)
                        .distinct()
                        .toList());
        Optional<AudioFacts> master = out.subject().master(track);
        master.ifPresent(facts -> said.put("milliseconds", facts.milliseconds()));
        Print print = out.prints().get(track.id());
        said.put("confirmed", track.master().isPresent());
        if (print != null) said.put("fingerprint", Base64.getEncoder().encodeToString(print.bytes()));
        return said;
    }
}
