package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.field.Fields;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.connections.OutsideAddress;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.handover.Drop;
import java.io.IOException;
import java.net.URI;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Hands a delivery over as an archive that is put somewhere: into a folder, onto a server. */
@Component
class DroppedArchive {
    private final DeliveryArchive archive;
    private final DestinationService destinations;
    private final ReleaseRepository releases;
    private final List<Drop> drops;

    DroppedArchive(
            DeliveryArchive archive, DestinationService destinations, ReleaseRepository releases, List<Drop> drops) {
        this.archive = archive;
        this.destinations = destinations;
        this.releases = releases;
        this.drops = drops;
    }

    /**
     * Puts it there.
     *
     * @return what is to be said of it, in a sentence
     * @throws Drop.Refused when somebody has to look first
     * @throws IOException when it may be tried again
     */
    String put(Delivery delivery, Profile profile) throws IOException {
        DestinationService.Connection to = destinations
                .connection(profile.id())
                .filter(connection -> connection.way() == delivery.way() && connection.complete())
                .orElseThrow(() -> new Drop.Refused(
                        "The connection to %s has changed since this was sealed, or is incomplete under Destinations. Call it off and send it again."
                                .formatted(profile.name())));
        String name = name(delivery);
        String address = Objects.requireNonNull(to.url());
        if (to.way() == HandoverWay.SFTP) {
            // the name may lead elsewhere than on the day when it was entered
            String objection = OutsideAddress.objectionToServer(URI.create(address), to.ownNetwork());
            if (objection != null) throw new Drop.Refused("Nothing was sent: " + objection + ".");
        }
        Drop drop = drops.stream()
                .filter(each -> each.way() == delivery.way())
                .findFirst()
                .orElseThrow();
        drop.put(
                archive.pack(delivery),
                name,
                new Drop.Target(
                        address, destinations.secret(profile.id()).orElse(""), Objects.toString(to.hostKey(), "")));
        archive.drop(delivery);
        return "%s is complete in %s.".formatted(name, address);
    }

    /** Under which name the archive is found: catalogue number, destination, our number for the delivery. */
    String name(Delivery delivery) {
        String number = releases.find(delivery.releaseId())
                .map(release -> release.facts().text(Fields.RELEASE_CATALOGUE_NUMBER))
                .orElse("");
        String plain = Objects.toString(number, "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return "%s-%s-%d.zip".formatted(plain.isEmpty() ? "release" : plain, delivery.destination(), delivery.id());
    }
}
