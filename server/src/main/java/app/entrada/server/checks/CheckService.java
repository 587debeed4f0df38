package app.entrada.server.checks;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.field.Entity;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.analysis.Prints;
import app.entrada.server.codes.CodeBook;
import app.entrada.server.embedding.CopyLooks;
import app.entrada.server.files.FileBook;
import app.entrada.server.gather.KnownSound;
import app.entrada.server.gather.LooseFiles;
import app.entrada.server.gather.Recordings;
import app.entrada.server.people.PeopleBook;
import app.entrada.server.platform.Problem;
import app.entrada.server.releases.ReleaseRepository;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Brings together what rules look at, and runs them. */
@Service
public class CheckService {
    private final ReleaseRepository releases;
    private final Surroundings surroundings;
    private final AcceptedRisks risks;
    private final OwnProfiles own;
    private final PeopleBook people;
    private final FileBook files;
    private final CodeBook codes;
    private final Recordings recordings;
    private final LooseFiles loose;
    private final CopyLooks copies;
    private final Objections objections;
    private final Clock clock;
    private final Cache<Long, Checker> checkers =
            Caffeine.newBuilder().maximumSize(500).build();

    CheckService(
            Surroundings surroundings,
            AcceptedRisks risks,
            OwnProfiles own,
            PeopleBook people,
            FileBook files,
            CodeBook codes,
            Recordings recordings,
            LooseFiles loose,
            CopyLooks copies,
            Objections objections,
            ReleaseRepository releases,
            Clock clock) {
        this.releases = releases;
        this.surroundings = surroundings;
        this.risks = risks;
        this.own = own;
        this.people = people;
        this.files = files;
        this.codes = codes;
        this.recordings = recordings;
        this.loose = loose;
        this.copies = copies;
        this.objections = objections;
        this.clock = clock;
    }

    /** Profiles of the destinations. */
    public List<Profile> profiles() {
        return own.on(today());
    }

    /** Those of the destinations that a release is meant for. */
    public List<Profile> profiles(Release release) {
        return Profile.meantBy(release, profiles());
    }

    /** The profile with this id. */
    public Profile profile(String id) {
        return profiles().stream()
                .filter(profile -> profile.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.missing("destination"));
    }

    /** The release with this id, as others know it. */
    public Optional<Release> release(long id) {
        return releases.find(id);
    }

    /** The day of today. */
    public LocalDate today() {
        return LocalDate.now(clock);
    }

    /** All findings of a release for all destinations. */
    public List<Finding> findings(Release release) {
        return findings(subject(release));
    }

    /** The same, where what rules look at has been brought together already; rules with nothing new to see do not run. */
    public List<Finding> findings(ReleaseContext subject) {
        List<Profile> meant = profiles(subject.release());
        Checker checker = checkers.asMap()
                .compute(
                        subject.release().id(),
                        (id, before) ->
                                before != null && before.profiles().equals(meant) ? before : new Checker(meant));
        List<Finding> findings;
        synchronized (checker) {
            findings = checker.check(subject);
        }
        Map<String, AcceptedRisks.Taken> taken = risks.of(subject.release().id());
        if (taken.isEmpty()) return findings;
        return findings.stream()
                .map(finding -> Optional.ofNullable(taken.get(finding.id()))
                        // what is said now must be what was said when somebody took the risk
                        .filter(one -> one.says().equals(finding.says()) && finding.weight() != Weight.STOP)
                        .map(one -> finding.accepted(one.accepted()))
                        .orElse(finding))
                .toList();
    }

    /** What rules look at. */
    public ReleaseContext subject(Release release) {
        return subject(release, loose.of(release), files.find(release.files()));
    }

    /** What rules look at, where the release's loose files and those in place have been fetched already. */
    public ReleaseContext subject(Release release, List<LooseFiles.Loose> without, Map<Sha256, FileBook.Entry> placed) {
        Map<Sha256, AudioFacts> audio = new HashMap<>();
        Map<Sha256, PictureFacts> pictures = new HashMap<>();
        placed.forEach((sha256, entry) -> {
            entry.audio().ifPresent(facts -> audio.put(sha256, facts));
            entry.picture().ifPresent(facts -> pictures.put(sha256, facts));
        });
        PeopleBook.People on = people.on(release);
        ReleaseContext subject = new ReleaseContext(
                        release,
                        audio,
                        pictures,
                        surroundings.of(release, files, alike(release)),
                        codes.label(),
                        today(),
                        loose.soundFiles(release, without))
                .withPeople(on.facts())
                .withAttachments(surroundings.papers(release))
                .withObjections(objections.of(release.id()));
        return subject.withCopies(copies.of(subject, profiles(release)));
    }

    /** What the masters of a release sound like, as far as it is the master of another recording. */
    private Map<Sha256, List<CatalogueContext.Alike>> alike(Release release) {
        KnownSound known = recordings.known(release.tracks().stream()
                .flatMap(track -> track.master().stream())
                .toList());
        Map<Sha256, List<CatalogueContext.Alike>> alike = new HashMap<>();
        for (Track track : release.tracks()) {
            Sha256 file = track.master().orElse(null);
            if (file == null || alike.containsKey(file)) continue;
            List<CatalogueContext.Alike> others = new ArrayList<>();
            for (Prints.Alike other : known.alike(file))
                for (Recordings.Holder holder : known.holders(other.file()))
                    if (holder.recording() != track.recording().id()) {
                        Match.Stretch longest = other.match().longestAgreeing();
                        others.add(new CatalogueContext.Alike(
                                other.match().verdict(), holder.says(), longest.from(), longest.to()));
                    }
            alike.put(file, others);
        }
        return alike;
    }

    /** Facts of a thing of this release. */
    public Facts factsOf(Release release, Ref target) {
        if (target.equals(new Ref(Entity.RELEASE, release.id()))) return release.facts();
        for (Track track : release.tracks())
            if (release.ref(track, target.entity()).equals(target)) return release.factsOf(track, target.entity());
        throw Problem.input("foreign-target", "%s does not belong to this release.".formatted(target));
    }
}
