package app.entrada.server.deliveries;

import app.entrada.server.platform.Settings;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Under which address others reach this installation. */
@Component
class Addresses {
    private final Settings settings;
    private final Environment environment;

    Addresses(Settings settings, Environment environment) {
        this.settings = settings;
        this.environment = environment;
    }

    /** The address that a manager gave, or that of this machine alone; with a stroke at the end. */
    String here() {
        String given = settings.publicUrl() == null ? "" : settings.publicUrl().strip();
        if (given.isEmpty())
            return "http://127.0.0.1:%s/"
                    .formatted(environment.getProperty(
                            "local.server.port", environment.getProperty("server.port", "8460")));
        return given.endsWith("/") ? given : given + "/";
    }
}
