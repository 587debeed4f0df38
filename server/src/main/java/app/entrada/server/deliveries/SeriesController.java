package app.entrada.server.deliveries;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.facts.SeriesRepository;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import app.entrada.server.sound.MeasureWork;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
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

/** Spoken series over HTTP: their facts, their feed and what it holds, and where a new episode begins. */
@RestController
class SeriesController {
    private static final String KIND = "spoken episode";

    /** What a new episode has of the one before it. */
    private static final List<Field<?>> CARRIED = List.of(
            Fields.RELEASE_ARTISTS,
            Fields.RELEASE_GENRE,
            Fields.RELEASE_CONTACT,
            Fields.RELEASE_DESTINATIONS,
            Fields.RELEASE_OUTLETS);

    private final SeriesRepository book;
    private final SeriesFeeds feeds;
    private final ChangeService changes;
    private final ReleaseService service;
    private final ReleaseRepository releases;
    private final FileStore store;
    private final MeasureWork measuring;
    private final Settings settings;

    SeriesController(
            SeriesRepository book,
            SeriesFeeds feeds,
            ChangeService changes,
            ReleaseService service,
            ReleaseRepository releases,
            FileStore store,
            MeasureWork measuring,
            Settings settings) {
        this.book = book;
        this.feeds = feeds;
        this.changes = changes;
        this.service = service;
        this.releases = releases;
        this.store = store;
        this.measuring = measuring;
        this.settings = settings;
    }

    /** A fact of a series. */
    record SeriesFact(
            String field,
            String name,
            String type,
            String help,
            @Nullable String value) {}

    /** An episode of the feed. */
    record EpisodeLine(String title, int season, int number, String published) {}

    /**
     * A series.
     *
     * @param feed lasting address of its feed
     * @param cover checksum of its picture, null for none
     * @param episodes of the feed, the newest first
     */
    record SeriesView(
            long id,
            String title,
            String feed,
            @Nullable String cover,
            List<SeriesFact> facts,
            List<EpisodeLine> episodes) {}

    record NewSeries(String title) {}

    /** A change to a series. */
    record SeriesEdit(
            String field, @Nullable String before, @Nullable String after) {}

    /** The release that a new episode is. */
    record Begun(long release) {}

    @GetMapping("/api/series")
    List<SeriesView> all() {
        return book.all().stream().map(this::view).toList();
    }

    private SeriesView view(SeriesRepository.Series of) {
        Facts facts = of.facts();
        return new SeriesView(
                of.id(),
                requireNonNull(facts.text(Fields.SERIES_TITLE)),
                feeds.address(of) + "feed.xml",
                facts.text(Fields.SERIES_COVER),
                Fields.of(Entity.SERIES).stream()
                        .filter(field -> field.type() != ValueTypes.FILE)
                        .map(field -> new SeriesFact(
                                field.id(), field.name(), field.type().name(), field.help(), facts.text(field)))
                        .toList(),
                feeds.episodes(of).stream()
                        .map(each -> new EpisodeLine(each.title(), each.season(), each.number(), each.published()))
                        .toList());
    }

    private SeriesRepository.Series find(long id) {
        return book.find(id).orElseThrow(() -> Problem.missing("series"));
    }

    @PostMapping("/api/series")
    @Transactional
    public List<SeriesView> begin(@RequestBody NewSeries wanted) {
        String title = wanted.title() == null ? "" : wanted.title().strip();
        if (title.isEmpty() || title.length() > 200)
            throw Problem.input("title", "Enter a title of 1 to 200 characters.")
                    .with("field", "series.title");
        if (book.titled(title).isPresent())
            throw Problem.conflict(
                    "title-taken", "A series “%s” already exists. Nothing was changed.".formatted(title));
        book.enter(title);
        return all();
    }

    @PostMapping("/api/series/{id}/changes")
    SeriesView change(@PathVariable long id, @RequestBody SeriesEdit edit, @AuthenticationPrincipal Account account) {
        find(id);
        Field<?> field = Fields.byId(edit.field() == null ? "" : edit.field());
        try {
            apply(id, field, edit.before(), edit.after(), account);
        } catch (MalformedValue wrong) {
            throw Problem.input("malformed-value", wrong.getMessage()).with("field", field.id());
        }
        return view(find(id));
    }

    private void apply(long id, Field<?> field, @Nullable String before, @Nullable String after, Account account) {
        changes.applyToCatalogue(
                new ChangeService.Batch(
                        field.name() + " of a series",
                        ChangeSource.TYPED,
                        List.of(new Change(new Ref(Entity.SERIES, id), field, before, after))),
                account);
    }

    /** Puts a picture that is sent as it is in the place of the series' own. */
    @PostMapping("/api/series/{id}/cover")
    SeriesView cover(@PathVariable long id, InputStream picture, @AuthenticationPrincipal Account account)
            throws IOException {
        SeriesRepository.Series of = find(id);
        FileStore.Stored kept;
        try {
            kept = store.receive(picture, settings.largestFile());
        } catch (FileStore.TooLarge large) {
            throw Problem.input("too-large", "The picture is too large. Nothing was saved.");
        }
        if (!PictureMeasuring.begins(kept.head()))
            throw Problem.input("no-picture", "The file is not a picture. Nothing was changed.");
        Optional<String> problem = measuring.known(kept).problem();
        if (problem.isPresent()) throw Problem.input("no-picture", "Nothing was changed: %s.".formatted(problem.get()));
        apply(
                id,
                Fields.SERIES_COVER,
                of.facts().text(Fields.SERIES_COVER),
                kept.sha256().hex(),
                account);
        return view(find(id));
    }

    /** Begins the next episode: a release with what the series and the episode before say, numbered on. */
    @PostMapping("/api/series/{id}/episodes")
    @Transactional
    public Begun episode(@PathVariable long id, @AuthenticationPrincipal Account account) {
        SeriesRepository.Series of = find(id);
        Map<Field<?>, String> first = new LinkedHashMap<>();
        first.put(Fields.RELEASE_SERIES, of.facts().text(Fields.SERIES_TITLE));
        put(first, Fields.RELEASE_LANGUAGE, of.facts().text(Fields.SERIES_LANGUAGE));
        List<Release> before = releases.ofSeries(requireNonNull(of.facts().text(Fields.SERIES_TITLE)));
        if (!before.isEmpty())
            for (Field<?> field : CARRIED)
                put(first, field, before.get(0).facts().text(field));
        Release begun = service.begin(KIND, "", first, account);
        Release grown = service.addTrack(begun.id(), account);
        List<Change> numbered = new ArrayList<>();
        numbered.add(new Change(
                new Ref(Entity.TRACK, grown.tracks().get(0).id()),
                Fields.TRACK_EPISODE,
                null,
                String.valueOf(1 + highest(before, Fields.TRACK_EPISODE))));
        int season = highest(before, Fields.TRACK_SEASON);
        if (season > 0)
            numbered.add(new Change(
                    new Ref(Entity.TRACK, grown.tracks().get(0).id()),
                    Fields.TRACK_SEASON,
                    null,
                    String.valueOf(season)));
        changes.apply(begun.id(), new ChangeService.Batch("Next episode", ChangeSource.TEMPLATE, numbered), account);
        return new Begun(begun.id());
    }

    private static void put(Map<Field<?>, String> to, Field<?> field, @Nullable String text) {
        if (text != null) to.put(field, text);
    }

    private static int highest(List<Release> of, Field<Integer> field) {
        int highest = 0;
        for (Release release : of)
            for (Track track : release.tracks())
                highest = Math.max(highest, track.facts().get(field).orElse(0));
        return highest;
    }
}
