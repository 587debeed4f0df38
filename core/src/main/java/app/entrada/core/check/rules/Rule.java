package app.entrada.core.check.rules;

import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** One thing that is checked: a pure function from a release with its measured files to what is seen. */
public interface Rule {
    /** Stable id, for example {@code isrc.missing}. */
    String id();

    /** What it is about. */
    RuleFamily family();

    /** A few words for lists: "ISRC missing". */
    String name();

    /** The standard or reason behind it, one sentence. */
    String reason();

    /** Parameters with their default values; a profile may set these and no others. */
    default Map<String, Object> parameters() {
        return Map.of();
    }

    /** What is seen. Never throws, whatever the release lacks. */
    Stream<Observation> check(ReleaseContext subject, Params params);
}
