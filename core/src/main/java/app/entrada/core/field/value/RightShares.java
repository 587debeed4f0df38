package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Somebody's shares of a work by right, as far as they are agreed.
 *
 * @param performing of the performing right: concerts, broadcasts, streams
 * @param mechanical of the mechanical right: copies and downloads
 */
public record RightShares(Optional<Share> performing, Optional<Share> mechanical) {
    /** Nothing agreed yet. */
    public static final RightShares OPEN = new RightShares(Optional.empty(), Optional.empty());

    private static final String AMOUNT = "\\d[\\d.,]*\\s*%?";
    private static final Pattern DETAIL =
            Pattern.compile("([A-Za-z]{1,2})?\\s*(" + AMOUNT + ")?\\s*(?:(/)\\s*(" + AMOUNT + ")?)?");

    /** Both shares alike. */
    public static RightShares both(Share share) {
        return new RightShares(Optional.of(share), Optional.of(share));
    }

    /** These, and the other's where these are open. */
    RightShares or(RightShares other) {
        return new RightShares(performing.or(other::performing), mechanical.or(other::mechanical));
    }

    /** A role's code and shares: {@code CA 25.00/50.00}. */
    record Detail(Optional<String> role, RightShares shares) {
        /** Reads a role with one share for both rights or two with a stroke between, each of them optional. */
        static Detail read(PeopleType.PersonEntry parts, String example) {
            Matcher detail = DETAIL.matcher(parts.detail());
            if (!detail.matches())
                throw new MalformedValue("“%s” of %s is not a role with shares; expected: %s, performing share first"
                        .formatted(parts.detail(), parts.name(), example));
            Optional<Share> performing = Optional.ofNullable(detail.group(2)).map(Share::parse);
            Optional<Share> mechanical = detail.group(3) == null
                    ? performing
                    : Optional.ofNullable(detail.group(4)).map(Share::parse);
            return new Detail(Optional.ofNullable(detail.group(1)), new RightShares(performing, mechanical));
        }
    }

    /** For reading, behind what somebody is: “composer, 25 %”, “composer, performing 25 %, mechanical 50 %”. */
    String saidOf(String role) {
        if (performing.equals(mechanical))
            return performing.map(share -> role + ", " + share.label()).orElse(role);
        return role
                + performing.map(share -> ", performing " + share.label()).orElse("")
                + mechanical.map(share -> ", mechanical " + share.label()).orElse("");
    }

    /** {@code 25.00/50.00}; empty when nothing is agreed. */
    @Override
    public String toString() {
        if (performing.isEmpty() && mechanical.isEmpty()) return "";
        return performing.map(Share::toString).orElse("") + "/"
                + mechanical.map(Share::toString).orElse("");
    }
}
