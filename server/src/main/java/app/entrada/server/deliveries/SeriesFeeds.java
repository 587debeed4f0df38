package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.FeedNamespace;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.Episode;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.delivery.kind.PodcastFeed;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.text.Sha256;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.SeriesRepository;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.OutgoingPictures;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * The feed of each series, under one address for ever. It holds what was sealed of every published episode; the channel's own
 * facts, and the address everything begins with, are those of today, so a feed goes on when the server is moved.
 */
@Component
public class SeriesFeeds {
    private static final String COVER = "cover";
    private static final Pattern EPISODE_FILE = Pattern.compile("episodes/(\\d{1,18})/(.{1,200})");

    private final SeriesRepository series;
    private final DeliveryRepository deliveries;
    private final FileStore store;
    private final Addresses addresses;
    private final OutgoingPictures pictures;
    private final ProfileRepository profiles;
    private final ReleaseRepository releases;

    SeriesFeeds(
            SeriesRepository series,
            DeliveryRepository deliveries,
            FileStore store,
            Addresses addresses,
            OutgoingPictures pictures,
            ProfileRepository profiles,
            ReleaseRepository releases) {
        this.releases = releases;
        this.profiles = profiles;
        this.series = series;
        this.deliveries = deliveries;
        this.store = store;
        this.addresses = addresses;
        this.pictures = pictures;
    }

    /** Address under which a feed and all that is in it is fetched, with a stroke at the end. */
    public String address(SeriesRepository.Series of) {
        return addresses.here() + "feeds/" + of.key() + "/";
    }

    private List<Profile> directories() {
        return profiles.all().stream()
                .filter(profile -> profile.sends()
                        .filter(DeliveryKind.PODCAST_FEED::equals)
                        .isPresent())
                .toList();
    }

    private List<FeedNamespace> namespaces() {
        return directories().stream()
                .flatMap(profile -> profile.feed().stream())
                .distinct()
                .toList();
    }

    /** The feed without what a release is about to add; empty where it belongs to no series. */
    Optional<Outgoing.SeriesFeed> without(Release release) {
        return release.facts()
                .get(Fields.RELEASE_SERIES)
                .flatMap(series::titled)
                .map(of -> new Outgoing.SeriesFeed(
                        withDefaults(of, release), picture(of), episodes(of, release.id()), namespaces(), address(of)));
    }

    /** A series that says little of itself has what its episode says. */
    private static app.entrada.core.release.Facts withDefaults(SeriesRepository.Series of, Release release) {
        app.entrada.core.release.Facts facts = of.facts();
        if (facts.get(Fields.SERIES_DESCRIPTION).isEmpty())
            facts = facts.withText(Fields.SERIES_DESCRIPTION, release.facts().text(Fields.RELEASE_DESCRIPTION));
        if (facts.get(Fields.SERIES_LANGUAGE).isEmpty())
            facts = facts.withText(Fields.SERIES_LANGUAGE, release.facts().text(Fields.RELEASE_LANGUAGE));
        if (facts.get(Fields.SERIES_OWNER).isEmpty())
            facts = facts.withText(Fields.SERIES_OWNER, release.facts().text(Fields.RELEASE_LABEL));
        if (facts.get(Fields.SERIES_CATEGORIES).isEmpty())
            facts = facts.withText(Fields.SERIES_CATEGORIES, release.facts().text(Fields.RELEASE_GENRE));
        return facts;
    }

    private static String picture(SeriesRepository.Series of) {
        return of.facts().get(Fields.SERIES_COVER).isPresent() ? COVER : "";
    }

    /** What is published of a series, the newest first. */
    public List<Episode> episodes(SeriesRepository.Series of) {
        return episodes(of, 0).stream().sorted(Episode.NEWEST_FIRST).toList();
    }

    private List<Episode> episodes(SeriesRepository.Series of, long butOf) {
        List<Episode> all = new ArrayList<>();
        for (Delivery delivery : published(of))
            if (delivery.releaseId() != butOf)
                sealed(delivery, Composing.EPISODES).ifPresent(text -> all.addAll(Episode.read(text)));
        return all;
    }

    private List<Delivery> published(SeriesRepository.Series of) {
        return deliveries.published(
                of.facts().text(Fields.SERIES_TITLE),
                directories().stream().map(Profile::id).toList());
    }

    private Optional<String> sealed(Delivery delivery, String path) {
        return content(delivery, path).map(content -> {
            try {
                return Files.readString(store.path(new Sha256(content.sha256())));
            } catch (IOException unreadable) {
                throw new UncheckedIOException(unreadable);
            }
        });
    }

    private static Optional<Content> content(Delivery delivery, String path) {
        return delivery.contents().stream()
                .filter(each -> each.path().equals(path))
                .findFirst();
    }

    /** The feed as it stands today. */
    public String feed(SeriesRepository.Series of) {
        List<Delivery> published = published(of);
        List<Episode> episodes = episodes(of, 0);
        String picture = picture(of);
        if (picture.isEmpty())
            picture = episodes.stream()
                    .sorted(Episode.NEWEST_FIRST)
                    .map(Episode::picture)
                    .filter(path -> !path.isEmpty())
                    .findFirst()
                    .orElse("");
        app.entrada.core.release.Facts facts = of.facts();
        if (!published.isEmpty())
            facts = releases.find(published.get(0).releaseId())
                    .map(release -> withDefaults(of, release))
                    .orElse(facts);
        return PodcastFeed.of(facts, picture, "", episodes, namespaces(), address(of));
    }

    /** A file that the feed names: the picture of the series, or something of a published episode. */
    Optional<Sha256> file(SeriesRepository.Series of, String path) {
        if (path.equals(COVER))
            return of.facts()
                    .get(Fields.SERIES_COVER)
                    .map(cover -> pictures.of(cover).sha256());
        Matcher parts = EPISODE_FILE.matcher(path);
        if (!parts.matches()) return Optional.empty();
        long id = Long.parseLong(parts.group(1));
        return published(of).stream()
                .filter(delivery -> delivery.id() == id)
                .flatMap(delivery -> content(delivery, parts.group(2)).stream())
                .filter(content -> content.kind() == null || content.kind().isEmpty())
                .map(content -> new Sha256(content.sha256()))
                .findFirst();
    }
}
