package app.entrada.core.code;

import java.util.regex.Pattern;

/**
 * Barcode of a release: Global Trade Item Number, GS1 General Specifications. EAN-13, or UPC-A (12 digits) stored with a
 * leading 0. The last digit checks the others: modulo 10, weights 3 and 1 alternating from the right.
 *
 * @param digits thirteen digits
 */
public record Gtin(String digits) {
    private static final Pattern SHAPE = Pattern.compile("\\d{13}");

    public Gtin {
        if (!SHAPE.matcher(digits).matches()) throw new MalformedCode("EAN or UPC barcode", digits, "12 or 13 digits");
        int wanted = checkDigit(digits.substring(0, 12));
        if (digits.charAt(12) - '0' != wanted)
            throw new MalformedCode("EAN or UPC barcode", digits, "a number whose last digit is %d".formatted(wanted));
    }

    /**
     * Reads what people type: spaces and hyphens allowed, twelve digits are a UPC-A.
     *
     * @throws MalformedCode when the count of digits or the check digit is wrong
     */
    public static Gtin parse(String typed) {
        String plain = Typed.digits(Typed.withoutWord(typed, "(?:EAN|UPC|GTIN)(?:-\\d+)?"));
        return new Gtin(plain.length() == 12 ? "0" + plain : plain);
    }

    /** The check digit, 0–9, that belongs behind twelve digits. */
    public static int checkDigit(String twelve) {
        int sum = 0;
        for (int i = 0; i < 12; i++) sum += (twelve.charAt(i) - '0') * (i % 2 == 0 ? 1 : 3);
        return (10 - sum % 10) % 10;
    }

    /** True when twelve digits suffice: a UPC-A, printed without the leading 0. */
    public boolean isUpc() {
        return digits.charAt(0) == '0';
    }

    /**
     * True for GS1's restricted ranges of in-store numbers (020–029, 040–049, 200–299), which no release may carry.
     */
    public boolean isInStore() {
        int head = Integer.parseInt(digits.substring(0, 3));
        return head >= 20 && head <= 29 || head >= 40 && head <= 49 || head >= 200 && head <= 299;
    }

    /** The form for reading, grouped as printed below the bars: {@code 9 521234 500312}. */
    @Override
    public String toString() {
        return digits.charAt(0) + " " + digits.substring(1, 7) + " " + digits.substring(7);
    }
}
