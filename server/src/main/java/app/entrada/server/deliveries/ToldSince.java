package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.delivery.form.CopySheet;
import app.entrada.core.delivery.form.SheetTable;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.delivery.kind.DeliveryDifference;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.text.Sha256;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.context.UntoldChanges;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.files.FileStore;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What became different since a destination was told. */
@Component
class ToldSince implements UntoldChanges {
    private static final int MOST_CHANGES = 40;

    private final DeliveryRepository deliveries;
    private final DeliveryAssembler assembler;
    private final SentBefore sent;
    private final ProfileRepository profiles;
    private final RecipeRepository recipes;
    private final FileStore store;
    private final JdbcClient jdbc;

    ToldSince(
            DeliveryRepository deliveries,
            DeliveryAssembler assembler,
            SentBefore sent,
            ProfileRepository profiles,
            RecipeRepository recipes,
            FileStore store,
            JdbcClient jdbc) {
        this.deliveries = deliveries;
        this.assembler = assembler;
        this.sent = sent;
        this.profiles = profiles;
        this.recipes = recipes;
        this.store = store;
        this.jdbc = jdbc;
    }

    /** What the destination would be told now that it was not told with this delivery. */
    List<String> changes(DeliveryAssembler.WantedDelivery wanted, Delivery taken) {
        long releaseId = taken.releaseId();
        try {
            Set<Sha256> has = sent.has(releaseId, wanted.profile());
            Optional<Map<String, String>> typed = typed(taken);
            if (typed.isPresent() && wanted.profile().sends(DeliveryKind.WEB_FORM))
                return CopySheet.of(assembler.update(wanted, has)).changedSince(typed.get()).stream()
                        .limit(MOST_CHANGES)
                        .map(CopySheet.ChangedCaption::toString)
                        .toList();
            Optional<Map<String, String>> then = deliveries.facts(taken.id());
            if (then.isEmpty()) return logged(releaseId, Instant.parse(taken.sealedAt()));
            return DeliveryDifference.of(
                            assembler.update(wanted, has),
                            List.copyOf(wanted.standings().keySet()),
                            then.get(),
                            has)
                    .stream()
                    .limit(MOST_CHANGES)
                    .map(DeliveryDifference.Difference::toString)
                    .toList();
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }

    /** What was typed into a form with a delivery, by the keys of its captions; empty for one that went another way. */
    Optional<Map<String, String>> typed(Delivery delivery) throws IOException {
        Optional<DeliveryRepository.Content> sheet = delivery.content(Composing.COPY_SHEET);
        return sheet.isEmpty()
                ? Optional.empty()
                : Optional.of(SheetTable.read(
                        Files.readString(store.path(new Sha256(sheet.get().sha256())))));
    }

    /** All that decides how much is untold; while it is the same, the count is the same. */
    private record Untold(long release, int revision, Profile profile, List<Recipe> recipes, LabelProfile label) {}

    private final Cache<Untold, Integer> counted =
            Caffeine.newBuilder().maximumSize(10_000).build();

    @Override
    public Map<String, Integer> untold(LoadedRelease loaded, Set<String> destinations) {
        Map<String, Integer> untold = new HashMap<>();
        for (String id : destinations) {
            Profile profile = profiles.byId(id);
            Release release = loaded.release();
            int count = counted.get(
                    new Untold(
                            release.id(),
                            release.revision(),
                            profile,
                            profile.recipes().stream().map(recipes::byId).toList(),
                            loaded.context().label()),
                    key -> SentBefore.taken(sent.to(release.id(), profile))
                            .map(one -> changes(assembler.wanted(loaded, profile), one)
                                    .size())
                            .orElse(0));
            if (count > 0) untold.put(id, count);
        }
        return untold;
    }

    /** For deliveries from before facts were kept with them: what the history says was changed since. */
    private List<String> logged(long releaseId, Instant since) {
        return jdbc
                .sql("""
                        SELECT c.field, (array_agg(c.before ORDER BY c.batch_id, c.position))[1] AS before,
                            (array_agg(c.after ORDER BY c.batch_id DESC, c.position DESC))[1] AS after
                        FROM change c JOIN batch b ON b.id = c.batch_id
                        WHERE b.release_id = ? AND b.at > ? AND b.source <> 'answer'
                        GROUP BY c.entity, c.target_id, c.field ORDER BY max(c.batch_id) DESC LIMIT ?""")
                .params(releaseId, Timestamp.from(since), MOST_CHANGES)
                .query((row, n) -> {
                    String before = row.getString("before");
                    String after = row.getString("after");
                    if (Objects.equals(before, after)) return "";
                    return "%s: %s → %s"
                            .formatted(
                                    Fields.byId(row.getString("field")).name(),
                                    before == null ? "empty" : before,
                                    after == null ? "empty" : after);
                })
                .list()
                .stream()
                .filter(line -> !line.isEmpty())
                .toList();
    }
}
