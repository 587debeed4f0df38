package app.entrada.server.views;

import app.entrada.server.facts.ChangeService;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How the view of a release became another one: what an edit answers with. Who has the view it begins from needs nothing else;
 * who has another asks for the whole.
 *
 * @param from tag of the view it begins from
 * @param tag of the view it leads to
 * @param order ids of the tracks in running order
 * @param rows rows that became different, the release's and tracks'
 * @param came findings that are new or say something else
 * @param went ids of findings that are gone
 */
public record ReleaseDelta(
        ReleaseView.Head head,
        String from,
        String tag,
        int revision,
        List<Long> order,
        List<ReleaseView.SheetRow> rows,
        List<ReleaseView.FindingView> came,
        List<String> went,
        List<ReleaseView.LooseFile> loose,
        ChangeService.Stack stack) {

    static ReleaseDelta between(ReleaseView before, ReleaseView after) {
        Set<ReleaseView.SheetRow> rows = new HashSet<>(before.rows());
        Map<String, ReleaseView.FindingView> gone = new HashMap<>();
        for (ReleaseView.FindingView finding : before.findings()) gone.put(finding.id(), finding);
        List<ReleaseView.FindingView> came = after.findings().stream()
                .filter(finding -> !finding.equals(gone.remove(finding.id())))
                .toList();
        return new ReleaseDelta(
                after.head(),
                before.tag(),
                after.tag(),
                after.revision(),
                after.rows().stream().skip(1).map(ReleaseView.SheetRow::trackId).toList(),
                after.rows().stream().filter(row -> !rows.contains(row)).toList(),
                came,
                List.copyOf(gone.keySet()),
                after.loose(),
                after.stack());
    }
}
