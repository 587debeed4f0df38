package app.entrada.server.backup;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/** The migrations that this program brings. */
final class Migrations {
    private static final Pattern NAME = Pattern.compile("V(\\d+)__.*\\.sql");

    private Migrations() {}

    /** Number of the newest; a database that is further was upgraded by a newer program. */
    static int newest() {
        try {
            return Arrays.stream(
                            new PathMatchingResourcePatternResolver().getResources("classpath*:db/migration/V*.sql"))
                    .map(each -> NAME.matcher(String.valueOf(each.getFilename())))
                    .filter(Matcher::matches)
                    .mapToInt(each -> Integer.parseInt(each.group(1)))
                    .max()
                    .orElseThrow();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}
