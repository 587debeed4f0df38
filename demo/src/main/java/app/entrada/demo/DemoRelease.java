package app.entrada.demo;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A release to make.
 *
 * @param name by which the history knows it
 * @param facts typed text by key of the field registry
 * @param cover null for one without
 * @param loose files that came with it and lie on no track
 */
public record DemoRelease(
        String name, Map<String, String> facts, @Nullable Cover cover, List<DemoTrack> tracks, List<Loose> loose) {
    /** A file under the name that it came with. */
    public record Loose(String name, DemoSound sound) {}
}
