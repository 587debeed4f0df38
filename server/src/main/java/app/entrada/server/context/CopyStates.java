package app.entrada.server.context;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.release.context.WrittenCopy;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How the copies of a release look to the rules. */
@Component
public class CopyStates {
    /** Rules that ask for more than what was written: what would be written today. */
    private static final Set<String> PLANNED = Set.of("file.stale", "file.not-written");

    private final CopyPlans plans;
    private final RecipeRepository recipes;
    private final FileStore store;

    CopyStates(CopyPlans plans, RecipeRepository recipes, FileStore store) {
        this.plans = plans;
        this.recipes = recipes;
        this.store = store;
    }

    /**
     * The copies of a release as the rules look at them.
     *
     * @param written those that there are
     * @param meant destinations of the release; only where one of them asks is it computed what has become stale
     */
    List<WrittenCopy> of(ReleaseContext subject, List<StoredCopy> written, List<Profile> meant) {
        List<Profile> asking = meant.stream()
                .filter(profile -> profile.rules().stream()
                        .anyMatch(applied -> PLANNED.contains(applied.rule().id())))
                .toList();
        Map<String, Map<Integer, TagPlan>> planned = new HashMap<>();
        if (!asking.isEmpty())
            for (Recipe recipe : recipes.all()) {
                boolean wanted = asking.stream().anyMatch(one -> one.recipe().equals(recipe.id()));
                if (wanted || written.stream().anyMatch(copy -> copy.recipe().equals(recipe.id())))
                    planned.put(recipe.id(), plans.named(subject, recipe));
            }
        List<WrittenCopy> copies = new ArrayList<>();
        for (StoredCopy copy : written)
            subject.release().track(copy.trackId()).ifPresent(track -> copies.add(copy(track, copy, planned)));
        for (Profile profile : asking)
            for (Track track : subject.release().tracks())
                if (!profile.recipe().isEmpty()
                        && written.stream()
                                .noneMatch(copy -> copy.trackId() == track.id()
                                        && copy.recipe().equals(profile.recipe())))
                    copies.add(
                            new WrittenCopy(track.number(), profile.recipe(), CopyState.MISSING, "", true, List.of()));
        return copies;
    }

    private WrittenCopy copy(Track track, StoredCopy copy, Map<String, Map<Integer, TagPlan>> planned) {
        Optional<TagPlan> plan = Optional.ofNullable(
                planned.getOrDefault(copy.recipe(), Map.of()).get(track.number()));
        return new WrittenCopy(
                track.number(),
                copy.recipe(),
                state(track, copy, plan),
                copy.fileName(),
                copy.proof().audioBefore().equals(copy.proof().audioAfter()),
                copy.proof().dropped());
    }

    /** How all copies of a recipe stand; pictures are there by their names only. */
    public List<TrackCopy> of(LoadedRelease loaded, Recipe recipe) {
        return of(loaded, recipe, loaded.measuring() ? Map.of() : plans.named(loaded.context(), recipe));
    }

    /**
     * How one copy stands, its plan with the bytes of the pictures.
     *
     * @throws IOException when a picture cannot be scaled as the recipe wants it
     */
    public TrackCopy whole(LoadedRelease loaded, Track track, Recipe recipe) throws IOException {
        Map<Integer, TagPlan> planned = loaded.measuring() ? Map.of() : plans.whole(loaded.context(), recipe);
        return of(loaded, recipe, planned).stream()
                .filter(copy -> copy.track().id() == track.id())
                .findFirst()
                .orElseThrow(() -> new IOException("the track is not on the release any more"));
    }

    private List<TrackCopy> of(LoadedRelease loaded, Recipe recipe, Map<Integer, TagPlan> planned) {
        Map<Long, StoredCopy> written = loaded.copies().stream()
                .filter(copy -> copy.recipe().equals(recipe.id()))
                .collect(Collectors.toMap(StoredCopy::trackId, copy -> copy));
        return loaded.release().tracks().stream()
                .map(track -> one(
                        loaded,
                        track,
                        Optional.ofNullable(planned.get(track.number())),
                        Optional.ofNullable(written.get(track.id()))))
                .toList();
    }

    private TrackCopy one(LoadedRelease loaded, Track track, Optional<TagPlan> plan, Optional<StoredCopy> copy) {
        boolean damaged = loaded.context()
                .master(track)
                .map(master -> !master.faults().isEmpty())
                .orElse(false);
        CopyState state;
        if (loaded.measuring()) state = CopyState.MEASURING;
        else if (plan.isEmpty()) state = CopyState.NO_MASTER;
        else if (damaged) state = CopyState.DAMAGED_MASTER;
        else state = copy.map(one -> state(track, one, plan)).orElse(CopyState.MISSING);
        return new TrackCopy(track, state, damaged ? Optional.empty() : plan, copy);
    }

    /** How many copies of a recipe are missing, stale or altered. */
    public int missing(LoadedRelease loaded, Recipe recipe) {
        return (int) of(loaded, recipe).stream()
                .filter(copy -> copy.state() != CopyState.WRITTEN)
                .count();
    }

    /** How a copy stands that was written. */
    private CopyState state(Track track, StoredCopy copy, Optional<TagPlan> plan) {
        if (copy.altered() || !store.seemsThere(copy.sha256(), copy.bytes())) return CopyState.ALTERED;
        boolean stale = plan.isPresent()
                && track.master()
                        .filter(master -> !plan.get().fingerprint(master).equals(copy.fingerprint()))
                        .isPresent();
        return stale ? CopyState.STALE : CopyState.WRITTEN;
    }
}
