package app.entrada.server.copies;

import app.entrada.core.disc.CdText;
import app.entrada.core.disc.DiscAddress;
import app.entrada.core.disc.DiscDocuments;
import app.entrada.core.disc.DiscLayout;
import app.entrada.core.disc.DiscTexts;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleStyle;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** How a release would lie on a disc. */
@RestController
class DiscController {
    private final ReleaseRepository releases;
    private final ProfileRepository profiles;
    private final ContextLoader contexts;

    DiscController(ReleaseRepository releases, ProfileRepository profiles, ContextLoader contexts) {
        this.contexts = contexts;
        this.profiles = profiles;
        this.releases = releases;
    }

    /**
     * The disc.
     *
     * @param end lead-out, as it stands on the disc
     * @param problems why it cannot be made, in sentences
     * @param texts what CD-Text says, by kind
     * @param leftOut what only some tracks have
     * @param languages of CD-Text, and how many packs of 18 bytes it takes; 0 while it cannot be written
     */
    record DiscView(
            List<DiscTrackView> tracks,
            String end,
            List<String> problems,
            List<DiscTextView> texts,
            List<String> leftOut,
            int languages,
            int packs,
            String cue,
            String pq) {}

    /**
     * A track on the disc.
     *
     * @param pause where the silence in front of it begins on the disc, mm:ss:ff; empty where there is none
     * @param start where it begins on the disc
     * @param remainder samples from that address to its first sample
     */
    record DiscTrackView(int number, String title, String pause, String start, String lasts, long remainder) {}

    /** Texts of one kind, the disc's first. */
    record DiscTextView(String kind, List<String> says) {}

    @GetMapping("/api/releases/{id}/disc")
    DiscView disc(@PathVariable long id) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        ReleaseContext subject = contexts.of(release).context();
        TitleStyle style = profiles.meantBy(release).stream()
                .filter(profile -> profile.recipe().equals("disc-wav"))
                .map(profile -> profile.titleStyle())
                .findFirst()
                .orElse(TitleStyle.PLAIN);
        DiscLayout layout = DiscLayout.of(subject);
        DiscTexts texts = DiscTexts.of(release, style);
        List<String> problems = new ArrayList<>(layout.problems());
        problems.addAll(texts.text().problems());
        return new DiscView(
                layout.tracks().stream()
                        .map(place -> new DiscTrackView(
                                place.number(),
                                style.track(release, release.tracks().get(place.number() - 1)),
                                place.pause() < place.start()
                                        ? place.index0().plus(DiscAddress.LEAD).toString()
                                        : "",
                                place.index1().plus(DiscAddress.LEAD).toString(),
                                layout.lasts(place).toString(),
                                place.remainder()))
                        .toList(),
                layout.end().plus(DiscAddress.LEAD).toString(),
                problems,
                java.util.Arrays.stream(CdText.PackType.values())
                        .filter(kind -> !texts.said(kind).isEmpty())
                        .map(kind -> new DiscTextView(kind.label(), texts.said(kind)))
                        .toList(),
                texts.leftOut(),
                texts.text().blocks().size(),
                texts.text().problems().isEmpty() ? texts.text().bytes().length / 18 : 0,
                DiscDocuments.cue(release, layout, texts, "disc.wav", "disc.cdt"),
                DiscDocuments.pq(release, layout, texts));
    }
}
