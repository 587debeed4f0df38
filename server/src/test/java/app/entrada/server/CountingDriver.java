package app.entrada.server;

import app.entrada.server.platform.BrieflyKept;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.Driver;
import java.sql.DriverPropertyInfo;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.SQLWarning;
import java.sql.Statement;
import java.util.List;
import java.util.Properties;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.logging.Logger;

/** PostgreSQL's driver, which notes what the threads that serve requests have it execute. Its addresses begin with {@link #PREFIX}. */
public final class CountingDriver implements Driver {
    /** What stands before an address of PostgreSQL. */
    public static final String PREFIX = "jdbc:counted:";

    private static final List<String> EXECUTED = new CopyOnWriteArrayList<>();

    /** Of what is kept for a moment: whether a request reads it depends on how quick the machine is. */
    private static final List<String> KEPT = new CopyOnWriteArrayList<>();

    /** Plans that the database wrote down itself, where it was told to. */
    private static final List<String> PLANS = new CopyOnWriteArrayList<>();

    private static final StackWalker STACK = StackWalker.getInstance(StackWalker.Option.RETAIN_CLASS_REFERENCE);

    private final Driver driver = new org.postgresql.Driver();

    /** Forgets what was noted so far. */
    public static void forget() {
        EXECUTED.clear();
        KEPT.clear();
        PLANS.clear();
    }

    /** Statements of requests since then, without those that keep the session and those {@link #ofWhatIsKept()}. */
    public static List<String> ofTheApplication() {
        return EXECUTED.stream().filter(sql -> !ofASession(sql)).toList();
    }

    /** Statements of requests since then that read what is kept for a moment afterwards ({@link BrieflyKept}). */
    public static List<String> ofWhatIsKept() {
        return List.copyOf(KEPT);
    }

    /** Plans of all statements since then, of requests and of the background. */
    public static List<String> plans() {
        return List.copyOf(PLANS);
    }

    /** Statements of requests since then that keep the session. */
    public static List<String> ofTheSession() {
        return EXECUTED.stream().filter(CountingDriver::ofASession).toList();
    }

    private static boolean ofASession(String sql) {
        return sql.toLowerCase(java.util.Locale.ROOT).contains("spring_session");
    }

    private static void note(String sql) {
        if (!Thread.currentThread().getName().contains("-exec-")) return;
        boolean kept = STACK.walk(
                calls -> calls.anyMatch(each -> each.getDeclaringClass().equals(BrieflyKept.class)));
        (kept ? KEPT : EXECUTED).add(sql.replaceAll("\\s+", " ").strip());
    }

    private static void told(Statement statement) throws SQLException {
        for (SQLWarning told = statement.getWarnings(); told != null; told = told.getNextWarning())
            if (told.getMessage().contains("plan:")) PLANS.add(told.getMessage());
        statement.clearWarnings();
    }

    @Override
    public Connection connect(String url, Properties info) throws SQLException {
        if (!acceptsURL(url)) return null;
        return counted(
                Connection.class, driver.connect("jdbc:" + url.substring(PREFIX.length()), info), new String[] {null});
    }

    /** The same object, noting what it executes; what it hands out is counted likewise. */
    private static <T> T counted(Class<T> type, T real, String[] sql) {
        return type.cast(Proxy.newProxyInstance(
                CountingDriver.class.getClassLoader(), new Class<?>[] {type}, (proxy, method, args) -> {
                    if (method.getName().startsWith("execute") && Statement.class.isAssignableFrom(type))
                        note(args != null && args[0] instanceof String given ? given : String.valueOf(sql[0]));
                    Object result;
                    try {
                        result = method.invoke(real, args);
                    } catch (InvocationTargetException failed) {
                        throw failed.getCause();
                    }
                    if (method.getName().startsWith("execute") && real instanceof Statement statement) told(statement);
                    if (result instanceof PreparedStatement prepared)
                        return counted(PreparedStatement.class, prepared, new String[] {String.valueOf(args[0])});
                    if (method.getName().equals("createStatement") && result instanceof Statement statement)
                        return counted(Statement.class, statement, new String[] {null});
                    return result;
                }));
    }

    @Override
    public boolean acceptsURL(String url) {
        return url.startsWith(PREFIX);
    }

    @Override
    public DriverPropertyInfo[] getPropertyInfo(String url, Properties info) {
        return new DriverPropertyInfo[0];
    }

    @Override
    public int getMajorVersion() {
        return driver.getMajorVersion();
    }

    @Override
    public int getMinorVersion() {
        return driver.getMinorVersion();
    }

    @Override
    public boolean jdbcCompliant() {
        return driver.jdbcCompliant();
    }

    @Override
    public Logger getParentLogger() {
        return Logger.getGlobal();
    }

    static {
        try {
            java.sql.DriverManager.registerDriver(new CountingDriver());
        } catch (SQLException refused) {
            throw new ExceptionInInitializerError(refused);
        }
    }
}
