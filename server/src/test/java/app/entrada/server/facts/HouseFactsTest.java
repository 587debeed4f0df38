package app.entrada.server.facts;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.platform.HouseClock;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

@ExtendWith(RunningServer.class)
@DisplayName("P1 The house is somewhere, and somebody may be asked")
class HouseFactsTest {
    private static final String PATH = "/api/house/facts";

    @Test
    void days_begin_where_the_house_is_and_new_releases_name_whom_to_ask() {
        // others look at the day; this house is its own
        List<String> own = new ArrayList<>(RunningServer.nothingYet());
        try (var server = RunningServer.with(own)) {
            Client manager = RunningServer.manager(server);
            assertThat(manager.get(PATH).json().path("timeZone").asString()).isEmpty();
            Clock clock = server.getBean(Clock.class);

            // one of them is a day ahead of the other for 25 hours of 26
            assertThat(manager.put(PATH, Map.of("timeZone", "Pacific/Kiritimati", "contact", ""))
                            .status())
                    .isEqualTo(200);
            LocalDate early = LocalDate.now(clock);
            assertThat(clock.getZone()).isEqualTo(ZoneId.of("Pacific/Kiritimati"));
            manager.put(PATH, Map.of("timeZone", "Pacific/Niue", "contact", "M. Arden, desk@ninth-weir.example"));
            assertThat(early).isAfter(LocalDate.now(clock));

            long release = Client.id(manager.draft("single", "Reed Warbler"));
            assertThat(server.getBean(JdbcClient.class)
                            .sql("SELECT contact FROM release WHERE id = ?")
                            .param(release)
                            .query(String.class)
                            .single())
                    .isEqualTo("M. Arden, desk@ninth-weir.example");

            // as it was said at another server
            server.getBean(JdbcClient.class)
                    .sql("UPDATE house SET time_zone = 'Asia/Tokyo'")
                    .update();
            ReadyRelease.until(
                    () -> server.getBean(HouseClock.class).getZone().equals(ZoneId.of("Asia/Tokyo")),
                    () -> "the clock stayed at " + clock.getZone());
        }
    }

    @Test
    void prices_are_in_the_currency_that_the_house_names() {
        List<String> own = new ArrayList<>(RunningServer.nothingYet());
        try (var server = RunningServer.with(own)) {
            Client manager = RunningServer.manager(server);
            assertThat(manager.get(PATH).json().path("currency").asString()).isEmpty();
            assertThat(manager.get("/api/house/currencies").text())
                    .contains("{\"code\":\"EUR\",\"name\":\"Euro\"}")
                    .doesNotContain("XXX", "DEM");
            for (String none : List.of("Euro", "eur", "XXX", "DEM", "E".repeat(100_000)))
                assertThat(manager.put(PATH, Map.of("timeZone", "", "contact", "", "currency", none))
                                .problem())
                        .isEqualTo("currency");
            manager.put(PATH, Map.of("timeZone", "", "contact", "", "currency", "SEK"));
            assertThat(manager.get(PATH).json().path("currency").asString()).isEqualTo("SEK");
        }
    }

    @Test
    void what_is_no_time_zone_and_no_contact_is_refused_and_nothing_is_changed() {
        Client manager = RunningServer.signedIn("manager");
        for (String zone : List.of("Berlin", "GMT+25", "../etc", "europe/berlin"))
            assertThat(manager.put(PATH, Map.of("timeZone", zone, "contact", ""))
                            .problem())
                    .as(zone)
                    .isEqualTo("time-zone");
        assertThat(manager.put(PATH, Map.of("timeZone", "", "contact", "x".repeat(100_000)))
                        .status())
                .isBetween(400, 499);
        assertThat(manager.get(PATH).json().path("contact").asString()).isEmpty();
        assertThat(RunningServer.signedIn("assistant")
                        .put(PATH, Map.of("timeZone", "", "contact", ""))
                        .status())
                .isEqualTo(403);
    }
}
