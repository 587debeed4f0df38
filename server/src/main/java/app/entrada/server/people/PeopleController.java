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

    private final PeopleService people;
    private final ChangeService changes;

    PeopleController(PeopleService people, ChangeService changes) {
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

    /** A fact about somebody. */
    record PersonFact(
            String field,
            String name,
            String type,
            List<String> words,
            String help,
            @Nullable String value,
            @Nullable String shown,
            @Nullable String problem) {}

    /** Where somebody stands. */
    record AppearanceView(long release, String title, int track, String column, String says) {}

    /** Somebody's page. */
    record PersonView(
            long id,
            String name,
            List<PersonFact> facts,
            List<AppearanceView> appears,
            List<String> groups,
            List<FoundName> alike,
            ChangeService.Stack stack) {}

    /** A change to somebody. */
    record PersonEdit(
            String field, @Nullable String before, @Nullable String after) {}

    /** A change that merging makes, in words. */
    record MergeLine(
            String fact, @Nullable String before, @Nullable String after) {}

    record MergeInto(long into) {}

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
        return new PeoplePart(
                list.people().stream()
                        .map(person -> new PersonLine(
                                person.id(),
                                requireNonNull(person.facts().text(Fields.PARTY_NAME)),
                                person.facts().text(Fields.PARTY_KIND),
                                person.facts().text(Fields.PARTY_LEGAL_NAME),
                                codes(person.facts()),
                                person.missing().stream()
                                        .<String>map(Field::name)
                                        .toList(),
                                person.appears()))
                        .toList(),
                list.more());
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
                        .map(field -> fact(field, person.facts()))
                        .toList(),
                person.appears().stream()
                        .map(each -> new AppearanceView(
                                each.releaseId(),
                                each.release(),
                                each.track(),
                                each.field().key(),
                                each.says()))
                        .toList(),
                person.groups(),
                person.alike().stream().map(PeopleController::found).toList(),
                changes.stackOfCatalogue(account));
    }

    private static PersonFact fact(Field<?> field, Facts facts) {
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
                        : wrong ? "The check digits do not match, or digits are missing." : null);
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
