package app.entrada.core.embed;

import app.entrada.core.audio.AudioMeasuring;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.text.FileNames;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a recipe wants in one file, computed from the release's facts. A pure function of them: the same facts give the
 * same plan.
 *
 * @param planned entries to write, in order
 * @param cannot facts that have a value but no place in a container of the recipe
 */
public record TagPlan(Recipe recipe, String fileName, List<Planned> planned, List<CannotHold> cannot) {
    /**
     * An entry and the fact it says.
     *
     * @param fact as people read it
     */
    public record Planned(String fact, TagEntry entry) {}

    /** A fact that a container has no place for. */
    public record CannotHold(String fact, Container container) {}

    /** Containers that are meant to hold all facts; bext and axml hold a few by their nature. */
    private static final List<Container> GENERAL = List.of(Container.ID3, Container.INFO, Container.VORBIS);

    /**
     * Plans one file.
     *
     * @param cover the front cover scaled for the recipe, when there is one
     */
    public static TagPlan of(Recipe recipe, EmbeddingMap.Source source, Optional<byte[]> cover) {
        List<Planned> planned = new ArrayList<>();
        List<CannotHold> cannot = new ArrayList<>();
        for (Container container : recipe.containers()) {
            for (EmbeddingMap.Row row : EmbeddingMap.ROWS) {
                EmbeddingMap.Place place = row.places().get(container);
                if (place == null) {
                    boolean hasValue = row.places().entrySet().stream()
                            .anyMatch(other -> GENERAL.contains(other.getKey())
                                    && !other.getValue().values().apply(source).isEmpty());
                    // The total is part of the track's number elsewhere, the length is in every header.
                    boolean missed =
                            !row.name().equals("Tracks in all") && !row.name().equals("Length");
                    if (GENERAL.contains(container) && hasValue && missed)
                        cannot.add(new CannotHold(row.name(), container));
                    continue;
                }
                List<String> values = place.values().apply(source);
                if (!values.isEmpty())
                    planned.add(new Planned(row.name(), TagEntry.text(container, place.id(), values)));
            }
            cover.ifPresent(data -> {
                Picture picture = new Picture(Picture.FRONT_COVER, "image/jpeg", "", data);
                if (container == Container.ID3)
                    planned.add(new Planned("Front cover", TagEntry.picture(container, "APIC", picture)));
                if (container == Container.PICTURE)
                    planned.add(new Planned("Front cover", TagEntry.picture(container, "PICTURE", picture)));
                if (container == Container.INFO) cannot.add(new CannotHold("Front cover", container));
            });
        }
        return new TagPlan(recipe, fileName(recipe, source), List.copyOf(planned), List.copyOf(cannot));
    }

    private static String fileName(Recipe recipe, EmbeddingMap.Source source) {
        String title = source.title().isEmpty() ? "untitled" : source.title().get(0);
        String plain = recipe.fileName()
                .replace("{number}", "%02d".formatted(source.track().number()))
                .replace("{title}", title)
                .replace("{artist}", String.join(", ", source.artists()))
                .replace("{isrc}", source.isrc().isEmpty() ? "" : source.isrc().get(0))
                .replace(
                        "{catalogueNumber}",
                        source.release()
                                .facts()
                                .get(Fields.RELEASE_CATALOGUE_NUMBER)
                                .orElse(""));
        return FileNames.clean(plain) + "." + recipe.format().toLowerCase(java.util.Locale.ROOT);
    }

    /** The plan for a file in which one container is taken by something that is kept. */
    public TagPlan without(Container container) {
        List<CannotHold> more = new ArrayList<>(cannot);
        List<Planned> rest = new ArrayList<>();
        for (Planned each : planned) {
            if (each.entry().container() == container) more.add(new CannotHold(each.fact(), container));
            else rest.add(each);
        }
        return new TagPlan(recipe, fileName, List.copyOf(rest), List.copyOf(more));
    }

    /** Entries for one container. */
    public List<TagEntry> entries(Container container) {
        return planned.stream()
                .map(Planned::entry)
                .filter(entry -> entry.container() == container)
                .toList();
    }

    /**
     * Stands for all that the plan says of one master: when it differs from the one a copy was written with, the copy is
     * stale.
     */
    public Sha256 fingerprint(Sha256 master) {
        MessageDigest digest = AudioMeasuring.sha256();
        digest.update((recipe.id() + "\n" + fileName + "\n" + master + "\n").getBytes(StandardCharsets.UTF_8));
        for (Planned each : planned) {
            TagEntry entry = each.entry();
            String line = entry.container() + "\t" + entry.id() + "\t" + String.join("\0", entry.values()) + "\n";
            digest.update(line.getBytes(StandardCharsets.UTF_8));
            entry.picture().ifPresent(picture -> digest.update(picture.data()));
        }
        return AudioMeasuring.hex(digest);
    }
}
