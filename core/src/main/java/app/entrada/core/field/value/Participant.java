package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Somebody who has a part of a recording's income.
 *
 * @param name of the person or company
 * @param as what for: artist, producer, label; empty when it is not said
 * @param share of the income, when agreed
 */
public record Participant(String name, String as, Optional<Share> share) {
    private static final Pattern DETAIL = Pattern.compile("([^\\d]*?)\\s*(\\d[\\d.,]*\\s*%?)?");

    static final PeopleList.EntryForm<Participant> KIND = new PeopleList.EntryForm<>() {
        @Override
        public Participant read(PeopleType.PersonEntry parts) {
            Matcher detail = DETAIL.matcher(parts.detail());
            if (!detail.matches())
                throw new MalformedValue("“%s” of %s is not a valid share; expected: artist 50.00"
                        .formatted(parts.detail(), parts.name()));
            return new Participant(
                    parts.name(),
                    detail.group(1),
                    Optional.ofNullable(detail.group(2)).map(Share::parse));
        }

        @Override
        public PeopleType.PersonEntry parts(Participant one) {
            return new PeopleType.PersonEntry(
                    one.name, (one.as + " " + one.share.map(Share::toString).orElse("")).strip(), null);
        }

        @Override
        public String said(Participant one) {
            return Stream.concat(Stream.of(one.as), one.share.map(Share::label).stream())
                    .filter(part -> !part.isEmpty())
                    .collect(Collectors.joining(", "));
        }
    };
}
