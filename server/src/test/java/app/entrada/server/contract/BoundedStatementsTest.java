package app.entrada.server.contract;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.large.LargeCatalogue;
import app.entrada.server.Client;
import app.entrada.server.CountingDriver;
import app.entrada.server.RunningServer;
import app.entrada.server.demo.LargeDemo;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/**
 * Statements are planned as if a sequential scan were dear, as it is in a large catalogue: one that is planned all the same
 * has no index to use. PostgreSQL itself writes the plans down, those within functions and triggers too.
 */
@DisplayName("F3 Every statement finds its rows by an index, or looks at a bounded number")
class BoundedStatementsTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);
    /** Tables that grow with the catalogue; the others hold a label, its destinations, who is signed in. */
    private static final Pattern GROWING = Pattern.compile(
            "Seq Scan on (release|track|recording|work|credit|party|file|received|likeness|batch|change|copy|delivery"
                    + "|delivery_event|delivery_reason|standing|standing_gone|code_taken|permission|society_work)\\b");

    /** Whether names have changed, and then all of them: asked by a node once a second at most, and kept. */
    private static final List<String> ONCE_A_SECOND = List.of("sum(hashtext(", "string_to_array(p.spellings");

    private static ConfigurableApplicationContext server;
    private static Client manager;
    private static JdbcClient jdbc;
    private static int told;

    @BeforeAll
    static void a_catalogue_whose_plans_are_told() {
        server = RunningServer.counted();
        manager = RunningServer.manager(server);
        jdbc = server.getBean(JdbcClient.class);
        server.getBean(TransactionTemplate.class)
                .executeWithoutResult(status -> server.getBean(LargeDemo.class).make(60, TODAY, 1));
        for (int i = 0; i < 5; i++) manager.get("/api/desk?releases=300");
        String database =
                jdbc.sql("SELECT current_database()").query(String.class).single();
        for (String setting : List.of(
                "session_preload_libraries = 'auto_explain'",
                "auto_explain.log_min_duration = 0",
                "auto_explain.log_nested_statements = on",
                "auto_explain.log_level = notice",
                "enable_seqscan = off"))
            jdbc.sql("ALTER DATABASE %s SET %s".formatted(database, setting)).update();
        server.getBean(com.zaxxer.hikari.HikariDataSource.class)
                .getHikariPoolMXBean()
                .softEvictConnections();
    }

    @AfterAll
    static void end() {
        server.close();
        // what is kept for a second needs no statement, all the rest does
        assertThat(told).as("plans that were told").isGreaterThan(300);
    }

    private static void bounded(Supplier<Client.Answer> call) {
        CountingDriver.forget();
        Client.Answer answer = call.get();
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        told += CountingDriver.plans().size();
        assertThat(CountingDriver.plans().stream()
                        .filter(plan -> GROWING.matcher(plan).find())
                        .filter(plan -> ONCE_A_SECOND.stream().noneMatch(plan::contains))
                        .toList())
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/api/releases",
                "/api/releases?find=lantern",
                "/api/desk",
                "/api/people",
                "/api/people?find=sedge",
                "/api/people?kind=group",
                "/api/year",
                "/api/people?after=1000020",
                "/api/people/find?typed=sedge",
                "/api/people/1000007",
                "/api/people/wanting",
                "/api/recordings?typed=lantern",
                "/api/catalogue/recordings",
                "/api/catalogue/works?find=sedge",
                "/api/catalogue/releases/values?column=genre",
                "/api/families",
                "/api/jump?typed=lantrn",
                "/api/jump?typed=OS-0000",
                "/api/activity",
                "/api/backups",
                "/api/house",
                "/api/house/facts",
                "/api/house/currencies",
                "/api/account",
                "/api/accounts",
                "/api/accounts/log",
                "/api/activity?release=1000003",
                "/api/activity?field=party.isni",
                "/api/activity?source=safe-fix",
                "/api/activity?day=2026-11-20",
                "/api/codes",
                "/api/series",
                "/api/shelf",
                "/api/intake",
                "/api/words",
                "/api/destinations",
                "/api/destinations/lumenfold/record",
                "/api/releases/1000003",
                "/api/releases/1000003/credits",
                "/api/releases/1000003/works",
                "/api/releases/1000003/artwork",
                "/api/releases/1000003/masters",
                "/api/releases/1000003/readiness",
                "/api/releases/1000003/copies",
                "/api/releases/1000003/deliveries",
            })
    void what_is_read(String path) {
        bounded(() -> manager.get(path));
    }

    @Test
    void an_edit_with_all_that_it_marks_and_its_undo() {
        String path = "/api/releases/" + (LargeCatalogue.FIRST + 4);
        JsonNode view = manager.get(path).json();
        for (String[] edit : new String[][] {
            {"0", "title", "Low Ledger"},
            {"0", "barcode", "9527710000019"},
            {"0", "releaseDate", "2027-03-05"},
            {"1", "title", "Slow Water"},
            {"1", "isrc", "XANW92699999"},
            {"1", "writers", "Ash Weir: CA 100/100"},
            {"1", "workTitle", "The Slow Water"},
        }) {
            int row = Integer.parseInt(edit[0]);
            bounded(() -> manager.write(view, row, edit[1], edit[2]));
            bounded(() -> manager.post(path + "/undo", Map.of()));
        }
        bounded(() -> manager.get("/api/desk"));
    }
}
