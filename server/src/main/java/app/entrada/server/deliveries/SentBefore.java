package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.text.Sha256;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What a destination was sent of a release before, and what of it it has. */
@Component
class SentBefore {
    private final DeliveryRepository deliveries;

    SentBefore(DeliveryRepository deliveries) {
        this.deliveries = deliveries;
    }

    /** Deliveries of a release to a destination, the newest first. */
    List<Delivery> to(long releaseId, Profile profile) {
        return deliveries.of(releaseId).stream()
                .filter(each -> each.destination().equals(profile.id()))
                .toList();
    }

    /** The newest delivery that was taken and not taken down since. */
    static Optional<Delivery> taken(List<Delivery> newestFirst) {
        for (Delivery each : newestFirst) {
            if (each.state() == DeliveryState.TAKEN_DOWN) return Optional.empty();
            if (each.state().taken()) return Optional.of(each);
        }
        return Optional.empty();
    }

    /** Checksums of all files that a destination has of a release. */
    Set<Sha256> has(long releaseId, Profile profile) {
        Set<Sha256> has = new HashSet<>();
        for (Delivery each : to(releaseId, profile)) {
            if (each.state() == DeliveryState.TAKEN_DOWN) break;
            if (each.state().taken()) each.contents().forEach(content -> has.add(new Sha256(content.sha256())));
        }
        return has;
    }
}
