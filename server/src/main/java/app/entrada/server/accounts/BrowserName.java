package app.entrada.server.accounts;

import java.util.LinkedHashMap;
import java.util.Map;

/** What people call a browser and the system it runs on, from what it says of itself. Only to be shown: nothing depends on it. */
final class BrowserName {
    /** Of several that fit the first counts: each says the names of those before it too. */
    private static final Map<String, String> BROWSERS = new LinkedHashMap<>();

    private static final Map<String, String> SYSTEMS = new LinkedHashMap<>();

    static {
        BROWSERS.put("Edg", "Edge");
        BROWSERS.put("Firefox", "Firefox");
        BROWSERS.put("Chrom", "Chrome");
        BROWSERS.put("Safari", "Safari");
        SYSTEMS.put("iPhone", "iPhone");
        SYSTEMS.put("iPad", "iPad");
        SYSTEMS.put("Android", "Android");
        SYSTEMS.put("Windows", "Windows");
        SYSTEMS.put("Mac OS X", "macOS");
        SYSTEMS.put("Linux", "Linux");
    }

    private BrowserName() {}

    static String of(String userAgent) {
        return "%s, %s"
                .formatted(first(BROWSERS, userAgent, "unknown browser"), first(SYSTEMS, userAgent, "unknown system"));
    }

    private static String first(Map<String, String> names, String said, String otherwise) {
        return names.entrySet().stream()
                .filter(each -> said.contains(each.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(otherwise);
    }
}
