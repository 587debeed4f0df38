package app.entrada.core.title;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How a receiver wants a title with its version and featured artists. The facts stay single; this renders them.
 *
 * @param featuredInTitle whether "(feat. X)" is part of the title there
 * @param version where the version stands
 */
public record TitleStyle(boolean featuredInTitle, Versions version) {
    /** Where the version of a title stands. */
    public enum Versions {
        /** Behind the title in parentheses: Slack Water (Live). */
        PARENTHESES,
        /** Behind the title and a dash: Slack Water – Live. */
        DASH,
        /** In a field of its own, not in the title. */
        APART
    }

    /** Version in parentheses, featured artists in the credits only. */
    public static final TitleStyle PLAIN = new TitleStyle(false, Versions.PARENTHESES);

    /**
     * Reads a style from a profile.
     *
     * @throws IllegalArgumentException that says what is unknown
     */
    public static TitleStyle read(Map<?, ?> given) {
        for (Object key : given.keySet())
            if (!Set.of("featuredInTitle", "version").contains(key))
                throw new IllegalArgumentException(
                        "A title style has no key “%s”; it has featuredInTitle and version".formatted(key));
        String version = String.valueOf(given.containsKey("version") ? given.get("version") : "parentheses");
        for (Versions each : Versions.values())
            if (each.name().equalsIgnoreCase(version))
                return new TitleStyle(Boolean.TRUE.equals(given.get("featuredInTitle")), each);
        throw new IllegalArgumentException(
                "A version in a title is “%s”; expected: parentheses, dash or apart".formatted(version));
    }

    /** What {@link #read} makes this style from. */
    public Map<String, Object> data() {
        return Map.of(
                "featuredInTitle", featuredInTitle, "version", version.name().toLowerCase(Locale.ROOT));
    }

    /** The title of a track, empty when it has none. */
    public String track(Release release, Track track) {
        return render(
                release.holds(track, Fields.TRACK_TITLE).orElse(""),
                release.holds(track, Fields.TRACK_VERSION),
                release.holds(track, Fields.TRACK_FEATURED));
    }

    /** The title of a release, empty when it has none. */
    public String release(Release release) {
        return render(
                release.facts().get(Fields.RELEASE_TITLE).orElse(""),
                release.facts().get(Fields.RELEASE_VERSION),
                Optional.empty());
    }

    private String render(String title, Optional<String> version, Optional<Names> featured) {
        StringBuilder whole = new StringBuilder(title);
        if (featuredInTitle)
            featured.ifPresent(
                    names -> whole.append(" (feat. ").append(names.sentence()).append(')'));
        if (this.version == Versions.DASH)
            version.ifPresent(v -> whole.append(" – ").append(v));
        else if (this.version == Versions.PARENTHESES)
            version.ifPresent(v -> whole.append(" (").append(v).append(')'));
        return whole.toString();
    }

    /** How titles look there, in words with an example. */
    public String label() {
        String example = "Slack Water"
                + (featuredInTitle ? " (feat. Petra Vann)" : "")
                + switch (version) {
                    case PARENTHESES -> " (Live)";
                    case DASH -> " – Live";
                    case APART -> "";
                };
        return "%s; %s. For example: %s"
                .formatted(
                        featuredInTitle
                                ? "Featured artists are part of the title"
                                : "Featured artists stand in the credits only",
                        switch (version) {
                            case PARENTHESES -> "the version follows in parentheses";
                            case DASH -> "the version follows behind a dash";
                            case APART -> "the version is a field of its own";
                        },
                        example);
    }
}
