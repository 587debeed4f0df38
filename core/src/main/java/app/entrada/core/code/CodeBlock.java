package app.entrada.core.code;

import java.util.OptionalInt;

/** A run of codes that belongs to the label and from which the next free one is taken. */
public sealed interface CodeBlock {
    /** How many codes the block holds; numbers run from {@link #first} to {@code size() - 1}. */
    int size();

    /** The first number that is handed out. */
    int first();

    /** The stored form of the code with this number. */
    String code(int number);

    /** The number of a code of this block; empty for any other text. */
    OptionalInt number(String code);

    /** Name under which the code book counts this block's numbers. */
    String name();

    /**
     * ISRCs of one prefix and one year of assignment (ISO 3901): 99,999 designations, 00001 onwards.
     *
     * @param prefix five characters, for example {@code XANW9}
     * @param year calendar year of assignment; only its last two digits enter the code
     */
    record OfIsrc(String prefix, int year) implements CodeBlock {
        public OfIsrc {
            if (!prefix.matches("[A-Z]{2}[A-Z0-9]{3}"))
                throw new MalformedCode("ISRC prefix", prefix, "two letters and three letters or digits");
        }

        @Override
        public int size() {
            return 100_000;
        }

        @Override
        public int first() {
            return 1;
        }

        @Override
        public String code(int number) {
            return new Isrc("%s%02d%05d".formatted(prefix, Math.floorMod(year, 100), number)).compact();
        }

        @Override
        public OptionalInt number(String code) {
            int since = Math.floorMod(year, 100);
            return behind(prefix + since / 10 + since % 10, code, 5, 5);
        }

        @Override
        public String name() {
            return "isrc:%s:%d".formatted(prefix, year);
        }
    }

    /**
     * Barcodes of one GS1 company prefix.
     *
     * @param prefix seven to eleven digits; the item numbers fill up to twelve, the check digit follows
     */
    record OfGtin(String prefix) implements CodeBlock {
        public OfGtin {
            if (!prefix.matches("\\d{7,11}"))
                throw new MalformedCode("GS1 company prefix", prefix, "seven to eleven digits");
        }

        @Override
        public int size() {
            return (int) Math.pow(10, 12 - prefix.length());
        }

        @Override
        public int first() {
            return 0;
        }

        @Override
        public String code(int number) {
            String item = String.valueOf(number);
            String twelve = prefix + "0".repeat(12 - prefix.length() - item.length()) + item;
            return new Gtin(twelve + Gtin.checkDigit(twelve)).digits();
        }

        @Override
        public OptionalInt number(String code) {
            return code.length() == 13
                    ? behind(prefix, code.substring(0, 12), 12 - prefix.length(), 12 - prefix.length())
                    : OptionalInt.empty();
        }

        @Override
        public String name() {
            return "gtin:" + prefix;
        }
    }

    /**
     * The label's own catalogue numbers: letters, a hyphen, three digits or more.
     *
     * @param prefix letters in front
     */
    record OfCatalogue(String prefix) implements CodeBlock {
        @Override
        public int size() {
            return 100_000;
        }

        @Override
        public int first() {
            return 0;
        }

        @Override
        public String code(int number) {
            return "%s-%03d".formatted(prefix, number);
        }

        @Override
        public OptionalInt number(String code) {
            return behind(prefix + "-", code, 3, 5);
        }

        @Override
        public String name() {
            return "catalogue:" + prefix;
        }
    }

    /** The digits behind a beginning, if they are so many. All codes of a label are asked, so without a pattern. */
    private static OptionalInt behind(String beginning, String code, int fewest, int most) {
        int digits = code.length() - beginning.length();
        if (digits < fewest || digits > most || !code.startsWith(beginning)) return OptionalInt.empty();
        int number = 0;
        for (int i = beginning.length(); i < code.length(); i++) {
            char digit = code.charAt(i);
            if (digit < '0' || digit > '9') return OptionalInt.empty();
            number = 10 * number + digit - '0';
        }
        return OptionalInt.of(number);
    }
}
