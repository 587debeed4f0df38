package app.entrada.core.release.context;

import java.util.Optional;

/**
 * A document that came in for a release.
 *
 * @param track number of the track it stands beside, 0 for the release as a whole
 * @param permission what a person confirmed that it permits; without that it permits nothing, whatever its name says
 */
public record Attachment(String name, AttachmentKind kind, int track, Optional<Permission> permission) {
    /** A document of which nobody has said what it permits. */
    public Attachment(String name, AttachmentKind kind, int track) {
        this(name, kind, track, Optional.empty());
    }

    /**
     * What a document permits: the use of one original.
     *
     * @param use in words: cover, sample …, or {@link #REMIX}
     * @param title of the original; of a remix, empty
     * @param party who permits it
     */
    public record Permission(String use, String title, String party) {
        /** The use of somebody else's recording in a remix. */
        public static final String REMIX = "remix";
    }
}
