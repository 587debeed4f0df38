package app.entrada.core.delivery.kind;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Outlets;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * What a destination would be told now that it was not told then. Facts are compared with those that stood when the last
 * delivery was sealed; a fact counts only where putting it back would make another document or another file. So what was
 * changed and changed back is no change, nor is what the destination is never told.
 */
public final class DeliveryDifference {
    private static final String BETWEEN = " ";

    private DeliveryDifference() {}

    /**
     * A fact that the destination has otherwise.
     *
     * @param where the fact and its place, in words
     */
    public record Difference(
            String where, @Nullable String before, @Nullable String after) {
        @Override
        public String toString() {
            return "%s: %s → %s".formatted(where, before == null ? "empty" : before, after == null ? "empty" : after);
        }
    }

    /** All facts of a release and of the people on it, by thing and field. */
    public static Map<String, String> facts(ReleaseContext subject) {
        Map<String, String> all = new LinkedHashMap<>();
        Release release = subject.release();
        put(all, Entity.RELEASE, "", release.facts());
        for (Track track : release.tracks())
            for (Entity entity : Entity.OF_A_TRACK)
                put(all, entity, String.valueOf(release.ref(track, entity).id()), release.factsOf(track, entity));
        subject.people().forEach((name, facts) -> put(all, Entity.PARTY, name, facts));
        return all;
    }

    private static void put(Map<String, String> all, Entity entity, String of, Facts facts) {
        for (Field<?> field : Fields.of(entity)) {
            String text = facts.text(field);
            if (text != null) all.put(field.id() + BETWEEN + of, text);
        }
    }

    /**
     * What is different for the destination.
     *
     * @param now what would be composed now
     * @param recipes by which its files are made
     * @param then facts as {@link #facts} gave them when the last delivery was sealed
     * @param had checksums of the files that the destination has
     */
    public static List<Difference> of(
            Outgoing now, List<Recipe> recipes, Map<String, String> then, java.util.Set<Sha256> had) {
        Map<String, String> today = facts(now.subject());
        TreeSet<String> keys = new TreeSet<>(then.keySet());
        keys.addAll(today.keySet());
        keys.removeIf(key -> Objects.equals(then.get(key), today.get(key)));
        List<Difference> differences = new ArrayList<>();
        if (keys.isEmpty()) return differences;
        String said = said(now, recipes);
        for (String key : keys) {
            int blank = key.indexOf(BETWEEN);
            Field<?> field = Fields.byId(key.substring(0, blank));
            String of = key.substring(blank + 1);
            // other tracks, or the same ones in another order, make another release in every document
            boolean told = field == Fields.RELEASE_RUNNING_ORDER
                    || (isFile(field)
                            ? newFile(field, today.get(key), now, had)
                            : saysOtherwise(now, field, of, then.get(key), recipes, said));
            if (told)
                differences.add(new Difference(
                        where(now, field, of),
                        concerning(now, field, then.get(key)),
                        concerning(now, field, today.get(key))));
        }
        return differences;
    }

    private static boolean saysOtherwise(
            Outgoing now, Field<?> field, String of, @Nullable String before, List<Recipe> recipes, String said) {
        try {
            return !said(putBack(now, field, of, before), recipes).equals(said);
        } catch (MalformedValue unreadableToday) {
            return true;
        }
    }

    private static boolean isFile(Field<?> field) {
        return field.type() == ValueTypes.FILE || field.type() == ValueTypes.PICTURES;
    }

    /** A picture or a master counts when it goes out in a form that the destination has not. */
    private static boolean newFile(Field<?> field, @Nullable String text, Outgoing now, java.util.Set<Sha256> had) {
        if (field == Fields.RECORDING_MASTER)
            return now.sound().values().stream().anyMatch(file -> !had.contains(file.sha256()));
        if (field == Fields.RELEASE_COVER)
            return now.cover().filter(file -> !had.contains(file.sha256())).isPresent();
        return text != null && now.pictures().stream().anyMatch(file -> !had.contains(file.sha256()));
    }

    private static String said(Outgoing out, List<Recipe> recipes) {
        StringBuilder said = new StringBuilder();
        try {
            for (Consignment.Document document : Composing.of(out).documents())
                said.append(document.path())
                        .append(' ')
                        .append(document.sha256())
                        .append('\n');
        } catch (IllegalArgumentException impossible) {
            said.append(impossible.getMessage());
        }
        for (Recipe recipe : recipes)
            TagPlan.ofAll(recipe, out.subject(), List.of())
                    .values()
                    .forEach(plan -> said.append(plan.undated()).append('\n'));
        return said.toString();
    }

    private static Outgoing putBack(Outgoing now, Field<?> field, String of, @Nullable String text) {
        if (field.entity() == Entity.PARTY) {
            Map<String, Facts> people = new HashMap<>(now.subject().people());
            people.put(of, people.getOrDefault(of, Facts.NONE).withText(field, text));
            return now.with(now.subject().withPeople(people));
        }
        Release release = now.release();
        long id = field.entity() == Entity.RELEASE ? release.id() : Long.parseLong(of);
        Change back = new Change(new Ref(field.entity(), id), field, null, text);
        return now.with(now.subject().with(release.with(List.of(back))));
    }

    /** Of a fact that speaks of several destinations: what concerns this one. */
    private static @Nullable String concerning(Outgoing now, Field<?> field, @Nullable String text) {
        if (field != Fields.RELEASE_OUTLETS) return text;
        Optional<List<String>> chosen = text == null
                ? Optional.empty()
                : Outlets.parse(text).at(now.profile().id());
        return chosen.map(names -> String.join(", ", names)).orElse("all");
    }

    private static String where(Outgoing now, Field<?> field, String of) {
        if (field.entity() == Entity.RELEASE) return field.name();
        if (field.entity() == Entity.PARTY) return field.name() + " of " + of;
        for (Track track : now.release().tracks())
            if (String.valueOf(now.release().ref(track, field.entity()).id()).equals(of))
                return "%s of track %d".formatted(field.name(), track.number());
        return field.name() + " of a track no longer on the release";
    }
}
