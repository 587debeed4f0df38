package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import java.io.IOException;

/** One way of handing a sealed delivery over. Every step may be done twice: the same key is on every try. */
interface Handover {
    /** Whether this is the way for what a destination is sent. */
    boolean serves(Profile profile);

    /**
     * Hands it over.
     *
     * @return the destination's last answer: with a receipt when it has all of it
     * @throws IOException when it cannot be reached
     */
    DestinationClient.DestinationAnswer hand(Delivery delivery, DestinationClient.Reach reach) throws IOException;

    /** Is told that nothing needs to be handed over again. */
    default void done(Delivery delivery) throws IOException {}
}
