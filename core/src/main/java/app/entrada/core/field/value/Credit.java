package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What somebody did on a recording.
 *
 * @param name of the person or group
 * @param roles in the words of the trade: vocals, guitar, producer, mix; never empty
 * @param as the name as credited, when it is another
 */
public record Credit(String name, List<String> roles, Optional<String> as) {
    private static final Pattern AS = Pattern.compile("(.*?)(?:^|\\s+)as\\s+(.+)");

    public Credit {
        roles = List.copyOf(roles);
        if (roles.isEmpty())
            throw new MalformedValue("“%s” has no role; expected: %s: vocals, guitar".formatted(name, name));
    }

    /** What stands on the sleeve. */
    public String credited() {
        return as.orElse(name);
    }

    /** The credit with further roles. */
    Credit plus(Credit more) {
        Set<String> all = new LinkedHashSet<>(roles);
        all.addAll(more.roles);
        return new Credit(name, List.copyOf(all), as.or(more::as));
    }

    static final PeopleList.EntryForm<Credit> KIND = new PeopleList.EntryForm<>() {
        @Override
        public Credit read(PeopleType.PersonEntry parts) {
            Optional<String> as = Optional.empty();
            List<String> roles = new ArrayList<>();
            // the name as credited may stand behind any of the roles; it is never a part of one
            for (String piece : parts.detail().split(",")) {
                String role = piece;
                var named = AS.matcher(piece);
                if (named.matches()) {
                    role = named.group(1);
                    String name = named.group(2).strip();
                    if (as.isPresent() && !as.get().equals(name))
                        throw new MalformedValue("“%s” is credited here under two names, “%s” and “%s”; use one"
                                .formatted(parts.name(), as.get(), name));
                    as = Optional.of(name);
                }
                String plain = role.strip().replaceAll("\\s+", " ");
                if (!plain.isEmpty() && !roles.contains(plain)) roles.add(plain);
            }
            return new Credit(parts.name(), roles, as.filter(name -> !name.equals(parts.name())));
        }

        @Override
        public PeopleType.PersonEntry parts(Credit credit) {
            String roles = String.join(", ", credit.roles);
            return new PeopleType.PersonEntry(
                    credit.name, credit.as.map(as -> roles + " as " + as).orElse(roles), null);
        }

        @Override
        public Credit joined(Credit first, Credit second) {
            return first.plus(second);
        }
    };
}
