package app.entrada.server.house;

import app.entrada.server.facts.HouseFacts;
import app.entrada.server.facts.HouseFactsRepository;
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

    @PutMapping("/api/house/facts")
    HouseFacts save(@RequestBody HouseFacts typed) {
        return facts.save(typed);
    }
}
