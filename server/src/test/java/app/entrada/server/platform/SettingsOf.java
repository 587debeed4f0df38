package app.entrada.server.platform;

import java.nio.file.Path;
import java.time.Duration;

/** Settings for what is tested without a server. */
public final class SettingsOf {
    private SettingsOf() {}

    /** Those of a server that works on a folder, alone or with others. */
    public static Settings folder(Path var, boolean shared) {
        Duration any = Duration.ofSeconds(2);
        return new Settings(
                var,
                shared,
                BucketSettings.NONE,
                "",
                false,
                "",
                any,
                0,
                false,
                4,
                "",
                "",
                "",
                "",
                "",
                "",
                1_000_000,
                any);
    }
}
