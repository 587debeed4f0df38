package app.entrada.server.deliveries;

import app.entrada.core.rule.Profile;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import java.io.IOException;
import java.util.Map;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Tells where the feed is; the directory fetches it, and all that is in it, by itself. */
@Component
@Order(2)
class FeedHandover implements Handover {
    private final DestinationClient client;
    private final Consignments consignments;
    private final JsonMapper json;

    FeedHandover(DestinationClient client, Consignments consignments, JsonMapper json) {
        this.client = client;
        this.consignments = consignments;
        this.json = json;
    }

    @Override
    public boolean serves(Profile profile) {
        return profile.sends().equals("podcast feed");
    }

    @Override
    public DestinationClient.Answer hand(Delivery delivery, DestinationClient.Reach reach) throws IOException {
        String feed = consignments.address() + "feeds/" + delivery.key() + "/feed.xml";
        return client.postJson(
                reach, "/v1/feeds", delivery.key().toString(), json.writeValueAsString(Map.of("feed", feed)));
    }
}
