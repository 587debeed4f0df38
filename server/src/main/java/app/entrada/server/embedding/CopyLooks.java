package app.entrada.server.embedding;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.release.context.WrittenCopy;
import app.entrada.server.files.FileStore;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** How the copies of a release look to the rules. */
@Component
public class CopyLooks {
    /** Rules that ask for more than what was written: what would be written today. */
    private static final Set<String> PLANNED = Set.of("file.stale", "file.not-written");

    private final CopyBook book;
    private final CopyPlans plans;
    private final OwnRecipes recipes;
    private final FileStore store;

    CopyLooks(CopyBook book, CopyPlans plans, OwnRecipes recipes, FileStore store) {
        this.book = book;
        this.plans = plans;
        this.recipes = recipes;
        this.store = store;
    }

    /** @param meant destinations of the release; only where one of them asks is it computed what has become stale */
    public List<WrittenCopy> of(ReleaseContext subject, List<Profile> meant) {
        List<CopyService.Written> written = book.all(subject.release().id());
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
        for (CopyService.Written copy : written)
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

    private WrittenCopy copy(Track track, CopyService.Written copy, Map<String, Map<Integer, TagPlan>> planned) {
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

    /** How a copy stands that was written. */
    CopyState state(Track track, CopyService.Written copy, Optional<TagPlan> plan) {
        if (copy.altered() || size(copy) != copy.bytes()) return CopyState.ALTERED;
        boolean stale = plan.isPresent()
                && track.master()
                        .filter(master -> !plan.get().fingerprint(master).equals(copy.fingerprint()))
                        .isPresent();
        return stale ? CopyState.STALE : CopyState.WRITTEN;
    }

    private long size(CopyService.Written copy) {
        try {
            return Files.size(store.path(copy.sha256()));
        } catch (IOException gone) {
            return -1;
        }
    }
}
