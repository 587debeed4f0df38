package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.text.Sha256;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** One track at a time: each file under its checksum, then what is said of each track; the last of them brings the receipt. */
@Component
@Order(1)
class TrackHandover implements Handover {
    private final DestinationClient client;
    private final FileStore store;
    private final FileCare care;

    TrackHandover(DestinationClient client, FileStore store, FileCare care) {
        this.client = client;
        this.care = care;
        this.store = store;
    }

    @Override
    public boolean serves(Profile profile) {
        return profile.sends()
                .filter(kind -> kind.handover() == DeliveryKind.Handover.TRACKS)
                .isPresent();
    }

    @Override
    public DestinationClient.DestinationAnswer hand(Delivery delivery, DestinationClient.Reach reach)
            throws IOException {
        DestinationClient.DestinationAnswer last = null;
        for (Content content : part(delivery, false)) {
            last = client.upload(reach, care.whole(new Sha256(content.sha256())), content.sha256());
            if (last.status() / 100 != 2) return last;
        }
        for (Content content : part(delivery, true)) {
            String track = Files.readString(store.path(new Sha256(content.sha256())));
            last = client.postJson(reach, "/v1/tracks", delivery.key().toString(), track);
            if (last.status() / 100 != 2) return last;
        }
        if (last == null) throw new IOException("the delivery holds no track");
        return last;
    }

    private static List<Content> part(Delivery delivery, boolean documents) {
        return delivery.contents().stream()
                .filter(content -> (content.kind() != null && !content.kind().isEmpty()) == documents)
                .toList();
    }
}
