package app.entrada.core.check.rules;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A title where it stands: that of the release, or a track's own.
 *
 * @param track empty for the release's
 */
record TitleSpot(Optional<Track> track, Field<String> field, String text) {
    /** What nobody sees: control and format characters, private use, soft hyphens, the mark of what was not decoded. */
    static final Pattern INVISIBLE = Pattern.compile("[\\p{Cc}\\p{Cf}\\p{Co}\\p{Cn}\\u00AD\\uFFFD]");

    private static final Pattern LEADING_NUMBER = Pattern.compile("^(?:\\d{1,2}[.)_-]\\s*|0\\d\\s+)(?=\\p{L})");
    private static final Pattern DEBRIS = Pattern.compile(
            "(?:\\.(?:wav|aiff?|flac|mp3|m4a)$)"
                    + "|[\\s_-]*\\b(?:final(?:\\s*(?:mix|master))?|master(?:ed)?|mixdown|bounce|rough)"
                    + "(?:[\\s_-]*(?:v(?:ersion)?\\s*)?\\d+)?$"
                    + "|[\\s_-]*\\bv\\d+$"
                    + "|[\\s_(\\[-]*\\b(?:16|24|32)\\s?-?bit\\b[)\\]]?"
                    + "|[\\s_(\\[-]*\\b(?:44[.,]?1|48|88[.,]?2|96)\\s?k(?:hz)?\\b[)\\]]?",
            Pattern.CASE_INSENSITIVE);

    /** What is seen in one title. */
    interface Look {
        Optional<Observation> at(ReleaseContext s, TitleSpot spot, Params p);
    }

    Observation at(ReleaseContext s, String says, Object... values) {
        return track.map(t -> Observation.at(s, t, field, says, values))
                .orElseGet(() -> Observation.at(s, field, says, values));
    }

    Change to(ReleaseContext s, String after) {
        return track.map(t -> s.change(t, field, after)).orElseGet(() -> s.change(field, after));
    }

    String language(ReleaseContext s) {
        return track.flatMap(t -> s.release().holds(t, Fields.TRACK_LANGUAGE))
                .or(() -> s.fact(Fields.RELEASE_LANGUAGE))
                .orElse("und");
    }

    /** A look at the title of the release and of each track. */
    static PlainRule.Look each(Look look) {
        return (s, p) -> Stream.concat(
                        s.fact(Fields.RELEASE_TITLE).stream()
                                .map(title -> new TitleSpot(Optional.empty(), Fields.RELEASE_TITLE, title)),
                        s.release().tracks().stream()
                                .flatMap(track -> track.facts().get(Fields.TRACK_TITLE).stream()
                                        .map(title -> new TitleSpot(Optional.of(track), Fields.TRACK_TITLE, title))))
                .flatMap(spot -> look.at(s, spot, p).stream());
    }

    /** Seen when mending changes something; the fix is offered when something is left. */
    Optional<Observation> mended(ReleaseContext s, String mended, String says, String label) {
        if (mended.equals(text)) return Optional.empty();
        String better = mended.replaceAll(" {2,}", " ").strip();
        Observation seen =
                at(s, better.isEmpty() ? "“%s” %s." : "“%s” %s; expected: “%s”.", visible(text), says, better);
        return Optional.of(better.isEmpty() ? seen : seen.with(new Fix.Edit(label, List.of(to(s, better)))));
    }

    /** The text with a dot for everything that nobody sees. */
    static String visible(String text) {
        return INVISIBLE.matcher(text).replaceAll("·");
    }

    /** The title without working notes: leading numbers, endings of files, “final mix”, versions, bits and sample rates. */
    String withoutWorkingNotes() {
        String rest = text;
        for (String before = ""; !before.equals(rest); ) {
            before = rest;
            rest = LEADING_NUMBER.matcher(DEBRIS.matcher(rest).replaceAll("")).replaceFirst("");
        }
        String plain = rest.equals(text) ? text : rest.replace('_', ' ').strip();
        return plain.isEmpty() ? text : plain;
    }
}
