package app.entrada.server.deliveries;

import app.entrada.core.field.Sha256;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import jakarta.servlet.http.HttpServletRequest;
import java.util.UUID;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/**
 * Sealed feeds, for those who were told where they are: the key in the address is a number of 122 random bits, and nothing but
 * the contents of that delivery is to be had under it.
 */
@RestController
class FeedController {
    private final DeliveryRepository deliveries;
    private final FileStore store;

    FeedController(DeliveryRepository deliveries, FileStore store) {
        this.deliveries = deliveries;
        this.store = store;
    }

    @GetMapping("/feeds/{key}/{*path}")
    ResponseEntity<Resource> file(@PathVariable UUID key, @PathVariable String path, HttpServletRequest request) {
        String wanted = path.startsWith("/") ? path.substring(1) : path;
        Content content = deliveries
                .byKey(key)
                .filter(delivery -> delivery.contents().stream()
                        .anyMatch(each -> each.path().equals("feed.xml")))
                .flatMap(delivery -> delivery.contents().stream()
                        .filter(each -> each.path().equals(wanted))
                        .findFirst())
                .orElseThrow(() -> Problem.missing("feed"));
        return ResponseEntity.ok()
                .contentType(type(wanted))
                .body(new FileSystemResource(store.path(new Sha256(content.sha256()))));
    }

    private static MediaType type(String path) {
        String ending = path.substring(path.lastIndexOf('.') + 1);
        return switch (ending) {
            case "xml" -> MediaType.parseMediaType("application/rss+xml");
            case "mp3" -> MediaType.parseMediaType("audio/mpeg");
            case "jpg" -> MediaType.IMAGE_JPEG;
            case "png" -> MediaType.IMAGE_PNG;
            default -> MediaType.APPLICATION_OCTET_STREAM;
        };
    }
}
