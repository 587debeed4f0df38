package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A list of people of one kind: {@code name: detail via other; name: detail}. A colon within a name stays part of it as
 * long as what follows is no detail.
 *
 * @param <E> one of them
 */
final class PeopleList<E> implements PeopleType<List<E>> {
    /** How one kind of entry is read from its parts and taken apart again; reading throws {@link MalformedValue}. */
    interface EntryForm<E> {
        E read(PersonEntry parts);

        PersonEntry parts(E entry);

        /** What is said of the name, for reading. */
        default String said(E entry) {
            return parts(entry).detail();
        }

        /** How two entries of one name become one; by default they cannot. */
        default E joined(E first, E second) {
            throw new MalformedValue("“%s” appears twice; list it once with all its values"
                    .formatted(parts(first).name()));
        }
    }

    private static final Pattern LINE = Pattern.compile("(.+?)(?::\\s+([^:]*?))?(?:\\s+via\\s+([^:]+?))?");

    private final String name;
    private final EntryForm<E> kind;
    private final Function<E, String> shown;

    /** @param shown an entry for reading */
    PeopleList(String name, EntryForm<E> kind, Function<E, String> shown) {
        this.name = name;
        this.kind = kind;
        this.shown = shown;
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public List<E> parse(String typed) {
        List<PersonEntry> entries = new ArrayList<>();
        for (String each : ValueTypes.plain(typed).split(";")) {
            if (each.isBlank()) continue;
            Matcher parts = LINE.matcher(each.strip());
            if (!parts.matches()) throw new MalformedValue("“%s” has no name".formatted(each.strip()));
            entries.add(new PersonEntry(
                    parts.group(1).strip(),
                    parts.group(2) == null ? "" : parts.group(2).strip(),
                    parts.group(3) == null ? null : parts.group(3).strip()));
        }
        if (entries.isEmpty()) throw new MalformedValue("Separate names with semicolons");
        return of(entries);
    }

    @Override
    public String format(List<E> value) {
        return value.stream().map(kind::parts).map(PersonEntry::line).collect(Collectors.joining("; "));
    }

    @Override
    public String display(List<E> value) {
        return value.stream().map(shown).collect(Collectors.joining(", "));
    }

    @Override
    public List<PersonEntry> entries(List<E> value) {
        return value.stream().map(kind::parts).toList();
    }

    @Override
    public String said(PersonEntry entry) {
        return kind.said(kind.read(entry));
    }

    @Override
    public List<E> of(List<PersonEntry> entries) {
        List<E> list = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (PersonEntry entry : PeopleType.bounded(entries)) {
            E read = kind.read(entry);
            int there = names.indexOf(entry.name());
            if (there >= 0) list.set(there, kind.joined(list.get(there), read));
            else {
                names.add(entry.name());
                list.add(read);
            }
        }
        return List.copyOf(list);
    }
}
