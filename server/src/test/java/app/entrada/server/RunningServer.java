package app.entrada.server;

import app.entrada.demo.DemoReceivers;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** The real server against a real PostgreSQL, started once for all tests of a process. */
public final class RunningServer implements BeforeAllCallback {
    /** Password of all accounts of the tests. */
    public static final String PASSWORD = "weir-and-quay";

    private static ConfigurableApplicationContext context;
    private static Path var;
    private static java.util.List<String> settings;

    /** A bean of the running server. */
    public static <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** The server of the tests with all that it is made of. */
    public static ConfigurableApplicationContext server() {
        return context;
    }

    /** A fresh client that is not signed in. */
    public static Client client() {
        return new Client(((WebServerApplicationContext) context).getWebServer().getPort());
    }

    /** A client signed in with a role: manager, assistant or reader. */
    public static Client signedIn(String role) {
        Client client = client();
        client.signIn(role, PASSWORD);
        return client;
    }

    /** Folder of everything that the server made. */
    public static Path folder() {
        return var;
    }

    /** All rows of all tables, as text. */
    public static String everythingStored() {
        StringBuilder all = new StringBuilder();
        var jdbc = bean(org.springframework.jdbc.core.simple.JdbcClient.class);
        for (String table : jdbc.sql("SELECT table_name FROM information_schema.tables WHERE table_schema = 'public'")
                .query(String.class)
                .list())
            jdbc.sql("SELECT row_to_json(t)::text FROM \"%s\" t".formatted(table))
                    .query(String.class)
                    .list()
                    .forEach(row -> all.append(row).append('\n'));
        return all.toString();
    }

    /** A second server on the same database and files, until it is closed. */
    public static ConfigurableApplicationContext secondNode() {
        return new SpringApplicationBuilder(Application.class).run(settings.toArray(String[]::new));
    }

    /** A server with a database and a folder of its own, until it is closed: for what would spoil those of other tests. */
    public static ConfigurableApplicationContext apart() {
        return new SpringApplicationBuilder(Application.class).run(fresh().toArray(String[]::new));
    }

    /** Settings of an installation that holds nothing yet; a server started with them begins it. */
    public static java.util.List<String> nothingYet() {
        return fresh();
    }

    /** A setting of those. */
    public static String setting(java.util.List<String> settings, String name) {
        return settings.stream()
                .filter(each -> each.startsWith("--" + name + "="))
                .findFirst()
                .orElseThrow()
                .substring(name.length() + 3);
    }

    /** A server with these settings, until it is closed. */
    public static ConfigurableApplicationContext with(java.util.List<String> settings) {
        return new SpringApplicationBuilder(Application.class).run(settings.toArray(String[]::new));
    }

    /** The same where a password takes as long to try as in earnest. */
    public static ConfigurableApplicationContext withSlowPasswords() {
        return new SpringApplicationBuilder(Application.class)
                .run(fresh().stream()
                        .filter(each -> !each.startsWith("--entrada.password-memory="))
                        .toArray(String[]::new));
    }

    /** The same for the label of the tests, over a {@link CountingDriver}. */
    public static ConfigurableApplicationContext counted() {
        java.util.List<String> counting = new java.util.ArrayList<>();
        for (String each : fresh())
            counting.add(
                    each.replace("--spring.datasource.url=jdbc:", "--spring.datasource.url=" + CountingDriver.PREFIX));
        counting.add("--spring.datasource.driver-class-name=" + CountingDriver.class.getName());
        ConfigurableApplicationContext counted =
                new SpringApplicationBuilder(Application.class).run(counting.toArray(String[]::new));
        label(counted);
        return counted;
    }

    /** Gives a server the label of the tests, with its blocks of codes, and the demo's destinations. */
    public static void label(ConfigurableApplicationContext of) {
        of.getBean(app.entrada.server.facts.CodeBook.class)
                .label(new app.entrada.core.release.context.LabelProfile(
                        "Ninth Weir Records", "XANW9", "952123450", "NW", "Low Lock Music", "000000952"));
        destinations(of);
    }

    /** Gives a server of its own the demo's destinations: without any, nothing is checked. */
    public static void destinations(ConfigurableApplicationContext of) {
        var destinations = of.getBean(app.entrada.server.context.ProfileRepository.class);
        for (var profile : DemoReceivers.all()) destinations.begin(profile, null);
    }

    /** A client signed in as a manager at a server of its own. */
    public static Client manager(ConfigurableApplicationContext apart) {
        return signedIn(apart, "manager");
    }

    /** A client signed in with a role at a server of its own. */
    public static Client signedIn(ConfigurableApplicationContext apart, String role) {
        apart.getBean(AccountService.class).create(role, PASSWORD, Role.of(role));
        Client client = client(apart);
        client.signIn(role, PASSWORD);
        return client;
    }

    /** A client that is not signed in, at a server of its own. */
    public static Client client(ConfigurableApplicationContext apart) {
        return new Client(((WebServerApplicationContext) apart).getWebServer().getPort());
    }

    private record Ending() implements AutoCloseable {
        @Override
        public void close() {
            context.close();
        }
    }

    @Override
    public void beforeAll(ExtensionContext tests) {
        tests.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(RunningServer.class, key -> start(), Ending.class);
    }

    private static java.util.List<String> fresh() {
        String cluster = System.getenv("ENTRADA_TEST_DB_URL");
        if (cluster == null)
            throw new IllegalStateException("There is no database for tests: run ./entrada test, which starts one");
        String user = System.getenv("ENTRADA_TEST_DB_USER");
        String password = System.getenv("ENTRADA_TEST_DB_PASSWORD");
        String database = "test_" + Long.toHexString(System.nanoTime());
        Path folder;
        try (Connection connection = DriverManager.getConnection(cluster + "postgres", user, password);
                Statement statement = connection.createStatement()) {
            statement.execute("CREATE DATABASE " + database);
            folder = Files.createTempDirectory("entrada-test");
        } catch (SQLException | IOException failed) {
            throw new IllegalStateException(failed);
        }
        return java.util.List.of(
                "--spring.datasource.url=" + cluster + database,
                "--spring.datasource.username=" + user,
                "--spring.datasource.password=" + password,
                "--server.port=0",
                "--entrada.var=" + folder,
                // several of them in one process
                "--entrada.shared=true",
                "--entrada.today=2026-11-23",
                "--entrada.questions-every=200ms",
                "--entrada.password-memory=64",
                "--entrada.largest-file=9000000");
    }

    private static Ending start() {
        settings = fresh();
        var = Path.of(setting(settings, "entrada.var"));
        context = new SpringApplicationBuilder(Application.class).run(settings.toArray(String[]::new));
        var accounts = bean(AccountService.class);
        for (String role : new String[] {"manager", "assistant", "reader"})
            accounts.create(role, PASSWORD, Role.of(role));
        label(context);
        return new Ending();
    }
}
