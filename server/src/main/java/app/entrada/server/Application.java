package app.entrada.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.ConfigurableApplicationContext;

/** The server. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@ConfigurationPropertiesScan
public class Application {
    /** Starts it; asked to look the installation over, it ends when that is done. */
    public static void main(String[] arguments) {
        ConfigurableApplicationContext running = SpringApplication.run(Application.class, arguments);
        if (running.getEnvironment().containsProperty("entrada.doctor")) System.exit(SpringApplication.exit(running));
    }
}
