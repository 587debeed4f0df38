package app.entrada.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Currency;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("S1 A price is a number and a currency")
class PriceTest {
    private static final Currency EURO = Currency.getInstance("EUR");

    @Test
    void it_reads_as_a_number_with_the_code_of_its_currency() {
        assertThat(new Price(450, EURO)).hasToString("450 EUR");
        assertThat(new Price(1_000_000, Currency.getInstance("JPY"))).hasToString("1000000 JPY");
        assertThat(new Price(240, Price.UNNAMED)).hasToString("240");
    }

    @Test
    void nothing_and_less_is_no_price() {
        for (int units : new int[] {0, -1, 1_000_001, Integer.MIN_VALUE})
            assertThatThrownBy(() -> new Price(units, EURO))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessage("A price is a whole number from 1 to 1,000,000.");
    }

    /** Gone coins, metals, test codes and account units are codes of ISO 4217 too; nobody pays in them. */
    @Test
    void only_what_somebody_pays_in_today_can_be_chosen() {
        assertThat(Price.currencies())
                .extracting(Currency::getCurrencyCode)
                .contains("EUR", "GBP", "USD", "JPY", "SEK", "CHF", "ISK")
                .doesNotContain("DEM", "FRF", "XAU", "XTS", "XXX", "CHE")
                .isSorted()
                .doesNotHaveDuplicates();
        assertThat(Price.currency("EUR")).contains(EURO);
        for (String code : new String[] {"", "eur", "DEM", "XXX", "Euro"})
            assertThat(Price.currency(code)).as(code).isEmpty();
    }
}
