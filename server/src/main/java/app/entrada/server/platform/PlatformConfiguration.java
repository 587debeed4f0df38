package app.entrada.server.platform;

import app.entrada.core.copy.write.CopyWriter;
import app.entrada.media.Ffmpeg;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What all features share. */
@Configuration(proxyBeanMethods = false)
class PlatformConfiguration {
    /** The clock, moved to a pinned day when one is set: hours still pass. */
    @Bean
    HouseClock clock(Settings settings) {
        ZoneId zone = ZoneId.systemDefault();
        if (settings.today() == null || settings.today().isBlank()) return new HouseClock(zone, Duration.ZERO);
        Instant now = Instant.now();
        Instant pinned = LocalDate.parse(settings.today())
                .atTime(LocalTime.ofInstant(now, zone))
                .atZone(zone)
                .toInstant();
        return new HouseClock(zone, Duration.between(now, pinned));
    }

    @Bean
    TransactionTemplate transactions(PlatformTransactionManager manager) {
        return new TransactionTemplate(manager);
    }

    @Bean
    Ffmpeg ffmpeg() {
        return new Ffmpeg();
    }

    @Bean
    CopyWriter copyWriter(Ffmpeg ffmpeg) {
        return new CopyWriter(ffmpeg);
    }
}
