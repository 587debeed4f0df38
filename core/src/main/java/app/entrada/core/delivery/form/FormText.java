package app.entrada.core.delivery.form;

import app.entrada.core.check.profile.Caption;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.field.value.Participant;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Facts;
import app.entrada.core.sound.AudioFacts;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A value as a field of a form wants it written.
 *
 * @param text what is pasted; empty when there is no value, or none that can be written so
 * @param note what a person should know of it; empty for nothing
 * @param problem why it cannot be written as wanted; empty when it can
 */
record FormText(String text, String note, String problem) {
    static final FormText NOTHING = new FormText("", "", "");

    static FormText of(String text) {
        return new FormText(text, "", "");
    }

    private static FormText impossible(String problem) {
        return new FormText("", "", problem);
    }

    /** The same with a note. */
    FormText noted(String said) {
        return new FormText(text, said, problem);
    }

    /**
     * Writes a value of the registry.
     *
     * @param canonical its own text, for types that every form takes as they are
     * @param people facts of people by name, for the order of their names
     */
    static FormText of(Object value, String canonical, Caption.Writing writing, Map<String, Facts> people) {
        if (value instanceof LocalDate day)
            return of(writing.date().write(day.getYear(), day.getMonthValue(), day.getDayOfMonth()));
        if (value instanceof PartialDate day) return date(day, writing);
        if (value instanceof PlayingTime time) return of(time(time, writing.time()));
        if (value instanceof DraftCode<?> code) return of(code.text());
        if (value instanceof Names names) return names(names.list(), writing, people);
        if (value instanceof Terms terms) return list(terms.list(), writing);
        if (value instanceof Share share) return share(share, writing);
        if (value instanceof List<?> many && !many.isEmpty()) return many(many, canonical, writing, people);
        return of(writing.words().getOrDefault(canonical, canonical));
    }

    private static FormText many(List<?> many, String canonical, Caption.Writing writing, Map<String, Facts> people) {
        if (many.stream().allMatch(String.class::isInstance))
            return list(many.stream().map(String::valueOf).toList(), writing);
        List<String> names =
                many.stream().map(FormText::name).flatMap(Optional::stream).toList();
        return names.size() == many.size() ? names(names, writing, people) : of(canonical);
    }

    /** Whom an entry of a list is about. */
    private static Optional<String> name(Object entry) {
        if (entry instanceof Writer writer) return Optional.of(writer.name());
        if (entry instanceof Publisher publisher) return Optional.of(publisher.name());
        if (entry instanceof Credit credit) return Optional.of(credit.name());
        return entry instanceof Participant participant ? Optional.of(participant.name()) : Optional.empty();
    }

    private static FormText date(PartialDate day, Caption.Writing writing) {
        if (writing.date() == Caption.DateOrder.YEAR) return of(writing.date().write(day.year(), 1, 1));
        if (day.month().isEmpty() || day.day().isEmpty())
            return impossible("The form needs a full date; only %s is known.".formatted(day));
        return of(writing.date()
                .write(day.year(), day.month().getAsInt(), day.day().getAsInt()));
    }

    static String time(PlayingTime time, Caption.TimeForm form) {
        long seconds = Math.round(time.seconds());
        return switch (form) {
            case SECONDS -> String.valueOf(seconds);
            case HOURS -> String.format(Locale.ROOT, "%02d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60);
            case MINUTES -> AudioFacts.time(time.milliseconds());
        };
    }

    static FormText share(Share share, Caption.Writing writing) {
        if (writing.decimals() == 2) return of(share.toString());
        if (share.hundredths() % 100 == 0) return of(String.valueOf(share.hundredths() / 100));
        return impossible("The form needs a whole number; the share is %s.".formatted(share));
    }

    static FormText list(List<String> values, Caption.Writing writing) {
        List<String> written = values.stream()
                .map(value -> writing.words().getOrDefault(value, value))
                .toList();
        String comma = writing.list() == Caption.Separator.COMMAS
                ? written.stream()
                        .filter(each -> each.contains(","))
                        .findFirst()
                        .orElse("")
                : "";
        FormText text = of(writing.list().join(written));
        return comma.isEmpty()
                ? text
                : text.noted("“%s” contains a comma; the form may read it as two.".formatted(comma));
    }

    static FormText names(List<String> names, Caption.Writing writing, Map<String, Facts> people) {
        if (writing.names() == Caption.NameOrder.CREDITED) return list(names, writing);
        List<String> turned = names.stream()
                .map(name -> lastFirst(name, people.getOrDefault(name, Facts.NONE)))
                .toList();
        if (turned.size() > 1 && writing.list() == Caption.Separator.COMMAS)
            return impossible("Several names as “last, first” with commas between cannot be told apart;"
                    + " choose lines or semicolons for this caption.");
        return of(writing.list().join(turned));
    }

    /**
     * A person's names turned round: by the name to sort by, which says where the family name begins, else before the last
     * word and the small words that belong to it. Groups and companies stay as they are.
     */
    static String lastFirst(String name, Facts person) {
        Optional<String> sort = person.get(Fields.PARTY_SORT_NAME).filter(text -> text.contains(", "));
        if (sort.isPresent()) return sort.get();
        String kind = person.get(Fields.PARTY_KIND).orElse("person");
        List<String> words = List.of(name.strip().split("\\s+"));
        if (!kind.equals("person") || words.size() < 2) return name;
        int family = words.size() - 1;
        while (family > 1 && isParticle(words.get(family - 1))) family--;
        return String.join(" ", words.subList(family, words.size())) + ", "
                + String.join(" ", words.subList(0, family));
    }

    /** de, van, von der: written small, and part of the family name. */
    private static boolean isParticle(String word) {
        return word.length() <= 4 && word.equals(word.toLowerCase(Locale.ROOT)) && Character.isLetter(word.charAt(0));
    }
}
