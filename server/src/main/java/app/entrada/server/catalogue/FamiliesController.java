package app.entrada.server.catalogue;

import app.entrada.core.spelling.Spelling;
import app.entrada.core.spelling.SpellingFamily;
import app.entrada.core.spelling.SpellingKind;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.platform.Problem;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Spelling families over HTTP. */
@RestController
class FamiliesController {
    private static final int MOST_FAMILIES = 200;

    private final SpellingFamilies families;
    private final ChangeService changes;

    FamiliesController(SpellingFamilies families, ChangeService changes) {
        this.families = families;
        this.changes = changes;
    }

    /**
     * A spelling of a family.
     *
     * @param sure whether nobody needs to look at it again
     */
    record MemberView(String id, String text, int count, boolean sure) {}

    /** A spelling that looks like a family and is not of it. */
    record LeftOutView(String id, String text, int count, String why) {}

    /**
     * A family.
     *
     * @param members the proposed right one first
     * @param places in which another spelling stands
     */
    record FamilyView(
            String kind, List<MemberView> members, List<LeftOutView> leftOut, List<String> evidence, int places) {}

    /**
     * A kind of values.
     *
     * @param spellings how many different ones there are
     */
    record KindView(String id, int families, int spellings) {}

    /** What somebody has said to be two. */
    record ApartView(long id, String kind, String one, String other, String by, Instant at) {}

    /**
     * What is probably one.
     *
     * @param total how many families there are of what was asked for
     */
    record FamiliesView(List<KindView> kinds, int total, List<FamilyView> families, List<ApartView> apart) {}

    /** @param kind id of a kind; all when there is none */
    @GetMapping("/api/families")
    FamiliesView families(@RequestParam(required = false) @Nullable String kind) {
        SpellingKind only = kind == null ? null : kind(kind);
        SpellingFamilies.Found found = families.families();
        List<SpellingFamily> wanted = found.families().stream()
                .filter(family -> only == null || family.kind() == only)
                .toList();
        return new FamiliesView(
                Arrays.stream(SpellingKind.values())
                        .map(each -> new KindView(
                                each.id(),
                                (int) found.families().stream()
                                        .filter(family -> family.kind() == each)
                                        .count(),
                                found.spellings().getOrDefault(each, 0)))
                        .toList(),
                wanted.size(),
                wanted.stream()
                        .limit(MOST_FAMILIES)
                        .map(FamiliesController::view)
                        .toList(),
                found.apart().stream()
                        .map(each -> new ApartView(
                                each.id(),
                                each.kind().id(),
                                found.people().getOrDefault(each.one(), each.one()),
                                found.people().getOrDefault(each.other(), each.other()),
                                each.by(),
                                each.at()))
                        .toList());
    }

    private static FamilyView view(SpellingFamily family) {
        return new FamilyView(
                family.kind().id(),
                family.members().stream()
                        .map(member -> {
                            Spelling spelling = member.spelling();
                            return new MemberView(spelling.id(), spelling.text(), spelling.count(), member.sure());
                        })
                        .toList(),
                family.leftOut().stream()
                        .map(out -> new LeftOutView(
                                out.spelling().id(),
                                out.spelling().text(),
                                out.spelling().count(),
                                out.why()))
                        .toList(),
                family.evidence(),
                family.places());
    }

    private static SpellingKind kind(@Nullable String id) {
        return SpellingKind.of(Objects.toString(id, "")).orElseThrow(() -> Problem.missing("kind of spelling"));
    }

    /**
     * Spellings that become one.
     *
     * @param ids of those that go
     * @param right of the one that stays
     * @param places how many places were seen; only to make them one
     */
    record WantedSpelling(
            String kind,
            List<String> ids,
            String right,
            @Nullable Integer places) {}

    /**
     * A place that becomes different.
     *
     * @param release that shows it; null for what is said of a person
     * @param title of the release, or name of the person
     * @param where the fact's name, with the track if there is one
     */
    record ChangedPlaceView(
            @Nullable Long release,
            @Nullable String title,
            String where,
            @Nullable String before,
            @Nullable String after) {}

    /** A release that is out with the old spelling. */
    record DeliveredView(String title, String to) {}

    /** What would be written. */
    record SpellingPreview(List<ChangedPlaceView> places, int releases, List<DeliveredView> delivered) {}

    @PostMapping("/api/families/preview")
    SpellingPreview preview(@RequestBody WantedSpelling wanted) {
        SpellingFamilies.Planned planned =
                families.plan(kind(wanted.kind()), ids(wanted.ids()), Objects.toString(wanted.right(), ""));
        return new SpellingPreview(
                planned.places().stream()
                        .map(place -> new ChangedPlaceView(
                                place.release(),
                                place.title(),
                                place.track() == 0
                                        ? place.field().name()
                                        : "track %d, %s"
                                                .formatted(
                                                        place.track(),
                                                        place.field().name()),
                                place.before(),
                                place.after()))
                        .toList(),
                planned.releases(),
                planned.delivered().stream()
                        .map(each -> new DeliveredView(each.title(), each.to()))
                        .toList());
    }

    private static List<String> ids(@Nullable List<String> ids) {
        return ids == null
                ? List.of()
                : ids.stream().filter(Objects::nonNull).distinct().toList();
    }

    @PostMapping("/api/families/one")
    ChangeService.Stack makeOne(@RequestBody WantedSpelling wanted, @AuthenticationPrincipal Account account) {
        families.makeOne(
                kind(wanted.kind()),
                ids(wanted.ids()),
                Objects.toString(wanted.right(), ""),
                wanted.places() == null ? -1 : wanted.places(),
                account);
        return changes.stackOfCatalogue(account);
    }

    /** Spellings that are of others. */
    record KeptApart(String kind, List<String> ids) {}

    @PostMapping("/api/families/apart")
    void keepApart(@RequestBody KeptApart wanted, @AuthenticationPrincipal Account account) {
        families.keepApart(kind(wanted.kind()), ids(wanted.ids()), account);
    }

    @DeleteMapping("/api/families/apart/{id}")
    void withdraw(@PathVariable long id, @AuthenticationPrincipal Account account) {
        families.withdraw(id, account);
    }
}
