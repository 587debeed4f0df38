package app.entrada.core.rule;

import java.util.Map;
import java.util.Optional;

/**
 * What a check says.
 *
 * @param id stable while the fault stands: rule and place
 * @param rule id of the rule
 * @param family rules' family
 * @param weight the heaviest of the destinations'
 * @param destinations weight by destination id
 * @param reason why a destination wants it
 */
public record Finding(
        String id,
        String rule,
        Family family,
        Weight weight,
        Map<String, Weight> destinations,
        Place place,
        String says,
        String reason,
        Optional<Fix> fix) {}
