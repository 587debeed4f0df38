package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Somebody who wrote a work, with the shares that are theirs.
 *
 * @param name of the person
 * @param role what they wrote
 * @param publisher who publishes their part, when somebody does
 */
public record Writer(String name, Role role, RightShares shares, Optional<String> publisher) {
    /** What a writer writes; the codes are those of the common exchange format of the authors' societies. */
    public enum Role {
        /** Music and words. */
        CA("composer and author", true, true),
        /** Music. */
        C("composer", true, false),
        /** Words. */
        A("author", false, true),
        /** A new setting of somebody's music. */
        AR("arranger", false, false),
        /** New words to somebody's music. */
        AD("adaptor", false, false),
        /** Words in another language. */
        TR("translator", false, false);

        private final String says;
        private final boolean music;
        private final boolean words;

        Role(String says, boolean music, boolean words) {
            this.says = says;
            this.music = music;
            this.words = words;
        }

        /** The role in words. */
        public String label() {
            return says;
        }
    }

    /** A writer of whom only the role is known. */
    public static Writer of(String name, Role role) {
        return new Writer(name, role, RightShares.OPEN, Optional.empty());
    }

    /** The writer with other shares. */
    public Writer with(RightShares others) {
        return new Writer(name, role, others, publisher);
    }

    /** Names of those who wrote music, in order. */
    public static List<String> composers(List<Writer> writers) {
        return writers.stream()
                .filter(writer -> writer.role.music)
                .map(Writer::name)
                .toList();
    }

    /** Names of those who wrote words, in order. */
    public static List<String> lyricists(List<Writer> writers) {
        return writers.stream()
                .filter(writer -> writer.role.words)
                .map(Writer::name)
                .toList();
    }

    /** Names of those with one role, in order. */
    public static List<String> as(Role role, List<Writer> writers) {
        return writers.stream()
                .filter(writer -> writer.role == role)
                .map(Writer::name)
                .toList();
    }

    static final PeopleList.EntryForm<Writer> KIND = new PeopleList.EntryForm<>() {
        @Override
        public Writer read(PeopleType.PersonEntry parts) {
            RightShares.Detail detail = RightShares.Detail.read(parts, "CA 50.00/50.00");
            return new Writer(
                    parts.name(),
                    detail.role().map(this::role).orElse(Role.CA),
                    detail.shares(),
                    Optional.ofNullable(parts.via()));
        }

        private Role role(String code) {
            try {
                return Role.valueOf(code.toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException unknown) {
                throw new MalformedValue("“%s” is not a writer role; expected: CA, C, A, AR, AD or TR".formatted(code));
            }
        }

        @Override
        public PeopleType.PersonEntry parts(Writer writer) {
            return new PeopleType.PersonEntry(
                    writer.name, (writer.role + " " + writer.shares).strip(), writer.publisher.orElse(null));
        }

        @Override
        public String said(Writer writer) {
            return writer.shares.saidOf(writer.role.says);
        }

        /** A composer who is also named as the author is both. */
        @Override
        public Writer joined(Writer first, Writer second) {
            boolean wroteBoth = first.role.music != second.role.music && first.role.words != second.role.words;
            if (first.role != second.role && !wroteBoth) return PeopleList.EntryForm.super.joined(first, second);
            return new Writer(
                    first.name,
                    wroteBoth ? Role.CA : first.role,
                    first.shares.or(second.shares),
                    first.publisher.or(second::publisher));
        }
    };
}
