package app.entrada.server.platform;

import java.nio.file.Path;
import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What the installation says.
 *
 * @param var folder of everything made at run time
 * @param shared whether other servers work on the same folder and database
 * @param bucket what keeps the files instead of that folder, if anything
 * @param secrets folder of the keys that secrets are sealed with; empty for one within the folder of everything
 * @param demo whether to make the demo data at the first start
 * @param demoPassword password of the demo accounts
 * @param demoLongest how long the demo's pieces last at most: to measure them is most of what its first start takes
 * @param demoReleases how many releases are invented beside the small catalogue of the demo; 0 for none
 * @param demoBackCatalogue whether the demo has its ten winters of older releases, too
 * @param passwordMemory how much memory it takes to try a password, in KiB
 * @param metricsToken what a program that reads the metrics shows; empty for none
 * @param today ISO date that stands for today, or empty
 * @param standinsUrl address under which the simulated destinations listen, or empty
 * @param standinsSecret what their tokens are made of
 * @param publicUrl address under which destinations reach this installation, or empty for its own on this machine
 * @param hosts names beside those of this machine under which it is reached, with commas or blanks between them
 * @param largestFile bytes of the largest file that is taken
 * @param questionsEvery how often a destination is asked about a delivery in its first hour; half of it is the first pause
 *     before another try
 */
@ConfigurationProperties("entrada")
public record Settings(
        Path var,
        boolean shared,
        BucketSettings bucket,
        String secrets,
        boolean demo,
        String demoPassword,
        Duration demoLongest,
        int demoReleases,
        boolean demoBackCatalogue,
        int passwordMemory,
        String metricsToken,
        String today,
        String standinsUrl,
        String standinsSecret,
        String publicUrl,
        String hosts,
        long largestFile,
        Duration questionsEvery) {
    /** Folder of the keys that secrets are sealed with; every server on one database needs the same ones. */
    public Path secretsFolder() {
        return secrets.isBlank() ? var.resolve("secrets") : Path.of(secrets);
    }
}
