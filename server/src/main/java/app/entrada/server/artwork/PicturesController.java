package app.entrada.server.artwork;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.FurtherPicture;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.release.Release;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.LooseFiles;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileDescription;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.platform.Problem;
import app.entrada.server.receiving.ReceivedFiles;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Pictures of a release: what each shows, in which order, and those of which nobody has said so yet. */
@RestController
class PicturesController {
    private final ReleaseRepository releases;
    private final FileIndex files;
    private final LooseFiles loose;
    private final ReceivedFiles received;
    private final ProfileRepository profiles;

    PicturesController(
            ReleaseRepository releases,
            FileIndex files,
            LooseFiles loose,
            ReceivedFiles received,
            ProfileRepository profiles) {
        this.profiles = profiles;
        this.releases = releases;
        this.files = files;
        this.loose = loose;
        this.received = received;
    }

    /** A kind of picture to choose. */
    record KindChoice(String id, String label) {}

    /**
     * A picture.
     *
     * @param kind id of its kind, null while nobody has said what it shows
     * @param proposed id of the kind that its name suggests, null for none
     * @param goes names of the destinations that get it
     */
    record PictureLine(
            String sha256,
            @Nullable String kind,
            @Nullable String proposed,
            String name,
            String says,
            List<String> goes) {}

    /** All pictures, the front cover first. */
    record PicturesView(List<PictureLine> pictures, List<KindChoice> kinds, boolean hasFront) {}

    /**
     * What a picture shows.
     *
     * @param kind null takes it off the release
     * @param position among the further pictures, from 0; null behind them or where it stood
     */
    record PictureShows(@Nullable String kind, @Nullable Integer position) {}

    @GetMapping("/api/releases/{id}/pictures")
    PicturesView pictures(@PathVariable long id) {
        return view(releases.find(id).orElseThrow(() -> Problem.missing("release")));
    }

    private PicturesView view(Release release) {
        Map<Sha256, FileIndex.StoredFile> entries = files.find(release.files());
        List<PictureLine> lines = new java.util.ArrayList<>();
        Optional<Sha256> front = release.facts().get(Fields.RELEASE_COVER);
        List<Profile> meant = profiles.meantBy(release);
        front.ifPresent(file -> lines.add(line(file, PictureKind.FRONT, entries, meant)));
        for (FurtherPicture picture : release.furtherPictures())
            lines.add(line(picture.file(), picture.kind(), entries, meant));
        for (LooseFiles.Loose file : loose.of(release))
            if (file.entry().kind() == FileKind.PICTURE)
                lines.add(new PictureLine(
                        file.entry().sha256().hex(),
                        null,
                        PictureKind.inName(file.name()).map(PictureKind::id).orElse(null),
                        file.name(),
                        FileDescription.says(file.entry()),
                        List.of()));
        return new PicturesView(
                lines,
                Arrays.stream(PictureKind.values())
                        .map(kind -> new KindChoice(kind.id(), kind.label()))
                        .toList(),
                front.isPresent());
    }

    private static PictureLine line(
            Sha256 file, PictureKind kind, Map<Sha256, FileIndex.StoredFile> entries, List<Profile> meant) {
        return new PictureLine(
                file.hex(),
                kind.id(),
                null,
                kind.label(),
                FileDescription.says(requireNonNull(entries.get(file))),
                meant.stream()
                        .filter(profile -> profile.gets(kind))
                        .map(Profile::name)
                        .toList());
    }

    @PostMapping("/api/releases/{id}/pictures/{sha256}")
    @Transactional
    public PicturesView set(
            @PathVariable long id,
            @PathVariable String sha256,
            @RequestBody PictureShows shows,
            @AuthenticationPrincipal Account account) {
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        try {
            Sha256 file = new Sha256(sha256);
            boolean here = release.files().contains(file)
                    || loose.of(release).stream()
                            .anyMatch(each -> each.entry().sha256().equals(file));
            if (!here) throw Problem.missing("picture");
            Optional<PictureKind> kind = Optional.ofNullable(shows.kind()).map(PictureKind::of);
            int position = shows.position() == null ? -1 : Math.max(0, shows.position());
            received.setPicture(release, file, kind, position, "", account);
        } catch (MalformedValue wrong) {
            throw Problem.input("malformed-value", wrong.getMessage()).with("field", "kind");
        }
        return view(releases.find(id).orElseThrow());
    }
}
