package app.entrada.server.readiness;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.SafeFixes;
import app.entrada.core.check.profile.LeadTime;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Readiness;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.check.rules.Place;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.check.rules.RuleFamily;
import app.entrada.core.credit.Roles;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Change;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.server.checks.CheckService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Puts findings on the board. */
@Component
class ReadinessViews {
    private final CheckService checks;
    private final ProfileRepository profiles;
    private final ContextLoader contexts;

    ReadinessViews(CheckService checks, ProfileRepository profiles, ContextLoader contexts) {
        this.contexts = contexts;
        this.profiles = profiles;
        this.checks = checks;
    }

    ReadinessView view(Release release) {
        LoadedRelease loaded = contexts.of(release);
        ReleaseContext subject = loaded.context();
        boolean measuring = loaded.measuring();
        List<Finding> findings = checks.findings(subject);
        List<Profile> meant = profiles.meantBy(release);
        List<ReadinessView.BoardDestination> destinations = profiles.all().stream()
                .sorted(Comparator.comparing((Profile profile) -> !meant.contains(profile)))
                .map(profile -> destination(profile, meant.contains(profile), release, findings, measuring))
                .toList();
        return new ReadinessView(
                release.revision(),
                release.facts().text(Fields.RELEASE_DESTINATIONS),
                destinations,
                Arrays.stream(RuleFamily.values())
                        .map(family -> row(family, meant, findings, measuring))
                        .toList(),
                findings.stream().map(finding -> finding(finding)).toList(),
                findings.stream()
                        .filter(finding -> finding.accepted().isEmpty())
                        .filter(finding -> finding.fix()
                                .filter(fix -> !(fix instanceof Fix.Picture))
                                .isPresent())
                        .map(Finding::id)
                        .toList(),
                societies(subject));
    }

    private ReadinessView.BoardDestination destination(
            Profile profile, boolean meant, Release release, List<Finding> findings, boolean measuring) {
        LeadTime time = LeadTime.of(profile, release.facts().get(Fields.RELEASE_DATE), profiles.today());
        SortedMap<Weight, Integer> counts = Finding.counts(findings, profile.id());
        return new ReadinessView.BoardDestination(
                profile.id(),
                profile.name(),
                profile.kind(),
                meant,
                time.standing(),
                time.says(),
                time.earliest().toString(),
                Readiness.of(counts, measuring),
                counts.getOrDefault(Weight.STOP, 0),
                counts.getOrDefault(Weight.RISK, 0),
                counts.getOrDefault(Weight.NOTE, 0));
    }

    private static ReadinessView.BoardRow row(
            RuleFamily family, List<Profile> meant, List<Finding> findings, boolean measuring) {
        Map<String, ReadinessView.BoardCell> cells = new LinkedHashMap<>();
        for (Profile profile : meant) {
            int rules = (int) profile.rules().stream()
                    .filter(applied -> applied.rule().family() == family)
                    .count();
            if (rules == 0) continue;
            List<Finding> here = findings.stream()
                    .filter(finding ->
                            finding.family() == family && finding.destinations().containsKey(profile.id()))
                    .toList();
            SortedMap<Weight, Integer> counts = Finding.counts(here, profile.id());
            int all = counts.values().stream().mapToInt(Integer::intValue).sum();
            cells.put(
                    profile.id(),
                    new ReadinessView.BoardCell(
                            Readiness.of(counts, measuring),
                            counts.isEmpty() ? 0 : requireNonNull(counts.get(counts.lastKey())),
                            all,
                            (int) here.stream()
                                    .filter(finding ->
                                            finding.open(profile.id()).isEmpty())
                                    .map(Finding::rule)
                                    .distinct()
                                    .count(),
                            rules));
        }
        return new ReadinessView.BoardRow(family.label(), cells);
    }

    private static ReadinessView.BoardFinding finding(Finding finding) {
        return new ReadinessView.BoardFinding(
                finding.id(),
                finding.rule(),
                RuleBook.byId(finding.rule()).name(),
                finding.family().label(),
                finding.weight(),
                finding.destinations(),
                finding.place().track(),
                finding.place().field().key(),
                finding.place().panel(),
                where(finding.place()),
                finding.says(),
                finding.reason(),
                finding.fix().map(Fix::label).orElse(null),
                finding.fix().filter(Fix.Picture.class::isInstance).isPresent(),
                finding.accepted()
                        .map(taken -> new ReadinessView.RiskTaken(taken.reason(), taken.by(), taken.at()))
                        .orElse(null));
    }

    private static String where(Place place) {
        return place.track() == 0
                ? "Release, " + place.field().name()
                : "Track %d, %s".formatted(place.track(), place.field().name());
    }

    /** What the safe fixes of some findings would do. */
    ReadinessView.FixPlan plan(Release release, Set<String> wanted) {
        ReleaseContext subject = contexts.of(release).context();
        SafeFixes plan = SafeFixes.plan(subject, profiles.meantBy(release), checks.findings(subject), wanted);
        List<ReadinessView.FixLine> lines = new ArrayList<>();
        for (Change change : plan.changes())
            lines.add(new ReadinessView.FixLine(
                    thing(change, release), change.field().name(), change.before(), change.after()));
        for (Place place : plan.codes())
            lines.add(new ReadinessView.FixLine(where(place), place.field().name(), null, null));
        return new ReadinessView.FixPlan(lines, plan.ended());
    }

    private static String thing(Change change, Release release) {
        if (change.field().entity() == Entity.RELEASE) return "Release";
        return release.tracks().stream()
                .filter(track -> release.ref(track, change.field().entity()).equals(change.target()))
                .map(track -> "Track " + track.number())
                .collect(Collectors.joining(", "));
    }

    /** What societies need, whether the release is meant for them or not: works and performers are registered anyway. */
    private List<ReadinessView.SocietyNeeds> societies(ReleaseContext subject) {
        List<ReadinessView.SocietyNeeds> all = new ArrayList<>();
        for (Profile profile : profiles.all()) {
            boolean authors = profile.kind().equals("authors' society");
            if (!authors && !profile.kind().equals("performers' society")) continue;
            List<Finding> findings = Checker.check(subject, List.of(profile));
            all.add(new ReadinessView.SocietyNeeds(
                    profile.id(),
                    profile.name(),
                    authors ? "works" : "performers",
                    authors ? works(subject.release(), findings) : performers(subject, findings)));
        }
        return all;
    }

    private static List<ReadinessView.SocietySubject> works(Release release, List<Finding> findings) {
        List<ReadinessView.SocietySubject> works = new ArrayList<>();
        Set<Long> seen = new LinkedHashSet<>();
        for (Track track : release.tracks()) {
            long work = track.recording().work().id();
            if (!seen.add(work)) continue;
            Set<Integer> on = release.tracks().stream()
                    .filter(each -> each.recording().work().id() == work)
                    .map(Track::number)
                    .collect(Collectors.toSet());
            works.add(new ReadinessView.SocietySubject(
                    track.workTitle().orElse("Track " + track.number()),
                    track.recording().work().writers().stream()
                            .map(Writer::name)
                            .collect(Collectors.joining(", ")),
                    track.number(),
                    findings.stream()
                            .filter(finding -> on.contains(finding.place().track()))
                            .map(Finding::says)
                            .toList()));
        }
        return works;
    }

    private static List<ReadinessView.SocietySubject> performers(ReleaseContext subject, List<Finding> findings) {
        Map<String, Set<String>> roles = new LinkedHashMap<>();
        Map<String, Integer> first = new LinkedHashMap<>();
        for (Track track : subject.release().tracks())
            for (Credit credit :
                    track.recording().facts().get(Fields.RECORDING_CREDITS).orElse(List.of()))
                for (String role : credit.roles())
                    if (Roles.performs(role)) {
                        roles.computeIfAbsent(credit.name(), name -> new LinkedHashSet<>())
                                .add(role);
                        first.putIfAbsent(credit.name(), track.number());
                    }
        List<ReadinessView.SocietySubject> all = new ArrayList<>();
        roles.forEach((name, theirs) -> all.add(new ReadinessView.SocietySubject(
                name,
                String.join(", ", theirs),
                requireNonNull(first.get(name)),
                findings.stream()
                        .filter(finding -> finding.person().filter(name::equals).isPresent())
                        .map(Finding::says)
                        .distinct()
                        .toList())));
        // what concerns a recording as a whole
        for (Track track : subject.release().tracks()) {
            List<String> needs = findings.stream()
                    .filter(finding -> finding.place().track() == track.number())
                    .filter(finding ->
                            finding.person().filter(roles::containsKey).isEmpty())
                    .map(Finding::says)
                    .toList();
            if (!needs.isEmpty())
                all.add(new ReadinessView.SocietySubject(
                        track.facts().get(Fields.TRACK_TITLE).orElse("Track " + track.number()),
                        "recording",
                        track.number(),
                        needs));
        }
        return all;
    }
}
