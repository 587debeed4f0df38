package app.entrada.core.delivery;

import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/**
 * What a licence costs.
 *
 * @param units whole units of the currency, 1 to {@link #MOST}
 * @param currency by ISO 4217; {@link #UNNAMED} where none was named
 */
public record Price(int units, Currency currency) {
    /** The highest price that is taken. */
    public static final int MOST = 1_000_000;

    /** The code of ISO 4217 for no currency: on prices that were agreed before the house named its own. */
    public static final Currency UNNAMED = Currency.getInstance("XXX");

    private static final List<Currency> IN_USE = Arrays.stream(Locale.getISOCountries())
            .map(country -> Currency.getInstance(new Locale("", country)))
            .filter(Objects::nonNull)
            .distinct()
            .sorted(Comparator.comparing(Currency::getCurrencyCode))
            .toList();

    /**
     * @throws IllegalArgumentException for units that are not within the range
     */
    public Price {
        if (units < 1 || units > MOST)
            throw new IllegalArgumentException("A price is a whole number from 1 to %,d.".formatted(MOST));
    }

    /** The currencies in which somebody pays today, by code: each that a country of ISO 3166 uses. */
    public static List<Currency> currencies() {
        return IN_USE;
    }

    /** The currency with this code, empty where nobody pays in it. */
    public static Optional<Currency> currency(String code) {
        return IN_USE.stream()
                .filter(each -> each.getCurrencyCode().equals(code))
                .findFirst();
    }

    /** As it is read: {@code 450 EUR}. */
    @Override
    public String toString() {
        return currency.equals(UNNAMED) ? String.valueOf(units) : units + " " + currency.getCurrencyCode();
    }
}
