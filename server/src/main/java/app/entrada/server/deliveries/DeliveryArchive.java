package app.entrada.server.deliveries;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.delivery.BagItPackage;
import app.entrada.core.text.Sha256;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.files.FileCare;
import app.entrada.server.platform.Settings;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** A sealed delivery as one archive with its checksums. Packed again it has the same bytes, so it need not be kept. */
@Component
class DeliveryArchive {
    private final DeliveryRepository deliveries;
    private final FileCare care;
    private final Settings settings;

    DeliveryArchive(DeliveryRepository deliveries, FileCare care, Settings settings) {
        this.deliveries = deliveries;
        this.care = care;
        this.settings = settings;
    }

    private Path zip(Delivery delivery) throws IOException {
        Path folder = settings.var().resolve("outbox").toAbsolutePath();
        Files.createDirectories(folder);
        return folder.resolve("delivery-%d.zip".formatted(delivery.id()));
    }

    /** Is not needed any more for now. */
    void drop(Delivery delivery) throws IOException {
        Files.deleteIfExists(zip(delivery));
    }

    /**
     * Packs the sealed contents; when they were packed before, the bytes must come out the same.
     *
     * @throws IOException also when a file of it is damaged or gone
     */
    Path pack(Delivery delivery) throws IOException {
        Path zip = zip(delivery);
        if (delivery.packageSha256() != null
                && Files.exists(zip)
                && ChecksumList.sum(zip).hex().equals(delivery.packageSha256())) return zip;
        Path part = Files.createTempFile(zip.getParent(), "delivery", ".part");
        try {
            List<BagItPackage.Item> items = new ArrayList<>();
            if (delivery.message() != null) items.add(BagItPackage.text("message.xml", delivery.message()));
            for (DeliveryRepository.Content content : delivery.contents())
                items.add(BagItPackage.file(
                        content.path(), care.whole(new Sha256(content.sha256())), new Sha256(content.sha256())));
            Map<String, String> info = new LinkedHashMap<>();
            info.put("External-Identifier", delivery.key().toString());
            info.put("Internal-Sender-Identifier", String.valueOf(delivery.id()));
            if (delivery.terms().express()) info.put("Service-Level", "express");
            info.put("Bagging-Date", delivery.sealedAt().substring(0, 10));
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(part), 1 << 16)) {
                BagItPackage.write(out, items, info);
            }
            String sum = ChecksumList.sum(part).hex();
            if (delivery.packageSha256() != null && !delivery.packageSha256().equals(sum))
                throw new IOException("the sealed package came out different");
            deliveries.packed(delivery, sum, Files.size(part));
            Files.move(part, zip, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return zip;
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
