package app.entrada.core.delivery.kind;

import app.entrada.core.delivery.DocumentParts;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.Price;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Track;
import app.entrada.core.text.Delimited;
import app.entrada.core.work.OneStop;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Cues for a sync library: CSV, one line a track. */
final class CueTable {
    private static final List<String> HEAD = List.of(
            "File (WAV)",
            "File (MP3)",
            "Title",
            "Artist",
            "ISRC",
            "Duration (s)",
            "Vocals",
            "Tempo class",
            "BPM",
            "Key",
            "Moods",
            "Instruments",
            "Genres",
            "Era",
            "Keywords",
            "Description",
            "Writers",
            "Publishers",
            "Master owner",
            "One-stop",
            "Samples cleared",
            "Loop",
            "Price",
            "Currency",
            "Contact");

    private CueTable() {}

    static String of(Outgoing out) {
        List<List<String>> lines = new ArrayList<>();
        lines.add(HEAD);
        for (Track track : out.release().tracks()) lines.add(line(out, track));
        return Delimited.write(lines, ',');
    }

    private static List<String> line(Outgoing out, Track track) {
        OneStop verdict =
                OneStop.of(out.release(), track, out.label().name(), out.label().publisher());
        Optional<Price> price = out.terms().price();
        List<Writer> writers = track.recording().work().writers();
        return List.of(
                uri(out.sound().get(track.id())),
                uri(out.others().get(track.id())),
                out.profile().titleStyle().track(out.release(), track),
                out.release().artistsOf(track),
                DocumentParts.isrc(track),
                out.subject()
                        .master(track)
                        .map(master -> String.valueOf(Math.round(master.seconds())))
                        .orElse(""),
                track.recording()
                        .facts()
                        .get(Fields.RECORDING_INSTRUMENTAL)
                        .map(says -> says.equals("instrumental") ? "no" : "yes")
                        .orElse(""),
                DocumentParts.text(out, track, Fields.RECORDING_TEMPO_CLASS),
                DocumentParts.text(out, track, Fields.RECORDING_TEMPO),
                DocumentParts.text(out, track, Fields.RECORDING_KEY),
                String.join("; ", DocumentParts.terms(out, track, Fields.RECORDING_MOODS)),
                String.join("; ", DocumentParts.terms(out, track, Fields.RECORDING_INSTRUMENTS)),
                DocumentParts.terms(out, track, Fields.TRACK_GENRE).stream()
                        .map(genre -> out.profile().genreWord(genre))
                        .collect(Collectors.joining("; ")),
                DocumentParts.text(out, track, Fields.RECORDING_ERA),
                String.join("; ", DocumentParts.terms(out, track, Fields.RECORDING_KEYWORDS)),
                DocumentParts.text(out, track, Fields.RECORDING_DESCRIPTION),
                writers.stream().map(Writer::name).distinct().collect(Collectors.joining("; ")),
                writers.stream()
                        .flatMap(writer -> OneStop.publishers(track, writer).stream())
                        .filter(name -> !name.isEmpty())
                        .distinct()
                        .collect(Collectors.joining("; ")),
                out.release()
                        .holds(track, Fields.RECORDING_P_LINE)
                        .map(RightsLine::owner)
                        .orElse(""),
                verdict.yes() ? "yes" : "no: " + String.join("; ", verdict.reasons()),
                out.samplesCleared(track).map(cleared -> cleared ? "yes" : "no").orElse("none used"),
                "no",
                price.map(Price::units).map(String::valueOf).orElse(""),
                price.map(Price::currency).map(Currency::getCurrencyCode).orElse(""),
                DocumentParts.text(out, Fields.RELEASE_CONTACT));
    }

    private static String uri(Outgoing.@Nullable SentFile file) {
        return file == null ? "" : file.uri();
    }
}
