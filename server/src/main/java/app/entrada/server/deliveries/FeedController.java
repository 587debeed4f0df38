package app.entrada.server.deliveries;

import app.entrada.core.text.Sha256;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.facts.SeriesRepository;
import app.entrada.server.files.FileCare;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.UUID;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/**
 * Feeds for everybody who was told where they are. The key in an address is a number of 122 random bits: of a series, whose
 * feed stands there for ever, or of a delivery from before series had one; nothing but published contents is to be had.
 */
@RestController
class FeedController {
    private static final String FEED = "feed.xml";

    private final SeriesRepository series;
    private final SeriesFeeds feeds;
    private final DeliveryRepository deliveries;
    private final FileCare care;

    FeedController(SeriesRepository series, SeriesFeeds feeds, DeliveryRepository deliveries, FileCare care) {
        this.series = series;
        this.feeds = feeds;
        this.deliveries = deliveries;
        this.care = care;
    }

    @GetMapping("/feeds/{key}/{*path}")
    ResponseEntity<Resource> file(@PathVariable UUID key, @PathVariable String path) throws IOException {
        String wanted = path.startsWith("/") ? path.substring(1) : path;
        Optional<SeriesRepository.Series> of = series.keyed(key);
        if (of.isPresent() && wanted.equals(FEED))
            return ResponseEntity.ok()
                    .contentType(type(wanted))
                    .body(new ByteArrayResource(feeds.feed(of.get()).getBytes(StandardCharsets.UTF_8)));
        Sha256 file = of.map(found -> feeds.file(found, wanted))
                .orElseGet(() -> sealed(key, wanted))
                .orElseThrow(() -> Problem.missing("feed"));
        return ResponseEntity.ok().contentType(type(wanted)).body(new FileSystemResource(care.whole(file)));
    }

    private Optional<Sha256> sealed(UUID key, String wanted) {
        return deliveries
                .byKey(key)
                .filter(delivery -> delivery.contents().stream()
                        .anyMatch(each -> each.path().equals(FEED)))
                .flatMap(delivery -> delivery.contents().stream()
                        .filter(each -> each.path().equals(wanted))
                        .map(Content::sha256)
                        .map(Sha256::new)
                        .findFirst());
    }

    private static MediaType type(String path) {
        String ending = path.substring(path.lastIndexOf('.') + 1);
        return switch (ending) {
            case "xml" -> MediaType.parseMediaType("application/rss+xml");
            case "mp3" -> MediaType.parseMediaType("audio/mpeg");
            case "jpg", "cover" -> MediaType.IMAGE_JPEG;
            case "png" -> MediaType.IMAGE_PNG;
            default -> MediaType.APPLICATION_OCTET_STREAM;
        };
    }
}
