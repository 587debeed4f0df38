package app.entrada.server.facts;

import app.entrada.core.delivery.Price;
import app.entrada.core.field.Fields;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.HouseClock;
import app.entrada.server.platform.Problem;
import java.time.ZoneId;
import java.util.Currency;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Keeps what holds for the whole house, and sets its clock by it: every server's, within ten seconds. */
@Repository
public class HouseFactsRepository {
    private final JdbcClient jdbc;
    private final HouseClock clock;
    private final ZoneId ofTheMachine = ZoneId.systemDefault();

    HouseFactsRepository(JdbcClient jdbc, HouseClock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** As it is now. */
    public HouseFacts now() {
        return jdbc.sql("SELECT time_zone, contact, currency FROM house")
                .query((row, n) ->
                        new HouseFacts(row.getString("time_zone"), row.getString("contact"), row.getString("currency")))
                .single();
    }

    /** Stores what was typed. */
    @For(Role.MANAGER)
    public HouseFacts save(HouseFacts typed) {
        String zone = typed.timeZone() == null ? "" : typed.timeZone().strip();
        if (!zone.isEmpty() && !ZoneId.getAvailableZoneIds().contains(zone))
            throw Problem.input(
                            "time-zone",
                            "“%s” is not a valid time zone; expected: one such as Europe/Berlin, or nothing for the server’s."
                                    .formatted(zone))
                    .with("field", "timeZone");
        jdbc.sql("UPDATE house SET time_zone = ?, contact = ?, currency = ?")
                .params(
                        zone,
                        contact(typed.contact() == null ? "" : typed.contact().strip()),
                        currency(
                                typed.currency() == null ? "" : typed.currency().strip()))
                .update();
        setClock();
        return now();
    }

    private static String contact(String typed) {
        try {
            return typed.isEmpty()
                    ? ""
                    : Fields.RELEASE_CONTACT
                            .type()
                            .format(Fields.RELEASE_CONTACT.type().parse(typed));
        } catch (MalformedValue wrong) {
            throw Problem.input("contact", wrong.getMessage()).with("field", "contact");
        }
    }

    private static String currency(String typed) {
        if (!typed.isEmpty() && Price.currency(typed).isEmpty())
            throw Problem.input(
                            "currency",
                            "“%s” is not a currency that is paid in; expected: a code such as EUR, or nothing."
                                    .formatted(typed))
                    .with("field", "currency");
        return typed;
    }

    /** In which currency prices are asked; empty while none is named. */
    public Optional<Currency> currency() {
        return Price.currency(now().currency());
    }

    void setClock() {
        String zone = now().timeZone();
        clock.moveTo(zone.isEmpty() ? ofTheMachine : ZoneId.of(zone));
    }
}
