package app.entrada.server.masters;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.RunningOrder;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.intake.Placement;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.context.LooseFiles;
import app.entrada.server.context.TagCache;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.files.FileDescription;
import app.entrada.server.files.FileIndex;
import app.entrada.server.platform.Problem;
import app.entrada.server.sound.KnownSound;
import app.entrada.server.sound.MasterHolders;
import app.entrada.server.sound.Prints;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Computes what is in place and what seems to belong where; applies what a person confirms. */
@Service
class MastersService {
    private static final int MOST_TICKS = 200;

    private final ReleaseRepository releases;
    private final ReleaseService service;
    private final ChangeService changes;
    private final LooseFiles loose;
    private final FileIndex files;
    private final MasterHolders recordings;
    private final TagCache tags;
    private final JdbcClient jdbc;

    MastersService(
            ReleaseRepository releases,
            ReleaseService service,
            ChangeService changes,
            LooseFiles loose,
            FileIndex files,
            MasterHolders recordings,
            TagCache tags,
            JdbcClient jdbc) {
        this.releases = releases;
        this.service = service;
        this.changes = changes;
        this.loose = loose;
        this.files = files;
        this.recordings = recordings;
        this.tags = tags;
        this.jdbc = jdbc;
    }

    /** All that is asked for once: entries, names, likenesses. */
    private record Scene(
            Release release, Map<Sha256, FileIndex.StoredFile> entries, Map<String, String> names, KnownSound known) {}

    @Transactional(readOnly = true)
    public MastersView view(long id) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        List<LooseFiles.Loose> without = loose.of(release);
        List<LooseFiles.Beside> beside = loose.beside(release);
        Scene scene = scene(release, without);
        Map<Long, Placement.Proposal> proposals = new HashMap<>();
        Set<String> proposed = new HashSet<>();
        for (Placement.Proposal proposal : loose.proposals(release, without, scene.known)) {
            proposals.put(proposal.track(), proposal);
            proposed.add(proposal.file());
        }
        List<MastersView.MasterRow> rows = new ArrayList<>();
        for (Track track : release.tracks()) {
            Placement.Proposal proposal = proposals.get(track.id());
            rows.add(new MastersView.MasterRow(
                    track.number(),
                    track.id(),
                    title(track),
                    track.master()
                            .map(file -> file(scene, file, track.recording().id()))
                            .orElse(null),
                    proposal == null ? null : proposal(scene, proposal, track),
                    track.facts()
                            .get(Fields.TRACK_PREVIEW_START)
                            .map(PlayingTime::toString)
                            .orElse(null),
                    beside.stream()
                            .filter(paper -> paper.trackId() == track.id())
                            .toList()));
        }
        return new MastersView(
                release.revision(),
                rows,
                without.stream()
                        .filter(file -> !proposed.contains(file.entry().sha256().hex()))
                        .map(file -> file(scene, file.entry().sha256(), 0))
                        .toList(),
                (int) proposals.values().stream()
                        .filter(Placement.Proposal::certain)
                        .count(),
                beside.stream().filter(paper -> paper.trackId() == 0).toList(),
                offers(release));
    }

    private Scene scene(Release release, List<LooseFiles.Loose> without) {
        Set<Sha256> all = release.files();
        without.forEach(file -> all.add(file.entry().sha256()));
        KnownSound known = recordings.known(all);
        Map<String, String> names = new HashMap<>();
        if (!all.isEmpty())
            jdbc.sql("SELECT sha256, name FROM received WHERE sha256 IN (:files) ORDER BY id")
                    .param("files", known.files().stream().map(Sha256::hex).toList())
                    .query((row, n) -> names.put(row.getString("sha256"), row.getString("name")))
                    .list();
        return new Scene(release, files.find(all), names, known);
    }

    private static String title(Track track) {
        String title = track.facts().get(Fields.TRACK_TITLE).orElse("untitled");
        return track.facts()
                .get(Fields.TRACK_VERSION)
                .map(version -> title + " (" + version + ")")
                .orElse(title);
    }

    private MastersView.SoundFileView file(Scene scene, Sha256 sha256, long recording) {
        FileIndex.StoredFile entry = requireNonNull(scene.entries.get(sha256));
        String name = scene.names.getOrDefault(sha256.hex(), "master");
        Optional<AudioFacts> audio = entry.audio();
        Optional<Sound> sound = audio.flatMap(AudioFacts::sound);
        return new MastersView.SoundFileView(
                sha256.hex(),
                name,
                entry.kind(),
                FileDescription.says(entry),
                audio.map(FileDescription::format).orElse(null),
                audio.map(AudioFacts::time).orElse(null),
                audio.map(AudioFacts::seconds).orElse(0.0),
                sound.filter(heard -> !heard.silent())
                        .map(Sound::integratedLufs)
                        .orElse(null),
                sound.filter(heard -> !heard.silent()).map(Sound::truePeakDbtp).orElse(null),
                sound.map(MastersService::ticks).orElse(List.of()),
                sound.map(heard -> heard.silence().headSeconds()).orElse(0.0),
                sound.map(heard -> heard.silence().tailSeconds()).orElse(0.0),
                sound.map(heard -> heard.silence().inside()).orElse(List.of()),
                sound.map(Sound::excerpt)
                        .map(excerpt -> new MastersView.ExcerptView(excerpt.at(), excerpt.seconds(), excerpt.reason()))
                        .orElse(null),
                sound.map(MastersService::heard).orElse(null),
                alike(scene, sha256, recording));
    }

    private static List<Double> ticks(Sound sound) {
        return sound.clippings().stream()
                .limit(MOST_TICKS)
                .map(Sound.Clipping::at)
                .toList();
    }

    /** Tempo and key are told from here on; below it they are guesses. */
    private static final double SURE_TEMPO = 0.2;

    private static final double SURE_KEY = 0.3;

    private static MastersView.HeardView heard(Sound sound) {
        List<String> remarks = new ArrayList<>();
        if (sound.falseStereo()) remarks.add("both channels are the same");
        if (sound.upsampled()) remarks.add("upsampled: nothing above half of a lower sample rate");
        return new MastersView.HeardView(
                sound.rangeLu(),
                sound.tempo().confidence() > SURE_TEMPO ? sound.tempo().bpm() : null,
                sound.key().confidence() > SURE_KEY ? sound.key().name() : null,
                sound.clippingCount(),
                sound.lossySource().suspected() ? sound.bandwidthHz() : null,
                remarks);
    }

    private List<MastersView.AlikeView> alike(Scene scene, Sha256 file, long own) {
        List<MastersView.AlikeView> views = new ArrayList<>();
        Set<Long> here = scene.release.tracks().stream()
                .map(track -> track.recording().id())
                .collect(Collectors.toSet());
        for (Prints.Alike other : scene.known.alike(file)) {
            List<MasterHolders.Holder> holders = scene.known.holders(other.file());
            for (MasterHolders.Holder holder : holders)
                if (holder.recording() != own)
                    views.add(alike(other, holder.recording(), here.contains(holder.recording()), holder.says()));
            if (holders.isEmpty() && scene.names.containsKey(other.file().hex()))
                views.add(alike(
                        other, 0, false, "“" + scene.names.get(other.file().hex()) + "”"));
        }
        return views;
    }

    private static MastersView.AlikeView alike(Prints.Alike other, long recording, boolean here, String name) {
        Match match = other.match();
        return new MastersView.AlikeView(
                other.file().hex(),
                match.verdict().label(),
                match.confidence(),
                match.offsetSeconds(),
                match.speed(),
                stretches(match.agrees()),
                stretches(match.differs()),
                recording,
                here,
                name,
                match.says(name));
    }

    private static List<MastersView.StretchView> stretches(List<Match.Stretch> stretches) {
        return stretches.stream()
                .map(stretch -> new MastersView.StretchView(stretch.from(), stretch.to()))
                .toList();
    }

    private MastersView.ProposalView proposal(Scene scene, Placement.Proposal proposal, Track track) {
        Placement.Evidence evidence = proposal.evidence();
        return new MastersView.ProposalView(
                file(scene, new Sha256(proposal.file()), track.recording().id()),
                proposal.total(),
                proposal.certain(),
                proposal.doubt(),
                number(evidence.sound()),
                number(evidence.time()),
                number(evidence.tags()),
                number(evidence.name()));
    }

    private static @Nullable Double number(OptionalDouble value) {
        return value.isPresent() ? Math.round(value.getAsDouble() * 100) / 100.0 : null;
    }

    /** Facts that the tags of placed masters give otherwise than the release, or that it lacks. */
    private List<MastersView.TagOffer> offers(Release release) {
        List<MastersView.TagOffer> offers = new ArrayList<>();
        Set<String> said = new HashSet<>();
        for (Track track : release.tracks()) {
            Sha256 file = track.master().orElse(null);
            if (file == null) continue;
            for (TagFacts.FoundValue found : tags.of(file).offers()) {
                Field<?> field = found.field();
                boolean whole = field.entity() == Entity.RELEASE;
                Ref target = whole ? new Ref(Entity.RELEASE, release.id()) : release.ref(track, field.entity());
                String present = whole
                        ? release.facts().text(field)
                        : release.factsOf(track, field.entity()).text(field);
                String holds = whole ? present : release.displayed(track, field);
                if (found.value().equals(present) || found.value().equals(holds)) continue;
                if (present == null && holds != null && sameNames(found.value(), holds)) continue;
                if (!said.add(target + field.id() + found.value())) continue;
                offers.add(new MastersView.TagOffer(
                        whole ? 0 : track.number(),
                        field.entity().id(),
                        target.id(),
                        field.id(),
                        field.name(),
                        present == null ? holds : present,
                        found.value(),
                        found.source()));
            }
        }
        return offers;
    }

    private static boolean sameNames(String canonical, String shown) {
        return canonical.replace("; ", ", ").equals(shown.replace(" & ", ", "));
    }

    @Transactional
    @For(Role.ASSISTANT)
    public void confirm(long id, boolean certain, List<Placed> chosen, Account account) {
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        List<Placement.Proposal> proposals = loose.proposals(release, loose.of(release));
        List<Change> batch = new ArrayList<>();
        List<String> sources = new ArrayList<>();
        for (Placement.Proposal proposal : proposals) {
            boolean wanted = certain && proposal.certain()
                    || chosen.stream()
                            .anyMatch(each -> proposal.file().equals(each.file()) && proposal.track() == each.track());
            if (!wanted) continue;
            Track track = release.track(proposal.track()).orElseThrow();
            batch.add(new Change(release.ref(track, Entity.RECORDING), Fields.RECORDING_MASTER, null, proposal.file()));
            sources.add("%d: %s".formatted(track.number(), said(proposal.evidence())));
        }
        if (batch.isEmpty())
            throw Problem.conflict(
                    "nothing-proposed", "The proposals have changed in the meantime. Nothing was placed; check again.");
        String source = "placement confirmed; " + String.join("; ", sources);
        changes.apply(
                id,
                new ChangeService.Batch(
                        batch.size() == 1 ? "Master placed" : batch.size() + " masters placed",
                        ChangeSource.FILE,
                        source.length() > 1000 ? source.substring(0, 1000) : source,
                        batch),
                account);
    }

    private static String said(Placement.Evidence evidence) {
        List<String> words = new ArrayList<>();
        add(words, "sound", evidence.sound());
        add(words, "time", evidence.time());
        add(words, "tags", evidence.tags());
        add(words, "name", evidence.name());
        return String.join(", ", words);
    }

    private static void add(List<String> words, String name, OptionalDouble value) {
        value.ifPresent(share -> words.add("%s %d %%".formatted(name, Math.round(share * 100))));
    }

    @Transactional
    @For(Role.ASSISTANT)
    public void take(long id, List<TakenOffer> taken, Account account) {
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        List<MastersView.TagOffer> offers = offers(release);
        Map<Ref, Facts> known = releases.facts(id);
        List<Change> batch = new ArrayList<>();
        Set<String> sources = new HashSet<>();
        for (TakenOffer each : taken)
            offers.stream()
                    .filter(offer -> offer.target() == each.target()
                            && offer.field().equals(each.field())
                            && Objects.equals(offer.value(), each.value()))
                    .findFirst()
                    .ifPresent(offer -> {
                        Field<?> field = Fields.byId(offer.field());
                        Ref target = new Ref(field.entity(), offer.target());
                        String before = requireNonNull(known.get(target)).text(field);
                        batch.add(new Change(target, field, before, offer.value()));
                        sources.add(offer.source());
                    });
        if (batch.isEmpty())
            throw Problem.conflict("offer-gone", "The tags no longer offer that. Nothing was changed.");
        changes.apply(
                id,
                new ChangeService.Batch("Facts from tags", ChangeSource.TAGS, String.join(", ", sources), batch),
                account);
    }

    @Transactional
    @For(Role.ASSISTANT)
    public void reuse(long id, long trackId, long recording, String file, Account account) {
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        Track own = release.track(trackId).orElseThrow(() -> Problem.missing("track"));
        Release with = service.addRecording(id, recording, account);
        Track known = with.tracks().get(with.tracks().size() - 1);
        List<Change> batch = new ArrayList<>();
        for (Field<?> field : Fields.of(Entity.TRACK)) {
            String text = own.facts().text(field);
            if (text != null) batch.add(new Change(new Ref(Entity.TRACK, known.id()), field, null, text));
        }
        List<Long> order =
                new ArrayList<>(release.tracks().stream().map(Track::id).toList());
        order.set(own.number() - 1, known.id());
        Ref whole = new Ref(Entity.RELEASE, id);
        batch.add(new Change(
                whole,
                Fields.RELEASE_RUNNING_ORDER,
                with.facts().text(Fields.RELEASE_RUNNING_ORDER),
                new RunningOrder(order).toString()));
        changes.apply(
                id,
                new ChangeService.Batch(
                        "Known recording on track " + own.number(),
                        ChangeSource.CATALOGUE,
                        "same audio; chosen by hand",
                        batch),
                account);
        if (file != null && !file.isEmpty())
            jdbc.sql("UPDATE received SET track_id = ?, belongs = 'same sound' WHERE release_id = ? AND sha256 = ?")
                    .params(known.id(), id, file)
                    .update();
    }
}
