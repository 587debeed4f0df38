package app.entrada.core.code;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A block of codes as a strip: which numbers are used, which are kept for something, which were handed out and are on
 * nothing now. Everything else is free.
 *
 * @param runs in order, without free ones
 * @param counts numbers by state
 */
public record CodeStrip(CodeBlock block, List<Run> runs, Map<CodeState, Integer> counts) {
    /** What became of a code. */
    public enum CodeState {
        /** On a recording or a release. */
        USED,
        /** Kept for something that is to come. */
        RESERVED,
        /** Handed out once and on nothing now: never to be handed out again. */
        SPENT
    }

    /** Neighbouring numbers in one state, both ends included. */
    public record Run(int from, int to, CodeState state) {}

    /** @param codes stored forms with their states; what is not of the block is left out */
    public static CodeStrip of(CodeBlock block, Map<String, CodeState> codes) {
        TreeMap<Integer, CodeState> numbers = new TreeMap<>();
        codes.forEach((code, state) -> block.number(code).ifPresent(number -> numbers.put(number, state)));
        List<Run> runs = new ArrayList<>();
        Map<CodeState, Integer> counts = new TreeMap<>();
        for (var each : numbers.entrySet()) {
            counts.merge(each.getValue(), 1, Integer::sum);
            Run last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
            if (last != null && last.to == each.getKey() - 1 && last.state == each.getValue())
                runs.set(runs.size() - 1, new Run(last.from, each.getKey(), last.state));
            else runs.add(new Run(each.getKey(), each.getKey(), each.getValue()));
        }
        return new CodeStrip(block, runs, counts);
    }
}
