package app.entrada.core.title;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Texts of a release reworded in one move: found and replaced, capitals put right, features moved into credits. */
public final class Rewording {
    private static final Set<Field<String>> TITLES =
            Set.of(Fields.RELEASE_TITLE, Fields.RELEASE_VERSION, Fields.TRACK_TITLE, Fields.TRACK_VERSION);

    private Rewording() {}

    /**
     * A change with the place it is at.
     *
     * @param track number in the running order, 0 for the release
     */
    public record Proposed(int track, Change change) {}

    /**
     * Every value in which a text is found, with it replaced.
     *
     * @param fields in which to look; files and the running order are never among them
     * @param find literal text, not empty
     * @param matchCase whether capitals count
     * @param wholeWords whether it must not stand within a longer word
     */
    public static List<Proposed> replace(
            Release release, Set<Field<?>> fields, String find, String with, boolean matchCase, boolean wholeWords) {
        String letters = Pattern.quote(find);
        Pattern pattern = Pattern.compile(
                wholeWords ? "(?<![\\p{L}\\p{N}])" + letters + "(?![\\p{L}\\p{N}])" : letters,
                matchCase ? 0 : Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
        String put = Matcher.quoteReplacement(with);
        return each(release, fields::contains, (field, text) -> {
            String replaced =
                    pattern.matcher(text).replaceAll(put).replaceAll("  +", " ").strip();
            return replaced.isEmpty() ? Optional.empty() : Optional.of(replaced);
        });
    }

    /** Titles and versions with their capitals put right for the language they are in. */
    public static List<Proposed> titleCase(Release release) {
        List<Proposed> all = new ArrayList<>();
        String ofRelease = release.facts().get(Fields.RELEASE_LANGUAGE).orElse("en");
        all.addAll(each(
                release,
                field -> TITLES.contains(field) && field.entity() == Entity.RELEASE,
                (field, text) -> Optional.of(TitleCase.of(text, ofRelease))));
        for (Track track : release.tracks()) {
            String language = release.holds(track, Fields.TRACK_LANGUAGE).orElse("en");
            for (Field<String> field : List.of(Fields.TRACK_TITLE, Fields.TRACK_VERSION))
                track.facts()
                        .get(field)
                        .map(text ->
                                new Change(release.ref(track, Entity.TRACK), field, text, TitleCase.of(text, language)))
                        .filter(change -> !change.isEmpty())
                        .ifPresent(change -> all.add(new Proposed(track.number(), change)));
        }
        return all;
    }

    /** Every “(feat. X)” moved from a title into the featured artists. */
    public static List<Proposed> featuresToCredits(Release release, Predicate<String> known) {
        List<Proposed> all = new ArrayList<>();
        for (Track track : release.tracks()) {
            String title = track.facts().text(Fields.TRACK_TITLE);
            Optional<TitleReading.Part> found = title == null ? Optional.empty() : TitleReading.featured(title);
            if (found.isEmpty()) continue;
            Ref ref = release.ref(track, Entity.TRACK);
            Names before = track.facts().get(Fields.TRACK_FEATURED).orElse(null);
            List<String> names = new ArrayList<>(before == null ? List.of() : before.list());
            for (String name : TitleReading.names(found.get().part(), known).list())
                if (!names.contains(name)) names.add(name);
            all.add(new Proposed(
                    track.number(),
                    new Change(ref, Fields.TRACK_TITLE, title, found.get().rest())));
            all.add(new Proposed(
                    track.number(),
                    new Change(
                            ref,
                            Fields.TRACK_FEATURED,
                            before == null ? null : before.toString(),
                            new Names(names).toString())));
        }
        return all;
    }

    private static List<Proposed> each(
            Release release, Predicate<Field<?>> fields, BiFunction<Field<?>, String, Optional<String>> reworded) {
        List<Proposed> all = new ArrayList<>();
        for (Field<?> field : Fields.of(Entity.RELEASE))
            if (isText(field) && fields.test(field))
                propose(
                        all,
                        0,
                        new Ref(Entity.RELEASE, release.id()),
                        field,
                        release.facts().text(field),
                        reworded);
        Set<Ref> seen = new HashSet<>();
        for (Track track : release.tracks())
            for (Entity entity : Entity.OF_A_TRACK) {
                Ref ref = release.ref(track, entity);
                if (!seen.add(ref)) continue;
                for (Field<?> field : Fields.of(entity))
                    if (isText(field) && fields.test(field))
                        propose(
                                all,
                                track.number(),
                                ref,
                                field,
                                release.factsOf(track, entity).text(field),
                                reworded);
            }
        return all;
    }

    private static boolean isText(Field<?> field) {
        return field.type() != ValueTypes.FILE && !field.type().internal();
    }

    private static void propose(
            List<Proposed> all,
            int track,
            Ref ref,
            Field<?> field,
            @Nullable String before,
            BiFunction<Field<?>, String, Optional<String>> reworded) {
        if (before == null) return;
        Optional<String> after = reworded.apply(field, before);
        if (after.isEmpty()) return;
        try {
            Change change = new Change(ref, field, before, after.get());
            if (!change.isEmpty()) all.add(new Proposed(track, change));
        } catch (MalformedValue nonsense) {
            // what the fact cannot take is not proposed
        }
    }
}
