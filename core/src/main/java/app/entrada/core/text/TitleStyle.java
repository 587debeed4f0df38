package app.entrada.core.text;

import app.entrada.core.field.Fields;
import app.entrada.core.field.Names;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.Optional;

/**
 * How a receiver wants a title with its version and featured artists. The facts stay single; this renders them.
 *
 * @param featuredInTitle whether "(feat. X)" is part of the title there
 */
public record TitleStyle(boolean featuredInTitle) {
    /** Version in parentheses, featured artists in the credits only. */
    public static final TitleStyle PLAIN = new TitleStyle(false);

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
        version.ifPresent(v -> whole.append(" (").append(v).append(')'));
        return whole.toString();
    }
}
