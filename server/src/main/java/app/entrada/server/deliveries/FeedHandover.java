package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.Fields;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.SeriesRepository;
import java.io.IOException;
import java.time.Clock;
import java.util.Map;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Tells a directory once where the feed of a series is, later that it has changed; it fetches the feed, and all that is in
 * it, by itself.
 */
@Component
@Order(2)
class FeedHandover implements Handover {
    private final DestinationClient client;
    private final SeriesRepository series;
    private final SeriesFeeds feeds;
    private final JsonMapper json;
    private final Clock clock;
    private final ReleaseRepository releases;

    FeedHandover(
            DestinationClient client,
            SeriesRepository series,
            SeriesFeeds feeds,
            JsonMapper json,
            Clock clock,
            ReleaseRepository releases) {
        this.releases = releases;
        this.client = client;
        this.series = series;
        this.feeds = feeds;
        this.json = json;
        this.clock = clock;
    }

    @Override
    public boolean serves(Profile profile) {
        return profile.sends()
                .filter(kind -> kind.handover() == DeliveryKind.Handover.FEED)
                .isPresent();
    }

    @Override
    public DestinationClient.DestinationAnswer hand(Delivery delivery, DestinationClient.Reach reach)
            throws IOException {
        SeriesRepository.Series of = of(delivery);
        String feed = feeds.address(of) + "feed.xml";
        boolean told = series.told(of.id(), delivery.destination());
        return client.postJson(
                reach,
                told ? "/v1/feeds/changed" : "/v1/feeds",
                delivery.key().toString(),
                json.writeValueAsString(Map.of("feed", feed)));
    }

    @Override
    public void done(Delivery delivery) {
        series.tell(of(delivery).id(), delivery.destination(), clock.instant());
    }

    private SeriesRepository.Series of(Delivery delivery) {
        return releases.find(delivery.releaseId())
                .flatMap(release -> release.facts().get(Fields.RELEASE_SERIES))
                .flatMap(series::titled)
                .orElseThrow(() -> new IllegalStateException("the release no longer belongs to a series"));
    }
}
