package app.entrada.server.house;

import app.entrada.server.house.HouseSigns.Figures;
import app.entrada.server.house.HouseSigns.Queue;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Duration;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.springframework.stereotype.Component;

/** The signs of the house as metrics, for programs that watch it. */
@Component
class HouseMetrics implements MeterBinder {
    private final HouseSigns signs;

    HouseMetrics(HouseSigns signs) {
        this.signs = signs;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        queue(registry, "work", Figures::house);
        queue(registry, "deliveries", Figures::outside);
        gauge(registry, "entrada.deliveries.failed", "Newest deliveries that did not arrive", null, Figures::failed);
        gauge(registry, "entrada.room.free", "Room on the disk of the data folder", "bytes", Figures::freeBytes);
        gauge(registry, "entrada.standings.waiting", "Releases to be looked at again", null, Figures::standings);
        gauge(registry, "entrada.files.damaged", "Files of the store that are damaged", null, Figures::damaged);
        gauge(registry, "entrada.house.findings", "Problems found", null, Figures::found);
        gauge(
                registry,
                "entrada.backup.age",
                "Of the last verified backup; not a number when there is none",
                "seconds",
                now -> now.backupAge().map(age -> (double) age.toSeconds()).orElse(Double.NaN));
    }

    private void queue(MeterRegistry registry, String name, Function<Figures, Queue> which) {
        gauge(
                registry,
                "entrada." + name + ".waiting",
                "Pieces that have come due",
                null,
                now -> which.apply(now).due());
        gauge(registry, "entrada." + name + ".oldest", "For how long the oldest has been due", "seconds", now -> {
            Duration oldest = which.apply(now).oldest();
            return oldest.toSeconds();
        });
    }

    private void gauge(
            MeterRegistry registry,
            String name,
            String says,
            @org.jspecify.annotations.Nullable String unit,
            ToDoubleFunction<Figures> value) {
        Gauge.builder(name, () -> value.applyAsDouble(signs.figures()))
                .description(says)
                .baseUnit(unit)
                .register(registry);
    }
}
