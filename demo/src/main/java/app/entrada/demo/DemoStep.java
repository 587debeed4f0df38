package app.entrada.demo;

import app.entrada.core.delivery.Price;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Something that was sent.
 *
 * @param release its {@link DemoRelease#name()}
 * @param to id of the destination
 * @param takedown whether it was taken down rather than delivered
 * @param facts what was changed on the release before, by key of the field registry
 * @param track the track that was changed before, 0 for none
 * @param trackFacts what was changed on it
 * @param asked what the destination wants to know, null for nothing
 * @param reviewDays how long it looks at it; 0 for its usual time
 * @param price what a licence costs there, empty where none is sold
 */
public record DemoStep(
        String release,
        String to,
        boolean takedown,
        Map<String, String> facts,
        int track,
        Map<String, String> trackFacts,
        @Nullable Asked asked,
        int reviewDays,
        Optional<Price> price) {
    /**
     * A question.
     *
     * @param field id of the fact it is about, as in {@code track.gap}
     */
    public record Asked(String says, int track, String field) {}
}
