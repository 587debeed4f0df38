package app.entrada.server.platform;

import app.entrada.core.copy.write.CopyWriter;
import app.entrada.media.Ffmpeg;
import java.time.Clock;
import java.time.Duration;
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
    Clock clock(Settings settings) {
        Clock clock = Clock.systemDefaultZone();
        if (settings.today() == null || settings.today().isBlank()) return clock;
        ZoneId zone = clock.getZone();
        LocalTime now = LocalTime.now(clock);
        return Clock.offset(
                clock,
                Duration.between(
                        clock.instant(),
                        LocalDate.parse(settings.today())
                                .atTime(now)
                                .atZone(zone)
                                .toInstant()));
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
