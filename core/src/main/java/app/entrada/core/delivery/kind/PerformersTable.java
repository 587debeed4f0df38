package app.entrada.core.delivery.kind;

import app.entrada.core.credit.CreditMatrix;
import app.entrada.core.delivery.DocumentParts;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Track;
import app.entrada.core.text.Delimited;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Recordings and everybody who is heard on them, for a performers' society: CSV, one line a performer and recording. */
final class PerformersTable {
    private static final List<String> HEAD = List.of(
            "ISRC",
            "Title",
            "Main artist",
            "Duration (s)",
            "Recorded",
            "Country of recording",
            "P-line year",
            "P-line owner",
            "Performer",
            "Real name",
            "Member of",
            "Role",
            "Category");

    private PerformersTable() {}

    static String of(Outgoing out) {
        Map<String, Facts> people = out.subject().people();
        CreditMatrix matrix = CreditMatrix.of(out.release(), people);
        List<List<String>> lines = new ArrayList<>();
        lines.add(HEAD);
        for (Track track : out.release().tracks())
            for (CreditMatrix.CreditRow line : matrix.lines()) {
                CreditMatrix.CreditedRoles cell = line.cells().get(track.number());
                if (cell == null || !heard(cell)) continue;
                // of a group every member is paid, not the group
                if (line.members().isEmpty()) lines.add(line(out, track, line.name(), "", cell));
                else line.members().forEach(member -> lines.add(line(out, track, member.name(), line.name(), cell)));
            }
        return Delimited.write(lines, ',');
    }

    private static boolean heard(CreditMatrix.CreditedRoles cell) {
        return cell.main()
                || cell.featured()
                || cell.roles().stream().anyMatch(app.entrada.core.credit.Roles::performs);
    }

    private static List<String> line(
            Outgoing out, Track track, String name, String group, CreditMatrix.CreditedRoles cell) {
        Facts recording = track.recording().facts();
        Optional<RightsLine> owner = out.release().holds(track, Fields.RECORDING_P_LINE);
        List<String> roles = cell.roles().stream()
                .filter(app.entrada.core.credit.Roles::performs)
                .toList();
        return List.of(
                DocumentParts.isrc(track),
                out.profile().titleStyle().track(out.release(), track),
                out.release().artistsOf(track),
                out.subject()
                        .master(track)
                        .map(master -> String.valueOf(Math.round(master.seconds())))
                        .orElse(""),
                DocumentParts.text(out, track, Fields.RECORDING_RECORDED_ON),
                recording.get(Fields.RECORDING_COUNTRY).orElse(""),
                owner.map(line -> String.valueOf(line.year())).orElse(""),
                owner.map(RightsLine::owner).orElse(""),
                name,
                out.subject().of(name, Fields.PARTY_LEGAL_NAME).orElse(name),
                group,
                String.join("; ", roles),
                cell.main() ? "main" : cell.featured() ? "featured" : "other");
    }
}
