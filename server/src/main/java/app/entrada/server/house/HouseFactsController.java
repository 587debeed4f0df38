package app.entrada.server.house;

import app.entrada.core.delivery.Price;
import app.entrada.server.facts.HouseFacts;
import app.entrada.server.facts.HouseFactsRepository;
import java.util.List;
import java.util.Locale;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What holds for the whole house. */
@RestController
class HouseFactsController {
    private final HouseFactsRepository facts;

    HouseFactsController(HouseFactsRepository facts) {
        this.facts = facts;
    }

    @GetMapping("/api/house/facts")
    HouseFacts now() {
        return facts.now();
    }

    /**
     * A currency that somebody pays in.
     *
     * @param code by ISO 4217
     */
    record CurrencyView(String code, String name) {}

    /** Those that the house can ask its prices in. */
    @GetMapping("/api/house/currencies")
    List<CurrencyView> currencies() {
        return Price.currencies().stream()
                .map(each -> new CurrencyView(each.getCurrencyCode(), each.getDisplayName(Locale.ENGLISH)))
                .toList();
    }

    @PutMapping("/api/house/facts")
    HouseFacts save(@RequestBody HouseFacts typed) {
        return facts.save(typed);
    }
}
