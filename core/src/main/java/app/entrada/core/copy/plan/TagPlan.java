package app.entrada.core.copy.plan;

import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.Picture;
import app.entrada.core.tag.RiffInfo;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import app.entrada.core.tag.map.ComputedText;
import app.entrada.core.tag.map.EmbeddingMap;
import app.entrada.core.tag.map.MapRow;
import app.entrada.core.tag.map.TagSource;
import app.entrada.core.text.FileNames;
import app.entrada.core.text.Sha256;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/**
 * What a recipe wants in one file, computed from the release's facts. A pure function of them: the same facts give the
 * same plan.
 *
 * @param fileName with its ending
 * @param planned entries to write, in order, as a reader of the recipe's versions finds them
 * @param cannot facts that have a value but no place in a container of the recipe
 * @param undated stands for the plan without the day of writing; it differs only when a fact does
 */
public record TagPlan(Recipe recipe, String fileName, List<Planned> planned, List<CannotHold> cannot, Sha256 undated) {
    /**
     * An entry and the fact it says.
     *
     * @param fact as people read it
     */
    public record Planned(String fact, TagEntry entry) {}

    /**
     * A picture of the release as a recipe wants it.
     *
     * @param stands the same text for the same picture
     * @param data the JPEG; asked for only where a plan is made
     */
    public record Embedded(PictureKind kind, String stands, Supplier<byte[]> data) {
        /** A front cover that is at hand. */
        public static Embedded front(byte[] jpeg) {
            return of(PictureKind.FRONT, jpeg);
        }

        /** A picture that is at hand. */
        public static Embedded of(PictureKind kind, byte[] jpeg) {
            MessageDigest digest = AudioMeasuring.sha256();
            digest.update(jpeg);
            return new Embedded(kind, AudioMeasuring.hex(digest).hex(), () -> jpeg);
        }
    }

    /** A fact that a container has no place for. */
    public record CannotHold(String fact, Container container) {}

    /**
     * Plans one file.
     *
     * @param pictures of the release, scaled for the recipe, in its order
     */
    public static TagPlan of(Recipe recipe, TagSource source, List<Embedded> pictures) {
        TagPlan plan = dated(recipe, source, pictures, source.subject().today());
        if (!recipe.isDated()) return plan;
        Sha256 undated = dated(recipe, source, pictures, LocalDate.EPOCH).undated;
        return new TagPlan(recipe, plan.fileName, plan.planned, plan.cannot, undated);
    }

    /**
     * Plans the files of all tracks that have a master; names that would be the same get a number.
     *
     * @return plans by the track's number
     */
    public static Map<Integer, TagPlan> ofAll(Recipe recipe, ReleaseContext subject, List<Embedded> pictures) {
        Map<Integer, TagPlan> plans = new LinkedHashMap<>();
        for (Track track : subject.release().tracks())
            if (subject.master(track).isPresent())
                plans.put(track.number(), of(recipe, TagSource.of(subject, track), pictures));
        List<Integer> numbers = List.copyOf(plans.keySet());
        List<String> names = FileNames.different(
                plans.values().stream().map(TagPlan::fileName).toList());
        for (int i = 0; i < names.size(); i++) {
            String name = names.get(i);
            plans.computeIfPresent(numbers.get(i), (number, plan) -> plan.named(name));
        }
        return plans;
    }

    private static TagPlan dated(Recipe recipe, TagSource source, List<Embedded> pictures, LocalDate day) {
        List<Planned> planned = new ArrayList<>();
        List<CannotHold> cannot = new ArrayList<>();
        for (Container container : recipe.containers()) {
            List<Planned> here = new ArrayList<>();
            for (MapRow row : EmbeddingMap.ROWS) {
                if (recipe.without().contains(row.name())) continue;
                MapRow.Slot place = row.places().get(container);
                if (place != null) {
                    for (TagEntry entry : place.entries().apply(source))
                        if (holds(container, entry)) here.add(new Planned(row.name(), entry));
                        else cannot.add(new CannotHold(row.name(), container));
                } else if (container.holdsAllFacts() && row.missed() && row.hasValue(source))
                    cannot.add(new CannotHold(row.name(), container));
            }
            texts(recipe, source, day, container, here);
            pictures(recipe, container, pictures, here, cannot);
            if (container == Container.ID3) versioned(recipe, here, planned, cannot);
            else planned.addAll(here);
        }
        String name = FileNames.fitting(
                ComputedText.name(recipe.fileName(), source, day),
                recipe.encoding().format().ending());
        return new TagPlan(
                recipe, name, List.copyOf(planned), List.copyOf(cannot), digest(recipe, name, planned, pictures));
    }

    /** INFO holds Latin-1 only; other letters stand in the ID3 tag beside it. */
    private static boolean holds(Container container, TagEntry entry) {
        return container != Container.INFO || entry.values().stream().allMatch(RiffInfo::holds);
    }

    /** Computed texts take the places of single facts. */
    private static void texts(Recipe recipe, TagSource source, LocalDate day, Container container, List<Planned> here) {
        for (Recipe.Text text : recipe.texts()) {
            String says = ComputedText.cut(
                    String.join(
                            text.between(),
                            text.lines().stream()
                                    .flatMap(line -> ComputedText.line(line, source, day).stream())
                                    .toList()),
                    text.longest());
            for (String id : text.places().getOrDefault(container, List.of())) {
                if (says.isEmpty()) continue;
                here.removeIf(planned -> planned.entry().id().equals(id));
                boolean spoken = container == Container.ID3 && id.matches("(COMM|USLT|USER)(:.*)?");
                here.add(new Planned(
                        text.name(),
                        spoken
                                ? TagEntry.text(container, id, "eng", says)
                                : TagEntry.text(container, id, List.of(says))));
            }
        }
    }

    private static void pictures(
            Recipe recipe, Container container, List<Embedded> pictures, List<Planned> here, List<CannotHold> cannot) {
        String id = switch (container) {
            case ID3 -> "APIC";
            case PICTURE -> "PICTURE";
            case ILST -> "covr";
            // FLAC has blocks for pictures; an Ogg file has nothing but this comment
            case VORBIS -> recipe.containers().contains(Container.PICTURE) ? "" : "METADATA_BLOCK_PICTURE";
            default -> "";
        };
        Map<PictureKind, Integer> counted = new LinkedHashMap<>();
        for (Embedded each : pictures) {
            String fact = capitalised(each.kind().label());
            if (container == Container.INFO) cannot.add(new CannotHold(fact, container));
            if (id.isEmpty()) continue;
            // ID3v2: no two pictures of a tag have one descriptor; only the front cover goes without
            int count = counted.merge(each.kind(), 1, Integer::sum);
            String descriptor = each.kind() == PictureKind.FRONT
                    ? ""
                    : count == 1 ? each.kind().label() : each.kind().label() + " " + count;
            Picture picture = new Picture(
                    each.kind().tagKind(), "image/jpeg", descriptor, each.data().get());
            here.add(new Planned(fact, TagEntry.picture(container, id, picture)));
        }
    }

    private static String capitalised(String label) {
        return Character.toUpperCase(label.charAt(0)) + label.substring(1);
    }

    /** ID3 entries in the words of the recipe's version. */
    private static void versioned(Recipe recipe, List<Planned> here, List<Planned> planned, List<CannotHold> cannot) {
        List<String> lost = new ArrayList<>();
        List<TagEntry> read =
                Id3.asRead(recipe.id3(), here.stream().map(Planned::entry).toList(), lost);
        Map<String, String> facts = new LinkedHashMap<>();
        here.forEach(each -> facts.putIfAbsent(each.entry().id(), each.fact()));
        for (TagEntry entry : read)
            planned.add(new Planned(
                    here.stream()
                            .filter(each -> each.entry().id().equals(entry.id())
                                    && each.entry().language().equals(entry.language()))
                            .map(Planned::fact)
                            .findFirst()
                            .orElseGet(() -> older(entry.id())),
                    entry));
        for (String id : lost) cannot.add(new CannotHold(facts.getOrDefault(id, id), Container.ID3));
    }

    /** What 2.3 says in other frames. */
    private static String older(String id) {
        return switch (id) {
            case "TYER", "TDAT", "TIME" -> "Year";
            case "TXXX:RELEASEDATE" -> "Released";
            case "TORY" -> "First released";
            default -> "Musicians and production";
        };
    }

    /** The plan for a file in which one container is taken by something that is kept. */
    public TagPlan without(Container container) {
        List<CannotHold> more = new ArrayList<>(cannot);
        List<Planned> rest = new ArrayList<>();
        for (Planned each : planned) {
            if (each.entry().container() == container) more.add(new CannotHold(each.fact(), container));
            else rest.add(each);
        }
        return new TagPlan(recipe, fileName, List.copyOf(rest), List.copyOf(more), undated);
    }

    /** The same plan for a file of another name. */
    TagPlan named(String other) {
        return other.equals(fileName) ? this : new TagPlan(recipe, other, planned, cannot, undated);
    }

    /** Entries for one container. */
    public List<TagEntry> entries(Container container) {
        return planned.stream()
                .map(Planned::entry)
                .filter(entry -> entry.container() == container)
                .toList();
    }

    /** Whether an entry of a file gives way to this plan. */
    public boolean governs(TagEntry entry) {
        if (recipe.bare()) return true;
        if (entry.container() == Container.APE) return !recipe.keepsApe();
        if (!recipe.containers().contains(entry.container()) && entry.container() != Container.ID3V1) return false;
        if (entry.picture().isPresent()) return replaces(entry);
        return EmbeddingMap.owns(entry) || planned.stream().map(Planned::entry).anyMatch(ours -> sameAs(ours, entry));
    }

    /** A picture gives way to one of ours of its kind; where we have none, the file's own stays. MP4 tells no kinds apart. */
    private boolean replaces(TagEntry picture) {
        return planned.stream()
                .map(Planned::entry)
                .filter(ours -> ours.container() == picture.container())
                .flatMap(ours -> ours.picture().stream())
                .anyMatch(ours -> picture.container() == Container.ILST
                        || ours.kind() == picture.picture().orElseThrow().kind());
    }

    /** Whether two entries stand at the same place, so that one replaces the other. */
    static boolean sameAs(TagEntry one, TagEntry other) {
        return one.container() == other.container()
                && one.id().equals(other.id())
                && one.language().equals(other.language());
    }

    /** What a file says when this plan is laid over what it says now: kept entries stay where they were. */
    public List<TagEntry> merged(Container container, List<TagEntry> there) {
        List<TagEntry> ours = new ArrayList<>(entries(container));
        List<TagEntry> merged = new ArrayList<>();
        for (TagEntry entry : there) {
            if (!governs(entry)) {
                merged.add(entry);
                continue;
            }
            List<TagEntry> here =
                    ours.stream().filter(own -> sameAs(own, entry)).toList();
            merged.addAll(here);
            ours.removeAll(here);
        }
        merged.addAll(ours);
        return merged;
    }

    /**
     * Stands for all that the plan says of one master: when it differs from the one a copy was written with, the copy is
     * stale.
     */
    public Sha256 fingerprint(Sha256 master) {
        MessageDigest digest = AudioMeasuring.sha256();
        digest.update((undated + "\n" + master + "\n").getBytes(StandardCharsets.UTF_8));
        return AudioMeasuring.hex(digest);
    }

    private static Sha256 digest(Recipe recipe, String fileName, List<Planned> planned, List<Embedded> pictures) {
        MessageDigest digest = AudioMeasuring.sha256();
        digest.update((recipe.id() + "\n" + recipe.encoding() + "\n" + recipe.id3() + recipe.keepsApe() + recipe.bare()
                        + "\n" + fileName + "\n")
                .getBytes(StandardCharsets.UTF_8));
        for (Planned each : planned) {
            TagEntry entry = each.entry();
            String line = "%s\t%s\t%s\t%s\n"
                    .formatted(entry.container(), entry.id(), entry.language(), String.join("\0", entry.values()));
            digest.update(line.getBytes(StandardCharsets.UTF_8));
        }
        for (Embedded picture : pictures)
            digest.update((picture.kind() == PictureKind.FRONT ? picture.stands() : picture.kind() + picture.stands())
                    .getBytes(StandardCharsets.UTF_8));
        return AudioMeasuring.hex(digest);
    }
}
