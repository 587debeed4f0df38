package app.entrada.core.copy.write;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.CopyFormat;
import app.entrada.core.copy.recipe.Encoding;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.tag.Ilst;
import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3;
import app.entrada.core.tag.id3.Id3Version;
import app.entrada.core.tag.map.EmbeddingMap;
import app.entrada.core.tag.map.MapRow;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The tags of one file for another one: the same entries where both files hold the same kind of tag, the same facts in the
 * other kind's own places where they do not. What depends on the sound, length and tempo, is told of the sound that is there.
 */
public final class TagTransfer {
    private static final Set<String> OF_THE_SOUND = Set.of("Length", "Tempo");
    private static final int CERTAIN_PER_CENT = 50;

    private TagTransfer() {}

    /**
     * Plans the tags for a file.
     *
     * @param from what was read of the other file
     * @param to measured facts of the file that is to get them
     * @param format of that file
     */
    public static TagPlan plan(TagReading from, AudioFacts to, CopyFormat format) {
        Recipe recipe = new Recipe(
                "transfer",
                "Tags of another file",
                "What one file says, said by another.",
                new Encoding(format, 0, -1, 0, 0),
                format.containers().stream()
                        .filter(container -> container != Container.ID3V1)
                        .toList(),
                Id3Version.V24,
                Recipe.PictureSize.NONE,
                List.of(),
                List.of(),
                true,
                false,
                Ilst.NAME_SPACE,
                "{title}");
        List<TagPlan.Planned> planned = new ArrayList<>();
        List<TagPlan.CannotHold> cannot = new ArrayList<>();
        List<TagEntry> entries = from.entries().stream()
                .filter(entry -> entry.container() != Container.ID3V1)
                .map(TagTransfer::modern)
                .toList();
        for (Container container : recipe.containers()) {
            List<TagEntry> same = entries.stream()
                    .filter(entry -> entry.container() == container)
                    .toList();
            if (!same.isEmpty()) same(same, to, planned);
            else translated(entries, container, to, planned, cannot);
        }
        return new TagPlan(recipe, "", List.copyOf(planned), List.copyOf(cannot), to.fileSha256());
    }

    /** ID3 of any version in the words of 2.4. */
    private static TagEntry modern(TagEntry entry) {
        if (entry.container() != Container.ID3) return entry;
        String id = entry.id().matches("[A-Z0-9]{3}(:.*)?")
                ? app.entrada.core.tag.id3.Id3Conversion.ofThreeLetters(
                                entry.id().substring(0, 3))
                        + entry.id().substring(3)
                : entry.id();
        return new TagEntry(entry.container(), id, entry.language(), entry.values(), entry.picture(), entry.raw());
    }

    private static void same(List<TagEntry> entries, AudioFacts to, List<TagPlan.Planned> planned) {
        for (TagEntry entry : entries) {
            Optional<MapRow> row = row(entry);
            if (row.map(MapRow::name).filter(OF_THE_SOUND::contains).isPresent()) continue;
            // what is not understood is only kept where it is, never taken over
            if (entry.values().isEmpty() && entry.picture().isEmpty()) continue;
            TagEntry plain = new TagEntry(
                    entry.container(), entry.id(), entry.language(), entry.values(), entry.picture(), new byte[0]);
            if (entry.container() == Container.ID3 && !sayable(plain)) continue;
            planned.add(new TagPlan.Planned(row.map(MapRow::name).orElse(entry.id()), plain));
        }
        measured(entries.get(0).container(), to, planned);
    }

    /** Whether a frame is one that can be made of its entry. */
    private static boolean sayable(TagEntry entry) {
        return Id3.read(Id3.write(Id3Version.V24, List.of(entry))).entries().contains(entry);
    }

    private static Optional<MapRow> row(TagEntry entry) {
        return EmbeddingMap.ROWS.stream()
                .filter(row -> row.isAt(entry.container(), entry.id()))
                .findFirst();
    }

    private static void measured(Container container, AudioFacts to, List<TagPlan.Planned> planned) {
        if (container == Container.ID3)
            planned.add(new TagPlan.Planned(
                    "Length", TagEntry.text(container, "TLEN", List.of(String.valueOf(to.milliseconds())))));
        Optional<String> id = place(Fields.RECORDING_TEMPO, container);
        Optional<String> beats = to.sound()
                .map(Sound::tempo)
                .filter(tempo -> tempo.confidence() * 100 >= CERTAIN_PER_CENT)
                .map(tempo -> String.valueOf(Math.round(tempo.bpm())));
        if (id.isPresent() && beats.isPresent())
            planned.add(new TagPlan.Planned("Tempo", TagEntry.text(container, id.get(), List.of(beats.get()))));
    }

    private static Optional<String> place(Field<?> field, Container container) {
        return EmbeddingMap.ROWS.stream()
                .filter(row -> row.fact().equals(Optional.of(field)))
                .flatMap(row -> Optional.ofNullable(row.places().get(container)).stream())
                .map(place -> place.ids().get(0))
                .findFirst();
    }

    private static void translated(
            List<TagEntry> entries,
            Container container,
            AudioFacts to,
            List<TagPlan.Planned> planned,
            List<TagPlan.CannotHold> cannot) {
        for (MapRow row : EmbeddingMap.ROWS) {
            if (OF_THE_SOUND.contains(row.name()) || container == Container.BEXT) continue;
            Optional<TagEntry> said = entries.stream()
                    .filter(entry -> !entry.values().isEmpty() && row.isAt(entry.container(), entry.id()))
                    .findFirst();
            if (said.isEmpty()) continue;
            MapRow.Slot place = row.places().get(container);
            if (place == null) {
                if (container.holdsAllFacts() && row.missed())
                    cannot.add(new TagPlan.CannotHold(row.name(), container));
                continue;
            }
            planned.addAll(numbered(row, container, place.ids().get(0), said.get()));
        }
        entries.stream()
                .flatMap(entry -> entry.picture().stream())
                .distinct()
                .forEach(picture -> picture(container, picture, planned));
        if (container.holdsAllFacts()) measured(container, to, planned);
    }

    /** Some containers tell the number and the total together, others apart. */
    private static List<TagPlan.Planned> numbered(MapRow row, Container container, String id, TagEntry said) {
        List<String> values = said.values();
        if (row.name().equals("Track") || row.name().equals("Side or disc")) {
            String[] parts = values.get(0).split("/");
            if (container == Container.VORBIS || container == Container.INFO) values = List.of(parts[0]);
            List<TagPlan.Planned> both = new ArrayList<>();
            both.add(new TagPlan.Planned(row.name(), TagEntry.text(container, id, values)));
            if (container == Container.VORBIS && parts.length > 1)
                both.add(new TagPlan.Planned(
                        row.name(),
                        TagEntry.text(
                                container,
                                row.name().equals("Track") ? "TRACKTOTAL" : "DISCTOTAL",
                                List.of(parts[1]))));
            return both;
        }
        boolean spoken =
                container == Container.ID3 && List.of("USLT", "COMM", "USER").contains(id);
        if (spoken)
            return List.of(new TagPlan.Planned(
                    row.name(),
                    TagEntry.text(container, id, said.language().isEmpty() ? "und" : said.language(), values.get(0))));
        // a frame of an address holds one
        if (container == Container.ID3 && id.startsWith("W"))
            return values.stream()
                    .map(value -> new TagPlan.Planned(row.name(), TagEntry.text(container, id, List.of(value))))
                    .toList();
        boolean several = container == Container.ID3 || container == Container.VORBIS;
        return List.of(new TagPlan.Planned(
                row.name(), TagEntry.text(container, id, several ? values : List.of(String.join("; ", values)))));
    }

    private static void picture(Container container, Picture picture, List<TagPlan.Planned> planned) {
        String id = switch (container) {
            case ID3 -> "APIC";
            case PICTURE -> "PICTURE";
            case ILST -> "covr";
            case VORBIS -> "METADATA_BLOCK_PICTURE";
            default -> "";
        };
        boolean twice = planned.stream()
                .map(TagPlan.Planned::entry)
                .anyMatch(entry -> entry.picture()
                        .filter(other -> entry.container() == container && Arrays.equals(other.data(), picture.data()))
                        .isPresent());
        if (!id.isEmpty() && !twice)
            planned.add(
                    new TagPlan.Planned(Picture.kindName(picture.kind()), TagEntry.picture(container, id, picture)));
    }
}
