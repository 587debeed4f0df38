package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Locale;

/**
 * Somebody who publishes a work, with the shares that are theirs.
 *
 * @param name of the company
 * @param role what they do for the work
 * @param shares of the performing right all publishers together hold at most 50.00
 */
public record Publisher(String name, Role role, RightShares shares) {
    /** What a publisher does; the codes are those of the common exchange format of the authors' societies. */
    public enum Role {
        /** Original publisher. */
        E("original publisher"),
        /** Collects for the original publisher. */
        AM("administrator"),
        /** Publishes for a territory. */
        SE("sub-publisher");

        private final String says;

        Role(String says) {
            this.says = says;
        }

        /** The role in words. */
        public String label() {
            return says;
        }
    }

    static final PeopleList.EntryForm<Publisher> KIND = new PeopleList.EntryForm<>() {
        @Override
        public Publisher read(PeopleType.PersonEntry parts) {
            RightShares.Detail detail = RightShares.Detail.read(parts, "E 50.00/50.00");
            return new Publisher(parts.name(), detail.role().map(this::role).orElse(Role.E), detail.shares());
        }

        private Role role(String code) {
            try {
                return Role.valueOf(code.toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException unknown) {
                throw new MalformedValue("“%s” is not a publisher role; expected: E, AM or SE".formatted(code));
            }
        }

        @Override
        public PeopleType.PersonEntry parts(Publisher publisher) {
            return new PeopleType.PersonEntry(publisher.name, (publisher.role + " " + publisher.shares).strip(), null);
        }

        @Override
        public String said(Publisher publisher) {
            return publisher.shares.saidOf(publisher.role.says);
        }
    };
}
