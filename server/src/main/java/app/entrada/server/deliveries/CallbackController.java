package app.entrada.server.deliveries;

import app.entrada.server.connections.DestinationService;
import app.entrada.server.jobs.Background;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Destinations that have news say so here. Nothing of what they say is believed but that it is time to ask them: a callback
 * that comes twice, late or out of order does no harm. It is signed with the token they gave us.
 */
@RestController
class CallbackController {
    private static final int LONGEST = 4096;

    private final DestinationService destinations;
    private final DeliveryRepository deliveries;
    private final Background background;
    private final JsonMapper json;

    CallbackController(
            DestinationService destinations, DeliveryRepository deliveries, Background background, JsonMapper json) {
        this.destinations = destinations;
        this.deliveries = deliveries;
        this.background = background;
        this.json = json;
    }

    @PostMapping("/api/callbacks/{destination}")
    ResponseEntity<Void> news(
            @PathVariable String destination,
            @RequestHeader(name = "Signature-SHA256", defaultValue = "") String signature,
            @RequestBody String body) {
        if (body.length() > LONGEST || !signed(destination, signature, body))
            return ResponseEntity.status(HttpStatus.FORBIDDEN).build();
        String receipt;
        try {
            receipt = json.readTree(body).path("receipt").asString("");
        } catch (JacksonException noJson) {
            return ResponseEntity.badRequest().build();
        }
        if (receipt.matches("[A-Za-z0-9-]{1,64}"))
            deliveries.byReceipt(destination, receipt).stream()
                    .filter(delivery -> delivery.state().underWay())
                    .forEach(delivery -> background.wake(DeliveryWork.class, String.valueOf(delivery.id())));
        return ResponseEntity.noContent().build();
    }

    private boolean signed(String destination, String signature, String body) {
        // a password of a server is no key of callbacks
        boolean calls = destinations
                .connection(destination)
                .filter(connection -> connection.way().answersItself())
                .isPresent();
        String secret = calls ? destinations.secret(destination).orElse("") : "";
        if (secret.isEmpty() || !signature.matches("[0-9a-f]{64}")) return false;
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            return MessageDigest.isEqual(
                    mac.doFinal(body.getBytes(StandardCharsets.UTF_8)),
                    HexFormat.of().parseHex(signature));
        } catch (GeneralSecurityException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }
}
