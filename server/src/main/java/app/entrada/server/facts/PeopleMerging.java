package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Several names of one person or group become one, in one batch. */
@Component
public class PeopleMerging {
    private static final Set<Field<?>> NEVER_TAKEN_OVER =
            Set.of(Fields.PARTY_NAME, Fields.PARTY_SPELLINGS, Fields.PARTY_MERGED_INTO, Fields.PARTY_MEMBERS);

    private final JdbcClient jdbc;
    private final ReleaseRepository releases;
    private final ChangeService changes;

    PeopleMerging(JdbcClient jdbc, ReleaseRepository releases, ChangeService changes) {
        this.jdbc = jdbc;
        this.releases = releases;
        this.changes = changes;
    }

    /** What names somebody, whatever it says of them. */
    public Set<Ref> named(long id) {
        return new HashSet<>(jdbc.sql(
                        "SELECT DISTINCT entity, target_id FROM credit WHERE (party_id = ? OR via_id = ?) AND fact <> 'mergedInto'")
                .params(id, id)
                .query((row, n) -> new Ref(Entity.of(row.getString("entity")), row.getLong("target_id")))
                .list());
    }

    /**
     * The changes that make several people one: names everywhere, facts that only they have, the other spellings kept.
     *
     * @param from those whose names go
     * @param into who stays
     */
    public List<Change> changes(Collection<Long> from, long into) {
        if (from.isEmpty() || from.contains(into))
            throw Problem.input("same-person", "Choose another person to merge with.");
        Ref stays = new Ref(Entity.PARTY, into);
        Set<Ref> targets = new LinkedHashSet<>();
        Set<Ref> gone = new LinkedHashSet<>();
        for (long each : from) {
            targets.addAll(named(each));
            gone.add(new Ref(Entity.PARTY, each));
        }
        Set<Ref> all = new HashSet<>(targets);
        all.addAll(gone);
        all.add(stays);
        Map<Ref, Facts> facts = releases.facts(all);
        if (!facts.containsKey(stays) || !facts.keySet().containsAll(gone)) throw Problem.missing("person");
        String newName = nameOf(facts, stays);
        Map<String, String> renamed = new HashMap<>();
        for (Ref each : gone) renamed.put(nameOf(facts, each), newName);
        List<Change> batch = new ArrayList<>();
        for (Ref target : targets) {
            Facts named = requireNonNull(facts.get(target));
            for (Field<?> field : Fields.of(target.entity()))
                if (names(field, named).stream().anyMatch(renamed::containsKey))
                    batch.add(renamed(target, field, requireNonNull(named.text(field)), renamed));
        }
        batch.addAll(takenOver(facts, gone, stays));
        for (Ref each : gone)
            batch.add(new Change(
                    each, Fields.PARTY_MERGED_INTO, null, Names.of(newName).toString()));
        return batch;
    }

    private static String nameOf(Map<Ref, Facts> facts, Ref person) {
        return requireNonNull(requireNonNull(facts.get(person)).text(Fields.PARTY_NAME));
    }

    private static Set<String> names(Field<?> field, Facts facts) {
        Set<String> names = new HashSet<>();
        for (PeopleType.PersonEntry entry : facts.entries(field)) {
            names.add(entry.name());
            if (entry.via() != null) names.add(entry.via());
        }
        return names;
    }

    /** Facts that only those have who go, and all the spellings. */
    private static List<Change> takenOver(Map<Ref, Facts> facts, Set<Ref> gone, Ref stays) {
        Facts staying = requireNonNull(facts.get(stays));
        List<Change> batch = new ArrayList<>();
        for (Field<?> field : Fields.of(Entity.PARTY)) {
            if (NEVER_TAKEN_OVER.contains(field) || staying.text(field) != null) continue;
            gone.stream()
                    .map(each -> requireNonNull(facts.get(each)).text(field))
                    .filter(Objects::nonNull)
                    .findFirst()
                    .ifPresent(text -> batch.add(new Change(stays, field, null, text)));
        }
        Set<String> spellings = new LinkedHashSet<>(spellings(staying));
        for (Ref each : gone) {
            spellings.add(nameOf(facts, each));
            spellings.addAll(spellings(requireNonNull(facts.get(each))));
        }
        batch.add(new Change(
                stays,
                Fields.PARTY_SPELLINGS,
                staying.text(Fields.PARTY_SPELLINGS),
                new Terms(List.copyOf(spellings)).toString()));
        return batch;
    }

    private static List<String> spellings(Facts facts) {
        return facts.get(Fields.PARTY_SPELLINGS).map(Terms::list).orElse(List.of());
    }

    private static Change renamed(Ref target, Field<?> field, String text, Map<String, String> renamed) {
        try {
            return new Change(target, field, text, renamed((PeopleType<?>) field.type(), text, renamed));
        } catch (MalformedValue both) {
            throw Problem.conflict(
                    "both-named",
                    "Both names appear in one place and cannot be merged there: %s. Resolve that first; nothing was changed."
                            .formatted(both.getMessage()));
        }
    }

    private static String renamed(PeopleType<?> type, String text, Map<String, String> renamed) {
        return type.textOf(type.entriesIn(text).stream()
                .map(entry -> new PeopleType.PersonEntry(
                        renamed.getOrDefault(entry.name(), entry.name()), entry.detail(), via(entry, renamed)))
                .toList());
    }

    private static @Nullable String via(PeopleType.PersonEntry entry, Map<String, String> renamed) {
        return entry.via() == null ? null : renamed.getOrDefault(entry.via(), entry.via());
    }

    /** Makes several people one. */
    @Transactional
    public void merge(Collection<Long> from, long into, Account account) {
        String says = from.size() == 1 ? "Merge of two names" : "Merge of %d names".formatted(from.size() + 1);
        changes.applyToCatalogue(new ChangeService.Batch(says, ChangeSource.MERGE, changes(from, into)), account);
    }
}
