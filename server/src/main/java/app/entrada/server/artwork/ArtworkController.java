package app.entrada.server.artwork;

import app.entrada.core.check.profile.CoverNeeds;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Readiness;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.CoverAspect;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.picture.PictureAnalysis;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureScaling;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.sound.MeasureWork;
import app.entrada.server.views.ReleaseDelta;
import app.entrada.server.views.ReleaseViews;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The front cover over HTTP. */
@RestController
class ArtworkController {
    private static final long MOST_BYTES = 100_000_000;

    private final ReleaseRepository releases;
    private final ReleaseViews views;
    private final ChangeService changes;
    private final FileIndex files;
    private final FileStore store;
    private final MeasureWork measuring;
    private final ProfileRepository profiles;

    ArtworkController(
            ReleaseRepository releases,
            ReleaseViews views,
            ChangeService changes,
            FileIndex files,
            FileStore store,
            MeasureWork measuring,
            ProfileRepository profiles) {
        this.profiles = profiles;
        this.releases = releases;
        this.views = views;
        this.changes = changes;
        this.files = files;
        this.store = store;
        this.measuring = measuring;
    }

    /**
     * The front cover.
     *
     * @param state none, measuring, whole or damaged
     * @param look what is on it, null while nobody has looked
     * @param asks of the destinations that the release is meant for, where they ask anything of the cover's file
     */
    record ArtworkView(
            int revision,
            String state,
            @Nullable String sha256,
            String format,
            int width,
            int height,
            String colours,
            int bitDepth,
            long bytes,
            List<String> faults,
            @Nullable PictureAnalysis look,
            List<CoverAsked> asks) {}

    /**
     * What a destination asks of the cover's file.
     *
     * @param minPixels of the longer side; 0 where it does not ask
     * @param maxPixels 0 where it does not ask
     * @param maxBytes 0 where it does not ask
     * @param formats empty where it does not ask
     * @param rgb whether only RGB with 8 bits is taken
     * @param square whether only squares are taken
     * @param fails what the cover is not
     * @param readiness the heaviest of what it is not
     * @param made what would have to be made of the cover, null where nothing has to or nothing can be
     */
    record CoverAsked(
            String destination,
            String name,
            long minPixels,
            long maxPixels,
            long maxBytes,
            List<String> formats,
            boolean rgb,
            boolean square,
            List<CoverAspect> fails,
            Readiness readiness,
            @Nullable MadePicture made) {}

    /**
     * A picture that a destination would take.
     *
     * @param side longer side in pixels, 0 for as it is
     * @param bytes at most, 0 for any number
     */
    record MadePicture(int side, long bytes, boolean square) {}

    /** A stretch of the cover and what is made of it; pixels of the cover, 0 for as it is. */
    record Derived(int x, int y, int size, int side, long bytes, String says) {}

    private Release find(long id) {
        return releases.find(id).orElseThrow(() -> Problem.missing("release"));
    }

    @GetMapping("/api/releases/{id}/artwork")
    ArtworkView artwork(@PathVariable long id) {
        Release release = find(id);
        Sha256 cover = release.facts().get(Fields.RELEASE_COVER).orElse(null);
        if (cover == null) return nothing(release, "none", null);
        FileIndex.StoredFile entry = files.find(cover).orElseThrow(() -> Problem.missing("picture"));
        if (entry.measuring()) return nothing(release, "measuring", cover.hex());
        if (entry.picture().isEmpty()) return nothing(release, "damaged", cover.hex());
        PictureFacts facts = entry.picture().get();
        return new ArtworkView(
                release.revision(),
                facts.faults().isEmpty() ? "whole" : "damaged",
                cover.hex(),
                facts.format(),
                facts.width(),
                facts.height(),
                facts.colours(),
                facts.bitDepth(),
                facts.bytes(),
                facts.faults(),
                facts.look().orElse(null),
                asks(release, facts));
    }

    private static ArtworkView nothing(Release release, String state, @Nullable String sha256) {
        return new ArtworkView(release.revision(), state, sha256, "", 0, 0, "", 0, 0, List.of(), null, List.of());
    }

    private List<CoverAsked> asks(Release release, PictureFacts cover) {
        return profiles.meantBy(release).stream()
                .map(profile -> CoverNeeds.of(profile).map(needs -> asked(profile, needs, cover)))
                .flatMap(Optional::stream)
                .toList();
    }

    private static CoverAsked asked(Profile profile, CoverNeeds needs, PictureFacts cover) {
        SortedMap<CoverAspect, Weight> fails = needs.failing(cover);
        return new CoverAsked(
                profile.id(),
                profile.name(),
                needs.minPixels(),
                needs.maxPixels(),
                needs.maxBytes(),
                needs.formats(),
                needs.asks(CoverAspect.COLOURS),
                needs.asks(CoverAspect.SQUARE),
                List.copyOf(fails.keySet()),
                fails.values().stream()
                        .max(Comparator.naturalOrder())
                        .map(Readiness::of)
                        .orElse(Readiness.READY),
                needs.made(cover)
                        .map(made -> new MadePicture(made.side(), made.bytes(), made.square()))
                        .orElse(null));
    }

    /** The picture that would be made, to look at before it is taken. */
    @GetMapping("/api/releases/{id}/artwork/derived")
    ResponseEntity<byte[]> derived(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int x,
            @RequestParam(defaultValue = "0") int y,
            @RequestParam(defaultValue = "0") int size,
            @RequestParam(defaultValue = "0") int side,
            @RequestParam(defaultValue = "0") long bytes) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.noStore())
                .body(made(find(id), new Derived(x, y, size, side, bytes, "")));
    }

    /** Makes it and puts it on the front; the picture as it came is kept, and undo brings it back. */
    @PostMapping("/api/releases/{id}/artwork")
    ReleaseDelta take(@PathVariable long id, @RequestBody Derived wanted, @AuthenticationPrincipal Account account) {
        Release release = find(id);
        byte[] jpeg = made(release, wanted);
        try {
            FileStore.Stored stored = store.receive(new ByteArrayInputStream(jpeg), MOST_BYTES);
            measuring.known(stored);
            Change change = new Change(
                    new Ref(Entity.RELEASE, id),
                    Fields.RELEASE_COVER,
                    release.facts().text(Fields.RELEASE_COVER),
                    stored.sha256().hex());
            String says = wanted.says() == null || wanted.says().isBlank() ? "Front cover resized" : wanted.says();
            return views.delta(
                    changes.apply(
                            id,
                            new ChangeService.Batch(
                                    says.length() > 100 ? says.substring(0, 100) : says,
                                    ChangeSource.SAFE_FIX,
                                    "made from the cover",
                                    List.of(change)),
                            account),
                    account);
        } catch (IOException disk) {
            throw new java.io.UncheckedIOException(disk);
        }
    }

    private byte[] made(Release release, Derived wanted) {
        Sha256 cover = release.facts()
                .get(Fields.RELEASE_COVER)
                .orElseThrow(() -> Problem.conflict("no-cover", "There is no front cover to resize."));
        if (wanted.side() < 0 || wanted.side() > 20_000 || wanted.bytes() < 0 || wanted.size() < 0)
            throw Problem.input("out-of-range", "A picture needs 100 to 20,000 pixels; nothing was created.");
        PictureAnalysis.Box crop = wanted.size() == 0
                ? null
                : new PictureAnalysis.Box(wanted.x(), wanted.y(), wanted.size(), wanted.size());
        try {
            return PictureScaling.derived(store.path(cover), crop, wanted.side(), wanted.bytes());
        } catch (IOException impossible) {
            throw Problem.conflict(
                    "cannot-be-made", "The picture could not be created: %s.".formatted(impossible.getMessage()));
        }
    }
}
