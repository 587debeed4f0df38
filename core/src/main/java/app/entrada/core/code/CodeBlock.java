package app.entrada.core.code;

/** A run of codes that belongs to the label and from which the next free one is taken. */
public sealed interface CodeBlock {
    /** How many codes the block holds; numbers run from {@link #first} to {@code size() - 1}. */
    int size();

    /** The first number that is handed out. */
    int first();

    /** The stored form of the code with this number. */
    String code(int number);

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

        public int size() {
            return 100_000;
        }

        public int first() {
            return 1;
        }

        public String code(int number) {
            return new Isrc("%s%02d%05d".formatted(prefix, Math.floorMod(year, 100), number)).compact();
        }

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

        public int size() {
            return (int) Math.pow(10, 12 - prefix.length());
        }

        public int first() {
            return 0;
        }

        public String code(int number) {
            String item = String.valueOf(number);
            String twelve = prefix + "0".repeat(12 - prefix.length() - item.length()) + item;
            return new Gtin(twelve + Gtin.checkDigit(twelve)).digits();
        }

        public String name() {
            return "gtin:" + prefix;
        }
    }
}
