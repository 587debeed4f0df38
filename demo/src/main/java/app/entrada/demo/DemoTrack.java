package app.entrada.demo;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A track to make.
 *
 * @param facts typed text by key of the field registry
 * @param sound what its master holds; null with {@code reuses}
 * @param reuses title (and version in parentheses) of an earlier track whose recording this is
 * @param sameWorkAs title of an earlier track whose work this records, too
 */
public record DemoTrack(
        Map<String, String> facts,
        @Nullable DemoSound sound,
        @Nullable String reuses,
        @Nullable String sameWorkAs) {}
