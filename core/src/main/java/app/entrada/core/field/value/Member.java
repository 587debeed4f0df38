package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A member of a group, with the years.
 *
 * @param since first year, when known
 * @param until last year, when it is over
 */
public record Member(String name, Optional<Integer> since, Optional<Integer> until) {
    private static final Pattern YEARS = Pattern.compile("(\\d{4})?\\s*[-–]\\s*(\\d{4})?|(\\d{4})?");

    public Member {
        if (since.isPresent() && until.isPresent() && since.get() > until.get())
            throw new MalformedValue(
                    "%s cannot have left in %d before joining in %d".formatted(name, until.get(), since.get()));
    }

    /** Whether the person belonged to the group in a year. */
    public boolean in(int year) {
        return since.map(first -> first <= year).orElse(true)
                && until.map(last -> year <= last).orElse(true);
    }

    static final PeopleList.EntryForm<Member> KIND = new PeopleList.EntryForm<>() {
        @Override
        public Member read(PeopleType.PersonEntry parts) {
            Matcher years = YEARS.matcher(parts.detail());
            if (!years.matches())
                throw new MalformedValue(
                        "“%s” of %s is not a span of years; expected: 2014–2019, or 2014– for “since 2014”"
                                .formatted(parts.detail(), parts.name()));
            String first = years.group(1) == null ? years.group(3) : years.group(1);
            return new Member(
                    parts.name(),
                    Optional.ofNullable(first).map(Integer::valueOf),
                    Optional.ofNullable(years.group(2)).map(Integer::valueOf));
        }

        @Override
        public PeopleType.PersonEntry parts(Member member) {
            String years = member.since.isEmpty() && member.until.isEmpty()
                    ? ""
                    : member.since.map(String::valueOf).orElse("") + "–"
                            + member.until.map(String::valueOf).orElse("");
            return new PeopleType.PersonEntry(member.name, years, null);
        }
    };
}
