package app.entrada.server.doctor;

import app.entrada.server.house.HouseFinding;
import app.entrada.server.house.HouseFindings;
import app.entrada.server.house.HouseLook;
import app.entrada.server.house.StandingsLook;
import java.io.IOException;
import java.io.PrintStream;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.ExitCodeGenerator;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.stereotype.Component;

/**
 * Looks the house over at the command line: how releases stand, or everything. Says what is not as it has to be and how to mend
 * it; what it finds stands in Settings afterwards.
 */
@Component
@ConditionalOnExpression("'${entrada.doctor:}' == 'standing' or '${entrada.doctor:}' == 'deep'")
class Doctor implements ApplicationRunner, ExitCodeGenerator {
    private final List<HouseLook> looks;
    private final HouseFindings findings;
    private final PrintStream out;
    private int exitCode;

    Doctor(@Value("${entrada.doctor}") String what, List<HouseLook> looks, HouseFindings findings) {
        this.looks = what.equals("deep")
                ? looks
                : looks.stream().filter(StandingsLook.class::isInstance).toList();
        this.findings = findings;
        this.out = System.out;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        for (HouseLook look : looks) {
            List<HouseFinding> found = look.look(progress -> out.printf("  %s…%n", progress));
            if (found.isEmpty()) out.printf("  ok       %s%n", look.well());
            for (HouseFinding each : found)
                out.printf(
                        "  %-8s %s%n           %s%n", look.isOfFacts() ? "note" : "WRONG", each.says(), each.remedy());
            if (look.isOfFacts()) continue;
            if (!look.isNotedElsewhere()) findings.whole(look.name(), found);
            if (!found.isEmpty()) exitCode = 1;
        }
    }

    @Override
    public int getExitCode() {
        return exitCode;
    }
}
