package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * A share of a right or of an income, in exact hundredths of a per cent.
 *
 * @param hundredths 0 to 10,000; 10,000 is the whole
 */
public record Share(int hundredths) {
    /** All of it. */
    public static final Share WHOLE = new Share(10_000);

    private static final Pattern SHAPE = Pattern.compile("(\\d{1,3})(?:[.,](\\d{1,2}))?\\s*%?");

    public Share {
        if (hundredths < 0 || hundredths > 10_000)
            throw new MalformedValue("A share must be between 0 and 100.00, not " + BigDecimal.valueOf(hundredths, 2));
    }

    /** Reads {@code 50}, {@code 33.33}, {@code 33,33} or {@code 50 %}. */
    public static Share parse(String typed) {
        var parts = SHAPE.matcher(typed.strip());
        if (!parts.matches())
            throw new MalformedValue(
                    "“%s” is not a valid share; expected: a number such as 50 or 33.33".formatted(typed.strip()));
        String decimals = parts.group(2) == null ? "00" : (parts.group(2) + "0").substring(0, 2);
        return new Share(Integer.parseInt(parts.group(1)) * 100 + Integer.parseInt(decimals));
    }

    /**
     * Equal parts that total exactly the whole: what cannot be divided goes, a hundredth each, to the first.
     *
     * @param total to divide
     * @param parts at least 1
     */
    public static List<Share> equal(Share total, int parts) {
        List<Share> shares = new ArrayList<>();
        int rest = total.hundredths % parts;
        for (int i = 0; i < parts; i++) shares.add(new Share(total.hundredths / parts + (i < rest ? 1 : 0)));
        return shares;
    }

    /** For reading: {@code 50 %}, {@code 33.33 %}. */
    public String label() {
        return BigDecimal.valueOf(hundredths, 2).stripTrailingZeros().toPlainString() + " %";
    }

    /** Two decimals, {@code 33.33}. */
    @Override
    public String toString() {
        return BigDecimal.valueOf(hundredths, 2).toPlainString();
    }
}
