package app.entrada.server.doctor;

import app.entrada.server.overview.StandingCheck;
import java.io.PrintStream;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.ExitCodeGenerator;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** Says of how many releases something else is kept than would be computed, and of which. */
@Component
@ConditionalOnProperty(name = "entrada.doctor", havingValue = "standing")
class StandingDoctor implements ApplicationRunner, ExitCodeGenerator {
    private static final int TOLD_EVERY = 500;

    private final StandingCheck check;
    private final PrintStream out;
    private int exitCode;

    StandingDoctor(StandingCheck check) {
        this.check = check;
        this.out = System.out;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        StandingCheck.Compared compared = check.compare(count -> {
            if (count % TOLD_EVERY == 0) out.printf("  %,d releases compared…%n", count);
        });
        if (compared.different().isEmpty()) {
            out.printf("  ok       what is kept of %,d releases is what would be computed now%n", compared.releases());
            return;
        }
        exitCode = 1;
        for (StandingCheck.Different each : compared.different())
            out.printf("  WRONG    %s (release %d)%n", each.title(), each.release());
        out.printf(
                "Of %,d of %,d releases something else was kept than would be computed now. Their facts are whole; lists showed"
                        + " what was before. They are being looked over anew.%n",
                compared.different().size(), compared.releases());
    }

    @Override
    public int getExitCode() {
        return exitCode;
    }
}
