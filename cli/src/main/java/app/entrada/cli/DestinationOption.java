package app.entrada.cli;

import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.check.profile.Profile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;

/** A destination as it is named on the command line: by the file of its profile, or by what receivers of its kind want. */
final class DestinationOption {
    static final String SAYS = "Profile file of a destination, or the ID of a pattern; an unknown one lists all.";

    private static final long LARGEST_PROFILE = 1 << 20;

    private DestinationOption() {}

    /**
     * The destination that was named.
     *
     * @param today from which a pattern's rules hold
     */
    static Profile read(String named, LocalDate today, CommandSpec spec) {
        Path file = Path.of(named);
        try {
            if (!Files.exists(file)) return begun(DestinationPattern.byId(named), today);
            if (Files.size(file) > LARGEST_PROFILE) throw new IllegalArgumentException("it is too large for a profile");
            return Profile.read(Files.readString(file));
        } catch (IOException | IllegalArgumentException wrong) {
            throw new ParameterException(
                    spec.commandLine(), "“%s” is not a destination: %s".formatted(named, wrong.getMessage()), wrong);
        }
    }

    /** One destination of every pattern. */
    static List<Profile> all(LocalDate today) {
        return DestinationPattern.shipped().stream()
                .map(pattern -> begun(pattern, today))
                .toList();
    }

    private static Profile begun(DestinationPattern pattern, LocalDate today) {
        return pattern.begin(pattern.id(), pattern.kind(), today);
    }
}
