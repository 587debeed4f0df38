package app.entrada.server.documents;

import app.entrada.core.release.ChangeSource;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.field.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.server.accounts.Account;
import app.entrada.server.files.FileBook;
import app.entrada.server.people.PeopleBook;
import app.entrada.server.releases.ChangeService;
import app.entrada.server.releases.ReleaseRepository;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes a release of what a document says: all of it in one batch, files where they are here already. */
@Service
class ImportService {
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final PeopleBook people;
    private final FileBook files;
    private final Clock clock;

    ImportService(ReleaseRepository releases, ChangeService changes, PeopleBook people, FileBook files, Clock clock) {
        this.releases = releases;
        this.changes = changes;
        this.people = people;
        this.files = files;
        this.clock = clock;
    }

    /** @param named facts of people; what is known of somebody here already is left as it is */
    @Transactional
    Release take(Release document, Map<String, Facts> named, Account account) {
        long id = releases.create(clock.instant());
        List<Long> tracks = document.tracks().stream()
                .map(track -> releases.createTrack(id))
                .toList();
        Release empty = releases.find(id).orElseThrow();
        List<Change> batch = new ArrayList<>();
        batch.addAll(changes(new Ref(Entity.RELEASE, id), document.facts()));
        if (!tracks.isEmpty()) batch.add(empty.behindTheLast(tracks));
        Release made = releases.with(empty, tracks);
        for (int i = 0; i < tracks.size(); i++) {
            Track source = document.tracks().get(i);
            Track track = made.track(tracks.get(i)).orElseThrow();
            for (Entity entity : List.of(Entity.TRACK, Entity.RECORDING, Entity.WORK))
                batch.addAll(changes(made.ref(track, entity), document.factsOf(source, entity)));
        }
        Release release = changes.apply(id, new ChangeService.Batch("New release", ChangeSource.DOCUMENT, batch), account);
        List<Change> ofPeople = new ArrayList<>();
        named.forEach((name, facts) -> {
            Ref ref = new Ref(Entity.PARTY, people.enter(name));
            Facts here = releases.facts(List.of(ref)).get(ref);
            for (Change change : changes(ref, facts)) if (here.text(change.field()) == null) ofPeople.add(change);
        });
        if (!ofPeople.isEmpty())
            changes.applyToCatalogue(new ChangeService.Batch("People of a document", ChangeSource.DOCUMENT, ofPeople), account);
        return release;
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
