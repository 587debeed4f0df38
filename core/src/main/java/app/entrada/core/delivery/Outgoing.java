package app.entrada.core.delivery;

import app.entrada.core.check.profile.FeedNamespace;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a consignment is composed from.
 *
 * @param subject the release with what was measured and is known of people
 * @param occasion why it is sent
 * @param number of the delivery; 0 for one that is only looked at
 * @param messageId unique to the delivery
 * @param sealed when, seconds
 * @param sound by track id: the copy that goes out
 * @param others by track id: a copy of another kind where the receiver wants both
 * @param cover the front cover as it goes out
 * @param pictures further pictures that the receiver takes
 * @param papers files that show rights: permissions, licences, scores
 * @param prints by track id: fingerprints, where a person confirmed the placement
 * @param known works that the society has already, by work id
 * @param has checksums of files that the receiver has from an earlier delivery and need not get again
 * @param terms what the sender chose for this delivery
 * @param partyNumbers our number for each party by name, given once for ever
 * @param series the series that an episode belongs to, as far as its feed is concerned
 */
public record Outgoing(
        ReleaseContext subject,
        Profile profile,
        Occasion occasion,
        long number,
        String messageId,
        Instant sealed,
        Map<Long, SentFile> sound,
        Map<Long, SentFile> others,
        Optional<SentFile> cover,
        List<SentPicture> pictures,
        List<Paper> papers,
        Map<Long, Print> prints,
        Map<Long, KnownWork> known,
        Set<Sha256> has,
        Terms terms,
        Map<String, Long> partyNumbers,
        Optional<SeriesFeed> series) {
    /** Why something is sent. */
    public enum Occasion {
        /** All of it, for the first time or anew. */
        FULL("delivery"),
        /** What became different since it was taken. */
        UPDATE("update"),
        /** It is to go from sale. */
        TAKEDOWN("takedown");

        private final String says;

        Occasion(String says) {
            this.says = says;
        }

        /** The word for it, as stored and shown. */
        public String label() {
            return says;
        }

        /** The occasion with this word. */
        public static Occasion of(String word) {
            for (Occasion each : values()) if (each.says.equals(word)) return each;
            throw new IllegalArgumentException("There is no occasion “%s”".formatted(word));
        }
    }

    /**
     * A file of the package.
     *
     * @param uri path below the package's payload folder
     * @param takenOff what was taken off the file before it goes out, in words; empty when it goes as it came
     */
    public record SentFile(String uri, Sha256 sha256, long bytes, String takenOff) {
        /** A file that goes as it came. */
        public SentFile(String uri, Sha256 sha256, long bytes) {
            this(uri, sha256, bytes, "");
        }

        /** What it is, with what was taken off it. */
        public String says(String what) {
            return takenOff.isEmpty() ? what : what + ", without " + takenOff;
        }
    }

    /** A picture of the package beside the front cover. */
    public record SentPicture(PictureKind kind, SentFile file) {
        /** Checksum of the picture. */
        public Sha256 sha256() {
            return file.sha256();
        }
    }

    /**
     * The feed of a series without what is being sent now.
     *
     * @param facts of the series
     * @param picture path of its picture below the address; empty where the release's own cover stands for it
     * @param published episodes of other releases
     * @param namespaces of all directories that read the feed
     * @param address lasting address under which everything is fetched, with a stroke at the end
     */
    public record SeriesFeed(
            Facts facts, String picture, List<Episode> published, List<FeedNamespace> namespaces, String address) {}

    /**
     * A work as a society has it.
     *
     * @param number theirs
     * @param digest stands for what was registered, as the file of works makes it
     */
    public record KnownWork(String number, String digest) {}

    /**
     * A paper that shows a right.
     *
     * @param belongs {@code permission}, {@code sheet music} and so on
     * @param track number of its track, 0 for the release
     * @param confirmed whether a person confirmed what it permits; nothing else is sent as evidence of a permission
     */
    public record Paper(String name, String belongs, int track, boolean confirmed, Sha256 sha256, long bytes) {}

    /**
     * What a sender chooses beside the facts.
     *
     * @param visibility {@code public} or {@code private}, where the receiver knows both
     * @param downloads whether listeners may keep it, where the receiver knows that
     * @param express whether its faster service is ordered
     * @param territories instead of the release's, empty for those
     * @param from first day instead of the release date, empty for that
     * @param price for receivers that license for money; empty for none
     */
    public record Terms(
            String visibility,
            boolean downloads,
            boolean express,
            String territories,
            String from,
            Optional<Price> price) {
        /** Nothing chosen: public, not to be kept, at its usual pace. */
        public static final Terms USUAL = new Terms("public", false, false, "", "", Optional.empty());

        /** The usual ones at a price. */
        public static Terms at(Optional<Price> price) {
            return new Terms("public", false, false, "", "", price);
        }
    }

    /** The same of another state of the facts. */
    public Outgoing with(ReleaseContext other) {
        return new Outgoing(
                other,
                profile,
                occasion,
                number,
                messageId,
                sealed,
                sound,
                others,
                cover,
                pictures,
                papers,
                prints,
                known,
                has,
                terms,
                partyNumbers,
                series);
    }

    /** The release. */
    public Release release() {
        return subject.release();
    }

    /** The label's own facts. */
    public LabelProfile label() {
        return subject.label();
    }

    /** What was measured of the masters, by track id. */
    public Map<Long, AudioFacts> lengths() {
        Map<Long, AudioFacts> lengths = new java.util.LinkedHashMap<>();
        for (Track track : release().tracks())
            subject.master(track).ifPresent(master -> lengths.put(track.id(), master));
        return lengths;
    }

    /** Whether every sample on a track has its confirmed permission; empty when it has no sample. */
    public Optional<Boolean> samplesCleared(Track track) {
        List<Origin> samples = track.recording().work().facts().get(Fields.WORK_ORIGINS).orElse(List.of()).stream()
                .filter(origin -> origin.how() == Origin.Use.SAMPLE)
                .toList();
        return samples.isEmpty()
                ? Optional.empty()
                : Optional.of(samples.stream().allMatch(origin -> subject.permitted(track, origin)));
    }
}
