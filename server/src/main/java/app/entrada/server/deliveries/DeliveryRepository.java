package app.entrada.server.deliveries;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.delivery.Outgoing;
import app.entrada.server.platform.Announcer;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Deliveries and what became of them. */
@Repository
public class DeliveryRepository {
    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final Clock clock;
    private final Announcer announcer;

    DeliveryRepository(JdbcClient jdbc, JsonMapper json, Clock clock, Announcer announcer) {
        this.jdbc = jdbc;
        this.json = json;
        this.clock = clock;
        this.announcer = announcer;
    }

    /**
     * A file of a sealed package; documents made here are kept among the files, too.
     *
     * @param says what it is, in a few words
     * @param kind how a document is shown, empty for files
     */
    public record Content(
            String path,
            String sha256,
            long bytes,
            @Nullable String says,
            @Nullable String kind) {}

    /** A sealed delivery. */
    public record Delivery(
            long id,
            long releaseId,
            String destination,
            UUID key,
            HandoverWay way,
            DeliveryState state,
            String sealedAt,
            Outgoing.Occasion occasion,
            Outgoing.Terms terms,
            @Nullable String notBefore,
            @Nullable String message,
            List<Content> contents,
            String packageSha256,
            Long packageBytes,
            String receipt,
            int attempts,
            String by) {
        /** The document of this name as it was sealed. */
        Optional<Content> content(String path) {
            return contents.stream().filter(each -> each.path().equals(path)).findFirst();
        }
    }

    /**
     * A step of its way.
     *
     * @param onDay day that somebody said it happened on, who set it by hand
     */
    public record Event(
            String at,
            DeliveryState state,
            String says,
            @Nullable String onDay) {}

    /** What stood before somebody set a step by hand. */
    record StoodBefore(DeliveryState state, @Nullable String receipt, List<DestinationClient.Reason> reasons) {}

    /** The number that the next delivery has; one that comes to nothing leaves a gap. */
    long nextId() {
        return jdbc.sql("SELECT nextval(pg_get_serial_sequence('delivery', 'id'))")
                .query(Long.class)
                .single();
    }

    void insert(
            long id,
            long releaseId,
            String destination,
            UUID key,
            HandoverWay way,
            Outgoing.Occasion occasion,
            Outgoing.Terms terms,
            @Nullable Instant notBefore,
            long account) {
        jdbc.sql("""
                        INSERT INTO delivery (id, release_id, destination, idempotency_key, state, sealed_at, account_id,
                            way, occasion, terms, not_before, contents)
                        OVERRIDING SYSTEM VALUE VALUES (?, ?, ?, ?, 'sealed', ?, ?, ?, ?, ?::jsonb, ?, '[]')""")
                .params(Arrays.asList(
                        id,
                        releaseId,
                        destination,
                        key,
                        Timestamp.from(clock.instant()),
                        account,
                        way.id(),
                        occasion.label(),
                        json.writeValueAsString(terms),
                        notBefore == null ? null : Timestamp.from(notBefore)))
                .update();
    }

    /** Puts the seal on: from here on the contents are never changed. */
    void seal(long id, long releaseId, List<Content> contents, String says) {
        jdbc.sql("UPDATE delivery SET contents = ?::jsonb WHERE id = ?")
                .params(json.writeValueAsString(contents), id)
                .update();
        note(id, releaseId, DeliveryState.SEALED, says);
    }

    /** Notes what a destination objects to or asks, in place of what it said before. */
    @Transactional
    public void reasons(Delivery delivery, List<DestinationClient.Reason> reasons) {
        jdbc.sql("DELETE FROM delivery_reason WHERE delivery_id = ?")
                .param(delivery.id())
                .update();
        for (DestinationClient.Reason reason : reasons)
            jdbc.sql("INSERT INTO delivery_reason (delivery_id, code, says, track, field) VALUES (?, ?, ?, ?, ?)")
                    .params(delivery.id(), reason.code(), reason.says(), reason.track(), reason.field())
                    .update();
    }

    /** What a destination objected to or asked last, with the place. */
    public List<DestinationClient.Reason> reasons(long id) {
        return jdbc.sql("SELECT code, says, track, field FROM delivery_reason WHERE delivery_id = ? ORDER BY id")
                .param(id)
                .query((row, n) -> new DestinationClient.Reason(
                        row.getString("code"), row.getString("says"), row.getInt("track"), row.getString("field")))
                .list();
    }

    /** A document that came back with an answer. */
    public record Returned(String name, String text) {}

    @Transactional
    public void returned(Delivery delivery, String name, String text) {
        jdbc.sql("""
                        INSERT INTO delivery_document (delivery_id, name, text, at) VALUES (?, ?, ?, ?)
                        ON CONFLICT (delivery_id, name) DO NOTHING""")
                .params(delivery.id(), name, text, Timestamp.from(clock.instant()))
                .update();
    }

    List<Returned> returned(long id) {
        return jdbc.sql("SELECT name, text FROM delivery_document WHERE delivery_id = ? ORDER BY name")
                .param(id)
                .query((row, n) -> new Returned(row.getString("name"), row.getString("text")))
                .list();
    }

    /** The delivery with this key, for those who know it. */
    Optional<Delivery> byKey(UUID key) {
        return jdbc.sql(SELECT + "WHERE d.idempotency_key = ?")
                .param(key)
                .query(this::delivery)
                .optional();
    }

    /** Those that a destination calls so: one, unless it gave the same number twice. */
    List<Delivery> byReceipt(String destination, String receipt) {
        return jdbc.sql(SELECT + "WHERE d.destination = ? AND d.receipt = ? ORDER BY d.id DESC LIMIT 20")
                .params(destination, receipt)
                .query(this::delivery)
                .list();
    }

    /** How a delivery stands at this moment. */
    DeliveryState state(long id) {
        return DeliveryState.of(jdbc.sql("SELECT state FROM delivery WHERE id = ?")
                .param(id)
                .query(String.class)
                .single());
    }

    private static final String SELECT =
            "SELECT d.*, a.name AS by_name FROM delivery d JOIN account a ON a.id = d.account_id ";

    Optional<Delivery> find(long id) {
        return jdbc.sql(SELECT + "WHERE d.id = ?")
                .param(id)
                .query(this::delivery)
                .optional();
    }

    /**
     * What directories have of a series: of each of its releases the newest delivery that counts. A takedown ends what was
     * published before it, a delivery that was refused leaves it as it was.
     */
    List<Delivery> published(@Nullable String seriesTitle, List<String> directories) {
        if (seriesTitle == null) return List.of();
        return jdbc
                .sql("""
                        SELECT DISTINCT ON (d.release_id) d.*, a.name AS by_name
                        FROM delivery d JOIN account a ON a.id = d.account_id JOIN release r ON r.id = d.release_id
                        WHERE r.series = :series AND d.destination = ANY (:directories)
                          AND (d.state IN ('received', 'in review', 'questions', 'accepted', 'live', 'taken down')
                               OR d.state = 'sealed' AND (d.not_before IS NULL OR d.not_before <= :now))
                        ORDER BY d.release_id, d.id DESC""")
                .param("series", seriesTitle)
                .param("directories", directories.toArray(String[]::new))
                .param("now", Timestamp.from(clock.instant()))
                .query(this::delivery)
                .list()
                .stream()
                .filter(each ->
                        each.state() != DeliveryState.TAKEN_DOWN && each.occasion() != Outgoing.Occasion.TAKEDOWN)
                .toList();
    }

    /** Keeps what stood in the facts when a delivery was sealed. */
    void facts(long id, Map<String, String> facts) {
        jdbc.sql("UPDATE delivery SET facts = ?::jsonb WHERE id = ?")
                .params(json.writeValueAsString(facts), id)
                .update();
    }

    /** What stood in the facts when a delivery was sealed; empty for one from before they were kept. */
    Optional<Map<String, String>> facts(long id) {
        return jdbc.sql("SELECT facts FROM delivery WHERE id = ? AND facts IS NOT NULL")
                .param(id)
                .query(String.class)
                .optional()
                .map(stored -> json.readValue(stored, new TypeReference<Map<String, String>>() {}));
    }

    /** Deliveries of a release, the newest first. */
    List<Delivery> of(long releaseId) {
        return jdbc.sql(SELECT + "WHERE d.release_id = ? ORDER BY d.id DESC")
                .param(releaseId)
                .query(this::delivery)
                .list();
    }

    /** The newest deliveries to a destination, of all releases. */
    List<Delivery> to(String destination) {
        return jdbc.sql(SELECT + "WHERE d.destination = ? AND d.state <> 'called off' ORDER BY d.id DESC LIMIT 500")
                .param(destination)
                .query(this::delivery)
                .list();
    }

    private Delivery delivery(ResultSet row, int n) throws SQLException {
        return new Delivery(
                row.getLong("id"),
                row.getLong("release_id"),
                row.getString("destination"),
                row.getObject("idempotency_key", UUID.class),
                HandoverWay.of(row.getString("way")),
                DeliveryState.of(row.getString("state")),
                row.getTimestamp("sealed_at").toInstant().toString(),
                Outgoing.Occasion.of(row.getString("occasion")),
                terms(row.getString("terms")),
                row.getTimestamp("not_before") == null
                        ? null
                        : row.getTimestamp("not_before").toInstant().toString(),
                row.getString("message"),
                json.readValue(row.getString("contents"), new TypeReference<>() {}),
                row.getString("package_sha256"),
                row.getObject("package_bytes", Long.class),
                row.getString("receipt"),
                row.getInt("attempts"),
                row.getString("by_name"));
    }

    private Outgoing.Terms terms(String stored) {
        return stored.equals("{}") ? Outgoing.Terms.USUAL : json.readValue(stored, Outgoing.Terms.class);
    }

    /** What happened to a delivery, in order. */
    List<Event> events(long id) {
        return jdbc.sql("SELECT at, state, says, on_day FROM delivery_event WHERE delivery_id = ? ORDER BY id")
                .param(id)
                .query((row, n) -> new Event(
                        row.getTimestamp("at").toInstant().toString(),
                        DeliveryState.of(row.getString("state")),
                        row.getString("says"),
                        row.getString("on_day")))
                .list();
    }

    /** Goes to another state, when the way is open. */
    @Transactional
    public void move(Delivery delivery, DeliveryState to, String says) {
        if (!delivery.state().next().contains(to))
            throw new IllegalStateException("a delivery does not go from %s to %s".formatted(delivery.state(), to));
        int moved = jdbc.sql("UPDATE delivery SET state = ? WHERE id = ? AND state = ?")
                .params(to.label(), delivery.id(), delivery.state().label())
                .update();
        if (moved == 1) note(delivery.id(), delivery.releaseId(), to, says);
    }

    @Transactional
    public void packed(Delivery delivery, String sha256, long bytes) {
        jdbc.sql("UPDATE delivery SET package_sha256 = ?, package_bytes = ? WHERE id = ?")
                .params(sha256, bytes, delivery.id())
                .update();
    }

    /**
     * Writes down what somebody knows of a delivery whose destination does not tell by itself.
     *
     * @param receipt their number for it; null leaves the one that stands
     * @param day on which it happened, null for today
     */
    @Transactional
    public void set(
            Delivery delivery,
            DeliveryState to,
            @Nullable String receipt,
            List<DestinationClient.Reason> reasons,
            @Nullable LocalDate day,
            String says) {
        StoodBefore before = new StoodBefore(delivery.state(), delivery.receipt(), reasons(delivery.id()));
        int moved = jdbc.sql("UPDATE delivery SET state = ?, receipt = coalesce(?, receipt) WHERE id = ? AND state = ?")
                .params(Arrays.asList(
                        to.label(), receipt, delivery.id(), delivery.state().label()))
                .update();
        if (moved == 0) throw new IllegalStateException("the delivery changed in the meantime");
        reasons(delivery, reasons);
        jdbc.sql("""
                        INSERT INTO delivery_event (delivery_id, at, state, says, by_hand, before, on_day)
                        VALUES (?, ?, ?, ?, 'set', ?::jsonb, ?)""")
                .params(Arrays.asList(
                        delivery.id(),
                        Timestamp.from(clock.instant()),
                        to.label(),
                        says,
                        json.writeValueAsString(before),
                        day == null ? null : Date.valueOf(day)))
                .update();
        announcer.announce("delivery", Map.of("id", delivery.id(), "release", delivery.releaseId()));
    }

    /** The newest step, when somebody set it by hand and nobody has built on it: no later step, no later delivery. */
    Optional<Long> newestSet(Delivery delivery) {
        return jdbc.sql("""
                        SELECT e.id FROM (SELECT id, by_hand FROM delivery_event WHERE delivery_id = :id
                            AND by_hand IS DISTINCT FROM 'taken back' AND by_hand IS DISTINCT FROM 'taking back'
                            ORDER BY id DESC LIMIT 1) e
                        WHERE e.by_hand = 'set' AND NOT EXISTS (SELECT FROM delivery later WHERE later.id > :id
                            AND later.release_id = :release AND later.destination = :destination)""")
                .param("id", delivery.id())
                .param("release", delivery.releaseId())
                .param("destination", delivery.destination())
                .query(Long.class)
                .optional();
    }

    /** Takes the newest step back that was set by hand: what stood before stands again. */
    @Transactional
    public void takeBack(Delivery delivery, long event, String says) {
        StoodBefore before = json.readValue(
                jdbc.sql(
                                "UPDATE delivery_event SET by_hand = 'taken back' WHERE id = ? AND by_hand = 'set' RETURNING before")
                        .param(event)
                        .query(String.class)
                        .single(),
                StoodBefore.class);
        jdbc.sql("UPDATE delivery SET state = ?, receipt = ? WHERE id = ?")
                .params(Arrays.asList(before.state().label(), before.receipt(), delivery.id()))
                .update();
        reasons(delivery, before.reasons());
        jdbc.sql(
                        "INSERT INTO delivery_event (delivery_id, at, state, says, by_hand) VALUES (?, ?, ?, ?, 'taking back')")
                .params(
                        delivery.id(),
                        Timestamp.from(clock.instant()),
                        before.state().label(),
                        says)
                .update();
        announcer.announce("delivery", Map.of("id", delivery.id(), "release", delivery.releaseId()));
    }

    /** Notes the receipt, where there is one, and that the destination has all of it, both or neither. */
    @Transactional
    public void received(Delivery delivery, @Nullable String receipt, String says) {
        jdbc.sql("UPDATE delivery SET receipt = ?, attempts = 0 WHERE id = ? AND state = 'sealed'")
                .params(Arrays.asList(receipt, delivery.id()))
                .update();
        move(delivery, DeliveryState.RECEIVED, says);
    }

    /** Counts a try that did not succeed and says why. */
    @Transactional
    public void tried(Delivery delivery, String says) {
        jdbc.sql("UPDATE delivery SET attempts = attempts + 1 WHERE id = ?")
                .param(delivery.id())
                .update();
        note(delivery.id(), delivery.releaseId(), delivery.state(), says);
    }

    /** A question that was answered ends the count of those that were not. */
    void answered(Delivery delivery) {
        if (delivery.attempts() > 0)
            jdbc.sql("UPDATE delivery SET attempts = 0 WHERE id = ?")
                    .param(delivery.id())
                    .update();
    }

    @Transactional
    public void again(Delivery delivery) {
        jdbc.sql("UPDATE delivery SET attempts = 0, receipt = NULL WHERE id = ?")
                .param(delivery.id())
                .update();
        move(delivery, DeliveryState.SEALED, "To be retried, unchanged.");
    }

    private void note(long id, long releaseId, DeliveryState state, String says) {
        jdbc.sql("INSERT INTO delivery_event (delivery_id, at, state, says) VALUES (?, ?, ?, ?)")
                .params(id, Timestamp.from(clock.instant()), state.label(), says)
                .update();
        announcer.announce("delivery", Map.of("id", id, "release", releaseId));
    }
}
