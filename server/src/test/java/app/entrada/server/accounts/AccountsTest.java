package app.entrada.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import app.entrada.standins.AuthenticatorDevice;
import java.io.IOException;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("P1 Accounts: who comes in, with what, and what becomes of sessions when something changes")
class AccountsTest {
    private static final String NEW = "slack water at dusk";

    private final Client manager = RunningServer.signedIn("manager");
    private final JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
    private static int count;

    private record Somebody(long id, String name, String password) {}

    private Somebody made(String role, boolean factorWanted) {
        String name = "Wren Okafor " + ++count;
        JsonNode given = manager.post(
                        "/api/accounts",
                        Map.of(
                                "password", RunningServer.PASSWORD,
                                "name", name,
                                "role", role,
                                "factorWanted", factorWanted))
                .json();
        return new Somebody(
                given.path("account").asLong(), name, given.path("password").asString());
    }

    /** With a password of their own, signed in. */
    private Client settled(Somebody who) {
        Client client = RunningServer.client();
        assertThat(client.signIn(who.name, who.password).json().path("must").asString())
                .isEqualTo("password");
        assertThat(client.put("/api/account/password", Map.of("password", who.password, "fresh", NEW))
                        .status())
                .isEqualTo(200);
        client.get("/api/session");
        return client;
    }

    private Client.Answer change(Somebody who, Map<String, Object> wanted) {
        Map<String, Object> body = new HashMap<>(wanted);
        body.put("password", RunningServer.PASSWORD);
        return manager.put("/api/accounts/" + who.id, body);
    }

    @Test
    void an_issued_password_opens_nothing_but_the_change_of_it() {
        Somebody who = made("assistant", false);
        Client client = RunningServer.client();
        client.signIn(who.name, who.password);
        assertThat(client.get("/api/releases").problem()).isEqualTo("not-allowed");
        assertThat(client.post("/api/releases", Map.of("kind", "single")).problem())
                .isEqualTo("not-allowed");
        assertThat(client.get("/api/events").status()).isEqualTo(403);
        assertThat(client.put("/api/account/password", Map.of("password", who.password, "fresh", NEW))
                        .status())
                .isEqualTo(200);
        client.get("/api/session");
        assertThat(client.get("/api/releases").status()).isEqualTo(200);
        assertThat(RunningServer.client().signIn(who.name, who.password).problem())
                .isEqualTo("wrong-password");
    }

    @Test
    void an_issued_password_that_was_not_used_in_time_is_of_no_use() {
        Somebody who = made("reader", false);
        jdbc.sql("UPDATE account SET password_given_until = now() - interval '1 second' WHERE id = ?")
                .param(who.id)
                .update();
        assertThat(RunningServer.client().signIn(who.name, who.password).problem())
                .isEqualTo("password-old");
    }

    @ParameterizedTest
    @CsvSource({
        "elf winter9, one character short of twelve, password",
        "password1234, among the usual ones, password",
        "qwertyuiop12, a row of keys, password",
        "wren okafor 1, one's own name, password"
    })
    void passwords_that_are_tried_first_are_refused(String fresh, String why, String field) {
        Somebody who = made("reader", false);
        Client client = RunningServer.client();
        client.signIn(who.name, who.password);
        Client.Answer answer = client.put("/api/account/password", Map.of("password", who.password, "fresh", fresh));
        assertThat(answer.status()).as(why).isEqualTo(422);
        assertThat(answer.json().path("field").asString()).isEqualTo(field);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "slack water at dusk",
                "Κύματα και λιμάνια 7",
                "🌊🌊 osier ferry loam 🌊🌊",
                "    four blanks in front of it"
            })
    void any_characters_make_a_password_and_none_is_cut(String fresh) {
        Somebody who = made("reader", false);
        Client client = RunningServer.client();
        client.signIn(who.name, who.password);
        String whole = fresh + "-".repeat(100) + "end";
        assertThat(client.put("/api/account/password", Map.of("password", who.password, "fresh", whole))
                        .status())
                .isEqualTo(200);
        assertThat(RunningServer.client()
                        .signIn(who.name, whole.substring(0, whole.length() - 1))
                        .status())
                .isEqualTo(401);
        assertThat(RunningServer.client().signIn(who.name, whole).status()).isEqualTo(200);
    }

    @Test
    void a_password_that_was_hashed_as_before_fits_and_is_hashed_anew() {
        Somebody who = made("reader", false);
        jdbc.sql("UPDATE account SET password = ?, password_given_until = NULL WHERE id = ?")
                .params(new BCryptPasswordEncoder(4).encode("an older password"), who.id)
                .update();
        assertThat(RunningServer.client().signIn(who.name, "an older passwort").status())
                .isEqualTo(401);
        assertThat(RunningServer.client().signIn(who.name, "an older password").status())
                .isEqualTo(200);
        assertThat(jdbc.sql("SELECT password FROM account WHERE id = ?")
                        .param(who.id)
                        .query(String.class)
                        .single())
                .startsWith("{argon2id}$argon2id$");
        assertThat(RunningServer.client().signIn(who.name, "an older password").status())
                .isEqualTo(200);
    }

    // ---- the second factor

    @Test
    void a_second_factor_that_is_required_is_set_up_before_anything_else_and_asked_for_ever_after() {
        Somebody who = made("assistant", true);
        Client client = settled(who);
        // one moment for all: half a minute may end in between
        Instant at = Instant.now();
        assertThat(client.get("/api/session").json().path("must").asString()).isEqualTo("factor");
        assertThat(client.get("/api/releases").status()).isEqualTo(403);

        JsonNode fresh =
                client.post("/api/account/factor", Map.of("password", NEW)).json();
        assertThat(fresh.path("address").asString())
                .startsWith("otpauth://totp/Entrada:Wren%20Okafor")
                .contains("secret=" + fresh.path("key").asString().replace(" ", ""));
        assertThat(client.put("/api/account/factor", Map.of("code", "000000")).problem())
                .isEqualTo("wrong-code");
        AuthenticatorDevice device = new AuthenticatorDevice(fresh.path("key").asString());
        JsonNode codes = client.put("/api/account/factor", Map.of("code", device.shows(at)))
                .json()
                .path("recoveryCodes");
        assertThat(codes).hasSize(10);
        client.get("/api/session");
        assertThat(client.get("/api/releases").status()).isEqualTo(200);

        Client other = RunningServer.client();
        other.get("/api/session");
        assertThat(signIn(other, who, NEW, "").problem()).isEqualTo("second-factor");
        assertThat(other.get("/api/releases").status()).isEqualTo(401);
        // the one that set it up is used up
        assertThat(signIn(other, who, NEW, device.shows(at)).problem()).isEqualTo("wrong-code");
        assertThat(signIn(other, who, NEW, device.shows(at.plusSeconds(30))).status())
                .isEqualTo(200);
        assertThat(other.get("/api/releases").status()).isEqualTo(200);

        // a recovery code is good once
        String code = codes.get(0).asString();
        Client third = RunningServer.client();
        third.get("/api/session");
        assertThat(signIn(third, who, NEW, code.toUpperCase(java.util.Locale.ROOT))
                        .status())
                .isEqualTo(200);
        Client fourth = RunningServer.client();
        fourth.get("/api/session");
        assertThat(signIn(fourth, who, NEW, code).problem()).isEqualTo("wrong-code");
        assertThat(third.get("/api/account").json().path("recoveryCodes").asInt())
                .isEqualTo(9);

        // it cannot be done without by oneself, only by a manager
        third.get("/api/session");
        assertThat(third.post("/api/account/factor/off", Map.of("password", NEW))
                        .problem())
                .isEqualTo("factor-wanted");
        assertThat(manager.post("/api/accounts/" + who.id + "/factor/off", Map.of("password", RunningServer.PASSWORD))
                        .status())
                .isEqualTo(200);
        assertThat(third.get("/api/releases").status()).isEqualTo(401);
        assertThat(RunningServer.client()
                        .signIn(who.name, NEW)
                        .json()
                        .path("must")
                        .asString())
                .isEqualTo("factor");
    }

    /** A device that was set up as the second factor of who is signed in; the code of this half minute is used up. */
    private static AuthenticatorDevice device(Client client) {
        AuthenticatorDevice device = new AuthenticatorDevice(client.post("/api/account/factor", Map.of("password", NEW))
                .json()
                .path("key")
                .asString());
        assertThat(client.put("/api/account/factor", Map.of("code", device.shows(Instant.now())))
                        .status())
                .isEqualTo(200);
        return device;
    }

    private static Client.Answer signIn(Client client, Somebody who, String password, String code) {
        return client.post("/api/session", Map.of("name", who.name, "password", password, "code", code));
    }

    @Test
    void without_the_password_nobody_learns_whether_there_is_a_second_factor() {
        Somebody who = made("reader", false);
        Client client = settled(who);
        device(client);
        Client stranger = RunningServer.client();
        assertThat(stranger.signIn(who.name, "not the password").problem()).isEqualTo("wrong-password");
    }

    @Test
    void whoever_has_the_password_cannot_try_all_codes() {
        Somebody who = made("reader", false);
        Client client = settled(who);
        device(client);
        Client stranger = RunningServer.client();
        stranger.get("/api/session");
        for (int i = 0; i < 10; i++)
            assertThat(signIn(stranger, who, NEW, "xx").problem()).isEqualTo("wrong-code");
        assertThat(signIn(stranger, who, NEW, "xx").problem()).isEqualTo("too-many-tries");
    }

    @Test
    void second_factors_open_after_the_key_was_exchanged() throws IOException {
        Somebody who = made("reader", false);
        Client client = settled(who);
        AuthenticatorDevice device = device(client);
        byte[] before = sealed(who);
        assertThat(RunningServer.bean(NewKey.class).make()).isPositive();
        assertThat(sealed(who)).isNotEqualTo(before);
        Client other = RunningServer.client();
        other.get("/api/session");
        assertThat(signIn(other, who, NEW, device.shows(Instant.now().plusSeconds(30)))
                        .status())
                .isEqualTo(200);
        assertThat(RunningServer.everythingStored())
                .doesNotContain(who.password)
                .doesNotContain(NEW);
    }

    private byte[] sealed(Somebody who) {
        return jdbc.sql("SELECT factor_secret FROM account WHERE id = ?")
                .param(who.id)
                .query((row, n) -> row.getBytes(1))
                .single();
    }

    // ---- what becomes of sessions

    @Test
    void whatever_changes_about_an_account_ends_its_sessions_at_once() {
        for (Map<String, Object> wanted : List.<Map<String, Object>>of(
                Map.of("role", "reader"),
                Map.of("held", true),
                Map.of("name", "Renamed Okafor"),
                Map.of("factorWanted", true))) {
            Somebody who = made("assistant", false);
            Client client = settled(who);
            assertThat(client.get("/api/releases").status()).isEqualTo(200);
            assertThat(change(who, wanted).status()).as(wanted.toString()).isEqualTo(200);
            assertThat(client.get("/api/releases").status())
                    .as(wanted.toString())
                    .isEqualTo(401);
        }
        Somebody who = made("assistant", false);
        Client client = settled(who);
        manager.delete("/api/accounts/" + who.id + "/sessions");
        assertThat(client.get("/api/releases").status()).isEqualTo(401);
    }

    @Test
    void the_session_in_which_somebody_changes_the_own_password_goes_on_and_all_others_end() {
        Somebody who = made("assistant", false);
        Client here = settled(who);
        Client there = RunningServer.client();
        there.signIn(who.name, NEW);
        assertThat(here.get("/api/account").json().path("sessions")).hasSize(2);
        assertThat(here.put("/api/account/password", Map.of("password", NEW, "fresh", "an osier bed in March"))
                        .status())
                .isEqualTo(200);
        assertThat(here.get("/api/releases").status()).isEqualTo(200);
        assertThat(there.get("/api/releases").status()).isEqualTo(401);
        assertThat(here.get("/api/account").json().path("sessions")).hasSize(1);
    }

    @Test
    void one_of_one_s_sessions_is_ended_from_another_and_nobody_else_s() {
        Somebody who = made("assistant", false);
        Client here = settled(who);
        Client there = RunningServer.client();
        there.signIn(who.name, NEW);
        JsonNode sessions = here.get("/api/account").json().path("sessions");
        String other = "";
        for (JsonNode each : sessions)
            if (!each.path("here").asBoolean()) other = each.path("id").asString();
        // what it is called opens nothing, and somebody else cannot end it
        assertThat(RunningServer.signedIn("assistant")
                        .delete("/api/account/sessions/" + other)
                        .status())
                .isEqualTo(404);
        assertThat(there.get("/api/releases").status()).isEqualTo(200);
        assertThat(here.delete("/api/account/sessions/" + other).status()).isEqualTo(200);
        assertThat(there.get("/api/releases").status()).isEqualTo(401);
        assertThat(here.get("/api/releases").status()).isEqualTo(200);
    }

    // ---- who keeps them

    @Test
    void only_managers_see_and_keep_accounts_and_give_their_password_for_it() {
        for (String role : List.of("assistant", "reader")) {
            Client client = RunningServer.signedIn(role);
            assertThat(client.get("/api/accounts").status()).isEqualTo(403);
            assertThat(client.get("/api/accounts/log").status()).isEqualTo(403);
        }
        assertThat(manager.post("/api/accounts", Map.of("password", "not mine", "name", "Nobody", "role", "manager"))
                        .problem())
                .isEqualTo("wrong-password");
        // and the house asks again below the address
        Account assistant = RunningServer.bean(AccountService.class).named("assistant");
        assertThatThrownBy(() -> RunningServer.bean(AccountKeeping.class).all(assistant))
                .hasMessage("Only a manager can do this. Nothing was changed.");
    }

    @Test
    void two_cannot_be_called_alike() {
        Somebody who = made("reader", false);
        assertThat(manager.post(
                                "/api/accounts",
                                Map.of("password", RunningServer.PASSWORD, "name", " " + who.name, "role", "reader"))
                        .problem())
                .isEqualTo("name-taken");
        assertThat(change(who, Map.of("name", "manager")).problem()).isEqualTo("name-taken");
    }

    @Test
    void the_last_manager_stays_one_however_many_try_at_once() throws Exception {
        var apart = RunningServer.apart();
        try (apart) {
            Client one = RunningServer.manager(apart);
            AccountService accounts = apart.getBean(AccountService.class);
            accounts.create("second", RunningServer.PASSWORD, Role.MANAGER);
            Client two = RunningServer.client(apart);
            two.signIn("second", RunningServer.PASSWORD);
            long first = accounts.named("manager").id();
            long second = accounts.named("second").id();
            // each puts the other on hold at the same moment
            var pool = Executors.newFixedThreadPool(2);
            Callable<Client.Answer> hold =
                    () -> one.put("/api/accounts/" + second, Map.of("password", RunningServer.PASSWORD, "held", true));
            Callable<Client.Answer> back = () ->
                    two.put("/api/accounts/" + first, Map.of("password", RunningServer.PASSWORD, "role", "reader"));
            for (Future<Client.Answer> each : pool.invokeAll(List.of(hold, back))) each.get();
            pool.shutdown();
            assertThat(apart.getBean(JdbcClient.class)
                            .sql("SELECT count(*) FROM account WHERE role = 'manager' AND held_at IS NULL")
                            .query(Integer.class)
                            .single())
                    .isEqualTo(1);
        }
    }

    @Test
    void whoever_is_on_hold_is_told_so_with_the_right_password_only() {
        Somebody who = made("reader", false);
        settled(who);
        change(who, Map.of("held", true));
        assertThat(RunningServer.client().signIn(who.name, NEW).problem()).isEqualTo("on-hold");
        assertThat(RunningServer.client().signIn(who.name, "not the password").problem())
                .isEqualTo("wrong-password");
        change(who, Map.of("held", false));
        assertThat(RunningServer.client().signIn(who.name, NEW).status()).isEqualTo(200);
    }

    @Test
    void every_deed_stands_in_a_log_that_nobody_edits() {
        Somebody who = made("assistant", false);
        settled(who);
        change(who, Map.of("role", "reader"));
        change(who, Map.of("held", true));
        List<String> said = new java.util.ArrayList<>();
        for (JsonNode line : manager.get("/api/accounts/log").json())
            if (line.path("whom").asString().equals(who.name))
                said.add(line.path("by").asString() + " "
                        + line.path("says").asString()
                        + (line.path("detail").asString().isEmpty()
                                ? ""
                                : " " + line.path("detail").asString()));
        assertThat(said)
                .containsExactly(
                        "manager suspended",
                        "manager role changed reader",
                        who.name + " password changed",
                        who.name + " signed in",
                        "manager created assistant");
        for (String edit :
                List.of("UPDATE account_log SET detail = ''", "DELETE FROM account_log", "TRUNCATE account_log"))
            assertThatThrownBy(() -> jdbc.sql(edit).update())
                    .isInstanceOf(DataAccessException.class)
                    .hasMessageContaining("not edited");
    }
}
