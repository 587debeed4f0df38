package app.entrada.server.people;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.names.NameFinder;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.platform.Problem;
import java.time.Clock;
import java.time.Year;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** People over HTTP. */
@RestController
class PeopleController {
    private static final int MOST_LISTED = 500;
    private static final int MOST_FOUND = 8;
    private static final int MOST_WANTING = 50;

    private final PeopleService people;
    private final ChangeService changes;
    private final Clock clock;

    PeopleController(PeopleService people, ChangeService changes, Clock clock) {
        this.clock = clock;
        this.people = people;
        this.changes = changes;
    }

    /**
     * Somebody who may be meant.
     *
     * @param why empty when the name itself fits, else the spelling that does
     */
    record FoundName(long id, String name, String why) {}

    /**
     * Somebody in the list.
     *
     * @param missing names of facts that others will ask for
     */
    record PersonLine(
            long id,
            String name,
            @Nullable String kind,
            @Nullable String legalName,
            List<CodeVerdict> codes,
            List<String> missing,
            int appears) {}

    /** An identifier as it is written, and whether it is right. */
    record CodeVerdict(String name, String shown, boolean right) {}

    /**
     * A fact about somebody.
     *
     * @param asked whether it is missing, and others will ask for it
     */
    record PersonFact(
            String field,
            String name,
            String type,
            List<String> words,
            String help,
            @Nullable String value,
            @Nullable String shown,
            @Nullable String problem,
            boolean asked) {}

    /**
     * A release that names somebody.
     *
     * @param date of the release, ISO 8601
     * @param cover its picture's digest
     */
    record OnReleaseView(
            long id,
            String title,
            @Nullable String date,
            @Nullable String cover,
            List<AppearanceView> places) {}

    /** Where somebody's name stands; track 0 is the release itself. */
    record AppearanceView(int track, String column, String says) {}

    /** Somebody in a group, or the group of somebody; years where they are known. */
    record BelongingView(
            long id,
            String name,
            @Nullable Integer since,
            @Nullable Integer until) {}

    /**
     * Somebody's page.
     *
     * @param year of today, to which a line of years is drawn
     */
    record PersonView(
            long id,
            String name,
            List<PersonFact> facts,
            List<OnReleaseView> releases,
            List<BelongingView> groups,
            List<BelongingView> members,
            List<FoundName> alike,
            int year,
            ChangeService.Stack stack) {}

    /** A change to somebody. */
    record PersonEdit(
            String field, @Nullable String before, @Nullable String after) {}

    /** A change that merging makes, in words. */
    record MergeLine(
            String fact, @Nullable String before, @Nullable String after) {}

    record MergeInto(long into) {}

    /**
     * A fact that is missing of some.
     *
     * @param whose of whom it is asked, in words
     * @param count of how many it is missing
     * @param people those first who are named most often, at most fifty
     */
    record WantingView(String field, String name, String whose, int count, List<PersonLine> people) {}

    /** People in a list; {@code more} says whether there are others behind them. */
    record PeoplePart(List<PersonLine> people, boolean more) {}

    /**
     * People by name.
     *
     * @param find what somebody typed of a name, in any spelling
     * @param after behind whom to go on
     */
    @GetMapping("/api/people")
    PeoplePart all(
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(required = false) @Nullable Long after,
            @RequestParam(defaultValue = "100") int count) {
        int most = Math.max(1, Math.min(count, MOST_LISTED));
        PeopleService.PeopleList list =
                find.isBlank() || find.length() > 200 ? people.list(kind, after, most) : people.found(find, kind, most);
        return new PeoplePart(list.people().stream().map(PeopleController::line).toList(), list.more());
    }

    private static PersonLine line(PeopleService.Listed person) {
        return new PersonLine(
                person.id(),
                requireNonNull(person.facts().text(Fields.PARTY_NAME)),
                person.facts().text(Fields.PARTY_KIND),
                person.facts().text(Fields.PARTY_LEGAL_NAME),
                codes(person.facts()),
                person.missing().stream().<String>map(Field::name).toList(),
                person.appears());
    }

    /** What others will ask of people, and is missing. */
    @GetMapping("/api/people/wanting")
    List<WantingView> wanting() {
        return people.wanting().stream()
                .map(each -> new WantingView(
                        each.field().id(),
                        each.field().name(),
                        each.whose(),
                        each.people().size(),
                        each.people().stream()
                                .limit(MOST_WANTING)
                                .map(PeopleController::line)
                                .toList()))
                .toList();
    }

    private static List<CodeVerdict> codes(Facts facts) {
        List<CodeVerdict> codes = new ArrayList<>();
        for (Field<?> field : List.of(Fields.PARTY_IPI, Fields.PARTY_ISNI))
            if (facts.get(field).orElse(null) instanceof DraftCode<?> written)
                codes.add(new CodeVerdict(
                        field.name(), facts.display(field), written.code().isPresent()));
        return codes;
    }

    @GetMapping("/api/people/find")
    List<FoundName> find(@RequestParam String typed) {
        if (typed.length() > 200) return List.of();
        return people.find(typed, MOST_FOUND).stream()
                .map(PeopleController::found)
                .toList();
    }

    private static FoundName found(NameFinder.NameMatch found) {
        return new FoundName(
                found.id(), found.name(), found.spelling().equals(found.name()) ? "" : "also " + found.spelling());
    }

    @GetMapping("/api/people/{id}")
    PersonView person(@PathVariable long id, @AuthenticationPrincipal Account account) {
        PeopleService.Person person = people.person(id);
        return new PersonView(
                id,
                requireNonNull(person.facts().text(Fields.PARTY_NAME)),
                Fields.of(Entity.PARTY).stream()
                        .filter(field -> field != Fields.PARTY_MERGED_INTO)
                        .map(field -> fact(field, person.listed()))
                        .toList(),
                person.releases().stream().map(PeopleController::on).toList(),
                person.groups().stream().map(PeopleController::belonging).toList(),
                person.members().stream().map(PeopleController::belonging).toList(),
                person.alike().stream().map(PeopleController::found).toList(),
                Year.now(clock).getValue(),
                changes.stackOfCatalogue(account));
    }

    private static OnReleaseView on(PeopleService.OnRelease release) {
        return new OnReleaseView(
                release.id(),
                release.title(),
                release.facts().text(Fields.RELEASE_DATE),
                release.facts().text(Fields.RELEASE_COVER),
                release.places().stream()
                        .map(each ->
                                new AppearanceView(each.track(), each.field().key(), each.says()))
                        .toList());
    }

    private static BelongingView belonging(PeopleService.Belonging each) {
        return new BelongingView(
                each.id(), each.name(), each.since().orElse(null), each.until().orElse(null));
    }

    private static PersonFact fact(Field<?> field, PeopleService.Listed person) {
        Facts facts = person.facts();
        boolean wrong = facts.get(field).orElse(null) instanceof DraftCode<?> written
                && written.code().isEmpty();
        return new PersonFact(
                field.id(),
                field.name(),
                field.type().name(),
                ValueTypes.wordsOf(field.type()),
                field.help(),
                facts.text(field),
                facts.display(field),
                facts.unreadable().containsKey(field)
                        ? "Not readable: " + facts.unreadable().get(field).why() + ". Enter it again."
                        : wrong ? "The check digits do not match, or digits are missing." : null,
                person.missing().contains(field));
    }

    @PostMapping("/api/people/{id}/changes")
    PersonView change(@PathVariable long id, @RequestBody PersonEdit edit, @AuthenticationPrincipal Account account) {
        Field<?> field = Fields.byId(edit.field() == null ? "" : edit.field());
        try {
            Change change = new Change(new Ref(Entity.PARTY, id), field, edit.before(), edit.after());
            changes.applyToCatalogue(
                    new ChangeService.Batch(field.name() + " of a person", ChangeSource.TYPED, List.of(change)),
                    account);
        } catch (MalformedValue wrong) {
            throw Problem.input("malformed-value", wrong.getMessage()).with("field", field.id());
        }
        return person(id, account);
    }

    /** Puts somebody away on whom nothing stands. */
    @DeleteMapping("/api/people/{id}")
    void putAway(@PathVariable long id) {
        people.putAway(id);
    }

    /** Brings somebody back who was put away. */
    @PostMapping("/api/people/{id}/restore")
    void restore(@PathVariable long id) {
        people.restore(id);
    }

    @PostMapping("/api/people/undo")
    void undo(@AuthenticationPrincipal Account account) {
        changes.undoInCatalogue(account);
    }

    @PostMapping("/api/people/redo")
    void redo(@AuthenticationPrincipal Account account) {
        changes.redoInCatalogue(account);
    }

    @GetMapping("/api/people/{id}/merge")
    List<MergeLine> mergePreview(@PathVariable long id, @RequestParam long into) {
        return people.merging(id, into).stream()
                .map(change -> new MergeLine(
                        change.target().entity().id() + ", " + change.field().name(), change.before(), change.after()))
                .toList();
    }

    @PostMapping("/api/people/{id}/merge")
    PersonView merge(@PathVariable long id, @RequestBody MergeInto wanted, @AuthenticationPrincipal Account account) {
        people.merge(id, wanted.into(), account);
        return person(wanted.into(), account);
    }
}
