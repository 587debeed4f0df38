package app.entrada.core.code;

/**
 * Interested Party Information name number, CISAC: eleven digits, the last two a modulo 101 check over the first nine
 * with weights 10 to 2.
 *
 * @param digits eleven digits
 */
public record IpiNameNumber(String digits) {
    public IpiNameNumber {
        if (!digits.matches("\\d{11}")) throw new MalformedCode("IPI name number", digits, "eleven digits");
        int wanted = check(digits.substring(0, 9));
        if (Integer.parseInt(digits.substring(9)) != wanted)
            throw new MalformedCode(
                    "IPI name number", digits, "a number whose last two digits are %02d".formatted(wanted));
    }

    /** Reads what people type; missing leading zeros are filled in. */
    public static IpiNameNumber parse(String typed) {
        String plain = Typed.digits(Typed.withoutWord(typed, "IPI"));
        if (!plain.matches("\\d{9,11}")) throw new MalformedCode("IPI name number", typed.strip(), "eleven digits");
        return new IpiNameNumber("0".repeat(11 - plain.length()) + plain);
    }

    /** The two check digits, 0–99, of nine digits. */
    public static int check(String nine) {
        int sum = 0;
        for (int i = 0; i < 9; i++) sum += (10 - i) * (nine.charAt(i) - '0');
        int rest = sum % 101;
        return rest == 0 ? 0 : (101 - rest) % 100;
    }

    @Override
    public String toString() {
        return digits;
    }
}
