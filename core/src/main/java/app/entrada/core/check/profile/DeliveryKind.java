package app.entrada.core.check.profile;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.List;
import java.util.Set;

/** Kinds of delivery: what a destination is sent, and how. A profile names one of them under {@code sends}. */
public enum DeliveryKind {
    /** The message of a store, with sound and pictures beside it. */
    STORE_MESSAGE("store message", Handover.PACKAGE, Trait.TAKES_COVER),
    /** Each file by itself, then what is said of each track. */
    TRACK_BY_TRACK("track by track", Handover.TRACKS, Trait.TAKES_COVER),
    /** The table of a sync library, with sound in one kind or two. */
    CUE_TABLE("cue table", Handover.PACKAGE, Trait.TAKES_COVER),
    /** Works for an authors' society, in the format in which societies exchange them. */
    WORKS_FILE("works file", Handover.PACKAGE, Trait.COMPLETE_EACH_TIME, Trait.ACKNOWLEDGED),
    /** Recordings and who performed on them, for a performers' society. */
    PERFORMERS_TABLE("performers table", Handover.PACKAGE),
    /** The entry of an open catalogue: release, times, fingerprints. */
    CATALOGUE_ENTRY("catalogue entry", Handover.PACKAGE),
    /** The feed of a spoken series. */
    PODCAST_FEED("podcast feed", Handover.FEED, Trait.TAKES_COVER),
    /** Image and documents of a compact disc. */
    DISC("disc", Handover.PACKAGE, Trait.NEEDS_DISC_IMAGE),
    /** What is typed into a web form, and the files that are chosen there. */
    WEB_FORM("web form", Handover.FORM, Trait.TAKES_COVER);

    /** How a delivery is handed over. */
    public enum Handover {
        /** All at once, as one package. */
        PACKAGE,
        /** One track at a time. */
        TRACKS,
        /** By telling where a feed is. */
        FEED,
        /** By somebody who types it. */
        FORM
    }

    private enum Trait {
        TAKES_COVER,
        NEEDS_DISC_IMAGE,
        COMPLETE_EACH_TIME,
        ACKNOWLEDGED
    }

    private final String id;
    private final Handover handover;
    private final Set<Trait> traits;

    DeliveryKind(String id, Handover handover, Trait... traits) {
        this.id = id;
        this.handover = handover;
        this.traits = Set.of(traits);
    }

    /** Its name in profiles and on the wire. */
    @JsonValue
    public String id() {
        return id;
    }

    /**
     * The kind of this name.
     *
     * @throws IllegalArgumentException that lists the kinds there are
     */
    public static DeliveryKind of(String id) {
        return Arrays.stream(values())
                .filter(kind -> kind.id.equals(id))
                .findFirst()
                .orElseThrow(() ->
                        new IllegalArgumentException("“sends” is “%s”; expected one of: %s".formatted(id, ids())));
    }

    private static List<String> ids() {
        return Arrays.stream(values()).map(DeliveryKind::id).toList();
    }

    /** How it is handed over. */
    public Handover handover() {
        return handover;
    }

    /** Whether the cover goes along. */
    public boolean takesCover() {
        return traits.contains(Trait.TAKES_COVER);
    }

    /** Whether the image of a disc has to be made for it. */
    public boolean needsDiscImage() {
        return traits.contains(Trait.NEEDS_DISC_IMAGE);
    }

    /** Whether an update holds the files again that the destination has: what shows a work lies beside it each time. */
    public boolean completeEachTime() {
        return traits.contains(Trait.COMPLETE_EACH_TIME);
    }

    /** Whether it is answered with a file of acknowledgements. */
    public boolean acknowledged() {
        return traits.contains(Trait.ACKNOWLEDGED);
    }
}
