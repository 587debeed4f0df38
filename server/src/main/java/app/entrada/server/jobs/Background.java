package app.entrada.server.jobs;

import app.entrada.server.platform.Settings;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerName;
import com.github.kagkarlsson.scheduler.serializer.Serializer;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.lang.management.ManagementFactory;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.annotation.DependsOn;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Background work on PostgreSQL: it survives restarts and is shared by several nodes. Work that is scheduled within a
 * transaction is scheduled only if that commits.
 */
@Component
@DependsOn("flywayInitializer")
public class Background implements SmartLifecycle {
    /** After this many missed heartbeats of a killed node another takes its work: eight seconds. */
    private static final int MISSED_HEARTBEATS = 4;

    private static final Duration HEARTBEAT = Duration.ofSeconds(2);
    private static final Duration AFTER_A_FAILURE = Duration.ofSeconds(20);

    private static final int HOUSE_THREADS = 2;
    /** They wait for others nearly all of their time. */
    private static final int OUTSIDE_THREADS = 8;

    /** Which server works at something: its process, its machine, and a number for when there are several in one process. */
    private final String node = "%s-%s"
            .formatted(
                    ManagementFactory.getRuntimeMXBean().getName(),
                    UUID.randomUUID().toString().substring(0, 4));

    /** How often it is looked whether work has come due. */
    private final Duration look;

    private final Scheduler house;
    private final Scheduler outside;
    private final List<Work> kinds;
    private final boolean works;
    private volatile boolean running;

    /** @param doctor what the installation is looked over for, empty for a server: nothing is worked at meanwhile */
    Background(
            DataSource dataSource,
            List<Work> kinds,
            JsonMapper json,
            Settings settings,
            @Value("${entrada.doctor:}") String doctor) {
        this.works = doctor.isEmpty();
        this.look = settings.questionsEvery().dividedBy(4);
        this.kinds = kinds;
        DataSource transactional = new TransactionAwareDataSourceProxy(dataSource);
        this.house = scheduler(transactional, "scheduled_tasks", false, HOUSE_THREADS, json);
        this.outside = scheduler(transactional, "scheduled_deliveries", true, OUTSIDE_THREADS, json);
    }

    private Scheduler scheduler(DataSource database, String table, boolean leaving, int threads, JsonMapper json) {
        List<Task<?>> tasks = kinds.stream()
                .filter(kind -> kind.leavesTheHouse() == leaving)
                .<Task<?>>map(Background::task)
                .toList();
        return Scheduler.create(database, tasks)
                .tableName(table)
                .schedulerName(new SchedulerName.Fixed(node))
                .threads(threads)
                .pollingInterval(look)
                .heartbeatInterval(HEARTBEAT)
                .missedHeartbeatsLimit(MISSED_HEARTBEATS)
                .enableImmediateExecution()
                .shutdownMaxWait(Duration.ofSeconds(5))
                .serializer(new JsonSerializer(json))
                .build();
    }

    private static Task<Void> task(Work work) {
        return Tasks.custom(work.name(), Void.class)
                .onFailure((complete, operations) ->
                        operations.reschedule(complete, Instant.now().plus(AFTER_A_FAILURE)))
                .execute((instance, context) -> {
                    Optional<Instant> again = work.run(instance.getId(), context);
                    if (again.isEmpty()) return new CompletionHandler.OnCompleteRemove<>();
                    return (complete, operations) -> operations.reschedule(complete, again.get());
                });
    }

    /** Schedules a piece of work; once, however often it is asked for while it waits. */
    public void schedule(Class<? extends Work> kind, String id) {
        schedule(kind, id, Instant.now());
    }

    /** The same, not before a moment. */
    public void schedule(Class<? extends Work> kind, String id, Instant at) {
        scheduler(kind).scheduleIfNotExists(instance(kind, id), at);
    }

    /** Wakes work that waits for its time; work that is not there, or is being done, is left alone. */
    public void wake(Class<? extends Work> kind, String id) {
        TaskInstance<Object> instance = instance(kind, id);
        Scheduler scheduler = scheduler(kind);
        scheduler
                .getScheduledExecution(instance)
                .filter(waiting -> !waiting.isPicked())
                .ifPresent(waiting -> {
                    try {
                        scheduler.reschedule(instance, Instant.now());
                    } catch (RuntimeException begunMeanwhile) {
                        // then it is being done, which is what was wanted
                    }
                });
    }

    private Work work(Class<? extends Work> kind) {
        return kinds.stream().filter(kind::isInstance).findFirst().orElseThrow();
    }

    private Scheduler scheduler(Class<? extends Work> kind) {
        return work(kind).leavesTheHouse() ? outside : house;
    }

    private TaskInstance<Object> instance(Class<? extends Work> kind, String id) {
        return new TaskInstance<>(work(kind).name(), id);
    }

    private record JsonSerializer(JsonMapper json) implements Serializer {
        @Override
        public byte @Nullable [] serialize(@Nullable Object data) {
            return data == null ? null : json.writeValueAsBytes(data);
        }

        @Override
        public <T> @Nullable T deserialize(Class<T> type, byte @Nullable [] data) {
            return data == null ? null : json.readValue(data, type);
        }
    }

    @Override
    public boolean isAutoStartup() {
        return works;
    }

    @Override
    public void start() {
        house.start();
        outside.start();
        running = true;
    }

    @Override
    public void stop() {
        outside.stop();
        house.stop();
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
