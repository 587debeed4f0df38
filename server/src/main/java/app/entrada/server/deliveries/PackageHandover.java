package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import java.io.IOException;
import java.nio.file.Path;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** All at once, as one package with its checksums. */
@Component
@Order(9)
class PackageHandover implements Handover {
    private final DeliveryRepository deliveries;
    private final DestinationClient client;
    private final DeliveryArchive archive;

    PackageHandover(DeliveryRepository deliveries, DestinationClient client, DeliveryArchive archive) {
        this.deliveries = deliveries;
        this.client = client;
        this.archive = archive;
    }

    @Override
    public boolean serves(Profile profile) {
        return true;
    }

    @Override
    public DestinationClient.DestinationAnswer hand(Delivery delivery, DestinationClient.Reach reach)
            throws IOException {
        Path zip = archive.pack(delivery);
        Delivery packed = deliveries.find(delivery.id()).orElseThrow();
        return client.postPackage(reach, packed.key().toString(), zip, packed.packageSha256());
    }

    @Override
    public void done(Delivery delivery) throws IOException {
        archive.drop(delivery);
    }
}
