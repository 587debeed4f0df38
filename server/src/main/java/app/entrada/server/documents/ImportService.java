package app.entrada.server.documents;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes a release of what a document says: all of it in one batch, files where they are here already. */
@Service
class ImportService {
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CreditRepository people;
    private final FileIndex files;
    private final Clock clock;

    ImportService(
            ReleaseRepository releases, ChangeService changes, CreditRepository people, FileIndex files, Clock clock) {
        this.releases = releases;
        this.changes = changes;
        this.people = people;
        this.files = files;
        this.clock = clock;
    }

    /**
     * What was made of a document.
     *
     * @param left facts that are known otherwise here and stayed as they are, in sentences
     */
    record Taken(Release release, List<String> left) {}

    /** @param named facts of people; what is known of somebody here already is left as it is */
    @Transactional
    @For(Role.ASSISTANT)
    Taken take(Release document, Map<String, Facts> named, Account account) {
        long id = releases.create(clock.instant());
        Set<Long> known = new HashSet<>();
        List<Long> tracks = document.tracks().stream()
                .map(track -> recording(track)
                        .map(recording -> {
                            long made = releases.createTrack(id, recording);
                            known.add(made);
                            return made;
                        })
                        .orElseGet(() -> releases.createTrack(id)))
                .toList();
        Release empty = releases.find(id).orElseThrow();
        List<Change> batch = new ArrayList<>();
        List<String> left = new ArrayList<>();
        batch.addAll(changes(new Ref(Entity.RELEASE, id), document.facts()));
        if (!tracks.isEmpty()) batch.add(empty.behindTheLast(tracks));
        Release made = releases.with(empty, tracks);
        for (int i = 0; i < tracks.size(); i++) {
            Track source = document.tracks().get(i);
            Track track = made.track(tracks.get(i)).orElseThrow();
            batch.addAll(changes(made.ref(track, Entity.TRACK), document.factsOf(source, Entity.TRACK)));
            for (Entity entity : List.of(Entity.RECORDING, Entity.WORK)) {
                Facts here = known.contains(track.id()) ? made.factsOf(track, entity) : Facts.NONE;
                for (Change change : changes(made.ref(track, entity), document.factsOf(source, entity)))
                    take(change, here, "Track %d".formatted(track.number()), batch, left);
            }
        }
        Release release =
                changes.apply(id, new ChangeService.Batch("New release", ChangeSource.DOCUMENT, batch), account);
        List<Change> ofPeople = new ArrayList<>();
        named.forEach((name, facts) -> {
            Ref ref = new Ref(Entity.PARTY, people.enter(name));
            Facts here = releases.facts(List.of(ref)).getOrDefault(ref, Facts.NONE);
            for (Change change : changes(ref, facts)) take(change, here, name, ofPeople, left);
        });
        if (!ofPeople.isEmpty())
            changes.applyToCatalogue(
                    new ChangeService.Batch("People of a document", ChangeSource.DOCUMENT, ofPeople), account);
        return new Taken(release, left);
    }

    /** A fact that is known otherwise here stays as it is, and is told. */
    private static void take(Change change, Facts here, String where, List<Change> batch, List<String> left) {
        String stands = here.text(change.field());
        if (stands == null) batch.add(change);
        else if (!stands.equals(change.after()))
            left.add("%s, %s: “%s” in the document, “%s” here; the value here was kept."
                    .formatted(where, change.field().name(), change.after(), stands));
    }

    /** The recording in the catalogue that has this track’s ISRC: one recording, one code. */
    private Optional<Long> recording(Track track) {
        return track.recording()
                .facts()
                .code(Fields.RECORDING_ISRC)
                .flatMap(code -> releases.recordingWith(code.compact()));
    }

    private List<Change> changes(Ref target, Facts facts) {
        List<Change> changes = new ArrayList<>();
        for (Field<?> field : Fields.of(target.entity())) {
            String text = facts.text(field);
            if (text == null || field == Fields.PARTY_NAME || field == Fields.PARTY_MERGED_INTO) continue;
            boolean missing = field.type() == ValueTypes.FILE
                    && files.find(new Sha256(text)).isEmpty();
            if (!missing) changes.add(new Change(target, field, null, text));
        }
        return changes;
    }
}
