package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.Price;
import app.entrada.core.field.value.Territories;
import app.entrada.server.facts.HouseFactsRepository;
import app.entrada.server.platform.Problem;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Currency;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reads what a sender chose; a price is in the currency of the house. */
@Component
class TermsReader {
    private final HouseFactsRepository house;

    TermsReader(HouseFactsRepository house) {
        this.house = house;
    }

    /** What a sender chooses; what is not said is as usual. */
    record TermsTyped(
            @Nullable String visibility,
            @Nullable Boolean downloads,
            @Nullable Boolean express,
            @Nullable String territories,
            @Nullable String from,
            @Nullable Integer price) {}

    /**
     * A price that a destination asks for.
     *
     * @param min lowest it takes, whole units
     * @param max highest it takes, whole units
     * @param currency of the house, null while none is named
     */
    record PriceAsked(int min, int max, @Nullable String currency) {}

    /** The price that a destination asks for, null where it takes none. */
    @Nullable
    PriceAsked asked(Profile profile) {
        return profile.prices()
                .map(range -> new PriceAsked(
                        range.min(),
                        range.max(),
                        house.currency().map(Currency::getCurrencyCode).orElse(null)))
                .orElse(null);
    }

    /** The terms as they are sealed. */
    Outgoing.Terms read(@Nullable TermsTyped typed) {
        if (typed == null) return Outgoing.Terms.USUAL;
        String visibility = typed.visibility() == null ? "public" : typed.visibility();
        if (!visibility.matches("public|private"))
            throw Problem.input("visibility", "Visibility must be public or private.")
                    .with("field", "visibility");
        String territories =
                typed.territories() == null ? "" : typed.territories().strip();
        String from = typed.from() == null ? "" : typed.from().strip();
        try {
            if (!territories.isEmpty()) Territories.parse(territories);
            if (!from.isEmpty()) LocalDate.parse(from);
        } catch (DateTimeParseException | IllegalArgumentException wrong) {
            throw Problem.input("terms", Objects.toString(wrong.getMessage(), ""));
        }
        return new Outgoing.Terms(
                visibility,
                Boolean.TRUE.equals(typed.downloads()),
                Boolean.TRUE.equals(typed.express()),
                territories,
                from,
                price(typed.price()));
    }

    private Optional<Price> price(@Nullable Integer units) {
        if (units == null) return Optional.empty();
        Currency currency = house.currency()
                .orElseThrow(() -> Problem.input(
                                "currency-missing",
                                "A price needs a currency, and none is set. A manager sets it in Settings. Nothing was sent.")
                        .with("field", "price"));
        try {
            return Optional.of(new Price(units, currency));
        } catch (IllegalArgumentException beyond) {
            throw Problem.input("price", Objects.toString(beyond.getMessage(), ""))
                    .with("field", "price");
        }
    }
}
