package app.entrada.demo;

import java.time.LocalDate;
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
 * @param putOff until when and why nobody is to be reminded of it, null for one that is worked on
 */
public record DemoRelease(
        String name,
        Map<String, String> facts,
        @Nullable Cover cover,
        List<DemoTrack> tracks,
        List<Loose> loose,
        @Nullable PutOff putOff) {
    /** Until a day, for a reason. */
    public record PutOff(LocalDate until, String reason) {}

    /** A file under the name that it came with. */
    public record Loose(String name, DemoSound sound) {}
}
