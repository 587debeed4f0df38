package app.entrada.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;
import org.springframework.dao.DataAccessResourceFailureException;

@DisplayName("What is done again and again survives every failure and ends with its step")
@Timeout(30)
class LoopTest {
    private static final class Counting extends Loop {
        private final Semaphore steps = new Semaphore(0);
        private final AtomicInteger count = new AtomicInteger();
        private final Runnable each;

        Counting(Duration pause, Runnable each) {
            super("counting", pause);
            this.each = each;
        }

        @Override
        protected boolean step() {
            int number = count.incrementAndGet();
            steps.release();
            each.run();
            return number % 3 != 0;
        }
    }

    @Test
    void a_failure_of_any_kind_ends_only_its_step() throws InterruptedException {
        AtomicInteger number = new AtomicInteger();
        Counting loop = new Counting(Duration.ofMillis(1), () -> {
            if (number.incrementAndGet() == 1) throw new DataAccessResourceFailureException("away");
            if (number.get() == 2) throw new IllegalStateException("broken");
        });
        loop.start();
        assertThat(loop.isRunning()).isTrue();
        loop.steps.acquire(6);
        loop.stop();
        assertThat(loop.isRunning()).isFalse();
        int after = loop.count.get();
        assertThat(loop.steps.tryAcquire(after, 20, TimeUnit.MILLISECONDS)).isFalse();
    }

    @Test
    void a_step_that_is_going_on_is_let_to_its_end() throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch may = new CountDownLatch(1);
        AtomicBoolean whole = new AtomicBoolean();
        Counting loop = new Counting(Duration.ofHours(1), () -> {
            begun.countDown();
            try {
                whole.set(may.await(10, TimeUnit.SECONDS));
            } catch (InterruptedException cut) {
                Thread.currentThread().interrupt();
            }
        });
        loop.start();
        begun.await();
        Thread ending = new Thread(loop::stop);
        ending.start();
        while (loop.isRunning()) Thread.onSpinWait();
        may.countDown();
        ending.join();
        assertThat(whole).isTrue();
        assertThat(loop.count).hasValue(1);
    }

    @Test
    void a_pause_is_not_waited_for() {
        Counting loop = new Counting(Duration.ofHours(1), () -> {});
        loop.start();
        loop.steps.acquireUninterruptibly(3);
        loop.stop();
        assertThat(loop.isRunning()).isFalse();
    }

    @Test
    void nothing_is_done_while_an_installation_is_looked_over() {
        Counting loop = new Counting(Duration.ofHours(1), () -> {});
        assertThat(loop.isAutoStartup()).isTrue();
        StandardEnvironment doctor = new StandardEnvironment();
        doctor.getPropertySources().addFirst(new MapPropertySource("asked", Map.of("entrada.doctor", "standing")));
        loop.setEnvironment(doctor);
        assertThat(loop.isAutoStartup()).isFalse();
    }
}
