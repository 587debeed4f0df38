package app.entrada.server.context;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.Attachment;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which documents permit which uses of other people's works and recordings, as a person confirmed it. */
@Component
public class PermissionRepository {
    private final JdbcClient jdbc;
    private final Clock clock;

    PermissionRepository(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A use that somebody has to permit.
     *
     * @param work id of the work that uses the original, 0 for a remix
     * @param recording id of the recording that is a remix, 0 for uses of works
     * @param use in words
     * @param title of the original
     * @param writers of the original as known; of a remix, the owner of the recording
     * @param tracks numbers of the tracks concerned
     */
    public record Needed(long work, long recording, String use, String title, String writers, List<Integer> tracks) {
        /** Whether this is the use that was confirmed. */
        public boolean is(Confirmed confirmed) {
            return work == confirmed.work
                    && recording == confirmed.recording
                    && use.equals(confirmed.use)
                    && NameFolding.fold(title).equals(NameFolding.fold(confirmed.title));
        }
    }

    /** A confirmed permission. */
    public record Confirmed(
            long id,
            long work,
            long recording,
            String use,
            String title,
            long document,
            String name,
            String sha256,
            String party,
            String by,
            String at) {}

    /** A document that came in for a release and may show a permission. */
    public record Document(long id, String name, String sha256) {}

    /** All uses on a release that somebody has to permit, each original of each work once. */
    public List<Needed> needed(Release release, String labelName) {
        Map<String, Needed> all = new LinkedHashMap<>();
        for (Track track : release.tracks()) {
            long work = track.recording().work().id();
            for (Origin origin :
                    track.recording().work().facts().get(Fields.WORK_ORIGINS).orElse(List.of()))
                if (origin.how().needsPermission())
                    put(
                            all,
                            new Needed(
                                    work,
                                    0,
                                    origin.how().label(),
                                    origin.title(),
                                    origin.writers(),
                                    List.of(track.number())));
            if (ReleaseContext.isRemix(track)) {
                String owner = ReleaseContext.owner(release, track);
                if (!owner.isEmpty() && !NameFolding.fold(owner).equals(NameFolding.fold(labelName)))
                    put(
                            all,
                            new Needed(
                                    0,
                                    track.recording().id(),
                                    Attachment.Permission.REMIX,
                                    "",
                                    owner,
                                    List.of(track.number())));
            }
        }
        return List.copyOf(all.values());
    }

    private static void put(Map<String, Needed> all, Needed needed) {
        all.merge(
                needed.work + " " + needed.recording + " " + needed.use + " " + NameFolding.fold(needed.title),
                needed,
                (one, other) -> {
                    List<Integer> tracks = new ArrayList<>(one.tracks);
                    tracks.addAll(other.tracks);
                    return new Needed(one.work, one.recording, one.use, one.title, one.writers, tracks);
                });
    }

    /** What was confirmed for the works and recordings of a release, on whichever release the document came in. */
    public List<Confirmed> confirmed(Release release) {
        return confirmed(release.works(), release.recordings());
    }

    private List<Confirmed> confirmed(Collection<Long> works, Collection<Long> recordings) {
        return jdbc.sql("""
                        SELECT p.id, coalesce(p.work_id, 0) AS work, coalesce(p.recording_id, 0) AS recording, p.used_as,
                            p.title, v.id AS document, v.name, v.sha256, p.party, a.name AS by, p.at
                        FROM permission p JOIN received v ON v.id = p.received_id JOIN account a ON a.id = p.account_id
                        WHERE p.work_id = ANY (:works) OR p.recording_id = ANY (:recordings) ORDER BY p.id""")
                .param("works", works.toArray(Long[]::new))
                .param("recordings", recordings.toArray(Long[]::new))
                .query((row, n) -> new Confirmed(
                        row.getLong("id"),
                        row.getLong("work"),
                        row.getLong("recording"),
                        row.getString("used_as"),
                        row.getString("title"),
                        row.getLong("document"),
                        row.getString("name"),
                        row.getString("sha256"),
                        row.getString("party"),
                        row.getString("by"),
                        row.getTimestamp("at").toInstant().toString()))
                .list();
    }

    /**
     * What was confirmed, as rules look at it, by release: one document for each track concerned. Where nothing uses anything
     * of others, nothing is asked.
     */
    Map<Long, List<Attachment>> attachments(Collection<Release> releases) {
        Set<Long> works = new HashSet<>();
        Set<Long> recordings = new HashSet<>();
        for (Release release : releases)
            for (Track track : release.tracks()) {
                if (track.recording().work().facts().get(Fields.WORK_ORIGINS).isPresent())
                    works.add(track.recording().work().id());
                if (ReleaseContext.isRemix(track))
                    recordings.add(track.recording().id());
            }
        if (works.isEmpty() && recordings.isEmpty()) return Map.of();
        List<Confirmed> confirmed = confirmed(works, recordings);
        Map<Long, List<Attachment>> attachments = new HashMap<>();
        for (Release release : releases)
            for (Confirmed each : confirmed)
                for (Track track : release.tracks())
                    if (track.recording().work().id() == each.work
                            || track.recording().id() == each.recording)
                        attachments
                                .computeIfAbsent(release.id(), id -> new ArrayList<>())
                                .add(new Attachment(
                                        each.name,
                                        AttachmentKind.PERMISSION,
                                        track.number(),
                                        Optional.of(new Attachment.Permission(each.use, each.title, each.party))));
        return attachments;
    }

    /** Documents of the release that may show a permission. */
    public List<Document> documents(Release release) {
        return jdbc.sql("""
                        SELECT id, name, sha256 FROM received WHERE release_id = ? AND belongs = ANY (?) ORDER BY id""")
                .params(release.id(), new String[] {
                    AttachmentKind.PERMISSION.label(),
                    AttachmentKind.DOCUMENT.label(),
                    AttachmentKind.TEXT.label(),
                    AttachmentKind.OTHER.label()
                })
                .query((row, n) -> new Document(row.getLong("id"), row.getString("name"), row.getString("sha256")))
                .list();
    }

    /** Notes that a document permits a use; an earlier confirmation of the same use is replaced. */
    @For(Role.ASSISTANT)
    public void confirm(Needed needed, Document document, String party, Account account) {
        withdraw(needed);
        jdbc.sql("""
                        INSERT INTO permission (received_id, work_id, recording_id, used_as, title, party, account_id, at)
                        VALUES (?, nullif(?, 0), nullif(?, 0), ?, ?, ?, ?, ?)""")
                .params(
                        document.id(),
                        needed.work(),
                        needed.recording(),
                        needed.use(),
                        needed.title(),
                        party,
                        account.id(),
                        Timestamp.from(clock.instant()))
                .update();
    }

    /** Takes a confirmation back. */
    @For(Role.ASSISTANT)
    public void withdraw(Needed needed) {
        jdbc.sql("""
                        DELETE FROM permission WHERE used_as = ? AND lower(title) = lower(?)
                            AND coalesce(work_id, 0) = ? AND coalesce(recording_id, 0) = ?""")
                .params(needed.use(), needed.title(), needed.work(), needed.recording())
                .update();
    }
}
