package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/**
 * The running order: ids of tracks, first to last.
 *
 * @param ids without repetition
 */
public record RunningOrder(List<Long> ids) {
    public RunningOrder {
        ids = List.copyOf(ids);
        if (ids.stream().distinct().count() != ids.size())
            throw new MalformedValue("A track can appear only once in the running order");
    }

    /** Reads ids separated by spaces. */
    public static RunningOrder parse(String text) {
        try {
            return new RunningOrder(
                    Arrays.stream(text.strip().split("\\s+")).map(Long::valueOf).toList());
        } catch (NumberFormatException notAnId) {
            throw new MalformedValue("A running order is a list of track numbers");
        }
    }

    @Override
    public String toString() {
        return ids.stream().map(String::valueOf).collect(Collectors.joining(" "));
    }
}
