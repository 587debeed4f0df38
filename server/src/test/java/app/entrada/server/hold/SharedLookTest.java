package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.platform.SharedLook;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Fifty who open one page cost two computations, and none sees what is older than the asking")
class SharedLookTest {
    @Test
    void fifty_at_once() throws Exception {
        SharedLook<Integer> look = new SharedLook<>();
        AtomicInteger computed = new AtomicInteger();
        AtomicInteger asking = new AtomicInteger();
        CountDownLatch first = new CountDownLatch(1);
        var people = Executors.newFixedThreadPool(50);
        List<Future<Integer>> seen = new ArrayList<>();
        Future<Integer> slow = people.submit(() -> look.at(() -> {
            first.countDown();
            // until all the others stand behind this one
            while (asking.get() < 49) Thread.onSpinWait();
            java.util.concurrent.locks.LockSupport.parkNanos(50_000_000);
            return computed.incrementAndGet();
        }));
        first.await();
        for (int i = 0; i < 49; i++)
            seen.add(people.submit(() -> {
                asking.incrementAndGet();
                return look.at(computed::incrementAndGet);
            }));
        assertThat(slow.get(30, TimeUnit.SECONDS)).isEqualTo(1);
        // what the first one saw was begun before they asked
        for (Future<Integer> each : seen)
            assertThat(each.get(30, TimeUnit.SECONDS)).isGreaterThan(1);
        assertThat(computed.get()).isBetween(2, 4);
        people.shutdown();
        assertThat(look.at(computed::incrementAndGet)).isEqualTo(computed.get());
    }
}
