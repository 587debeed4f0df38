package app.entrada.server.house;

import app.entrada.server.house.HouseSigns.Figures;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Predicate;
import org.springframework.boot.health.contributor.CompositeHealthContributor;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthContributor;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.dao.DataAccessException;

/** Turns the health of the server red for a cause, by whose name it is seen which. */
@Configuration(proxyBeanMethods = false)
class HouseHealth {
    @Bean
    CompositeHealthContributor house(HouseSigns signs) {
        Map<String, HealthContributor> causes = new LinkedHashMap<>();
        causes.put("room", indicator(signs, now -> now.freeBytes() >= HouseSigns.LEAST_BYTES));
        causes.put("work", indicator(signs, now -> now.house().oldest().compareTo(HouseSigns.TOO_LONG) <= 0));
        causes.put("deliveries", indicator(signs, now -> now.outside().oldest().compareTo(HouseSigns.TOO_LONG) <= 0));
        causes.put("files", indicator(signs, now -> now.damaged() == 0));
        causes.put("store", indicator(signs, now -> now.storeAway().isEmpty()));
        return CompositeHealthContributor.fromMap(causes);
    }

    private static HealthIndicator indicator(HouseSigns signs, Predicate<Figures> isWell) {
        return () -> {
            try {
                return (isWell.test(signs.figures()) ? Health.up() : Health.down()).build();
            } catch (DataAccessException away) {
                // that has a sign of its own
                return Health.unknown().build();
            }
        };
    }
}
