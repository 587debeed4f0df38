package app.entrada.core.document;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.text.Delimited;
import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * A release as a table: a head of field keys, a line for the release, a line for each track with the facts of the track, its
 * recording and its work. The first column says which: {@code release}, or the track's number. Values are canonical texts,
 * so that what is read is what was written; files are named by their checksums.
 */
public final class SheetTable {
    private static final String FIRST = "row";
    private static final String RELEASE = "release";

    private SheetTable() {}

    /** The table as text; columns in which nothing stands are left out. */
    public static String write(Release release, char delimiter) {
        List<String> keys = keys().stream()
                .filter(key -> value(release.facts(), List.of(Entity.RELEASE), key)
                                .isPresent()
                        || release.tracks().stream()
                                .anyMatch(track -> value(release, track, key).isPresent()))
                .toList();
        List<List<String>> lines = new ArrayList<>();
        List<String> head = new ArrayList<>(List.of(FIRST));
        head.addAll(keys);
        lines.add(head);
        List<String> first = new ArrayList<>(List.of(RELEASE));
        for (String key : keys)
            first.add(value(release.facts(), List.of(Entity.RELEASE), key).orElse(""));
        lines.add(first);
        for (Track track : release.tracks()) {
            List<String> line = new ArrayList<>(List.of(String.valueOf(track.number())));
            for (String key : keys) line.add(value(release, track, key).orElse(""));
            lines.add(line);
        }
        return Delimited.writeForPeople(lines, delimiter);
    }

    private static List<String> keys() {
        return Fields.all().stream()
                .filter(field -> field.entity() != Entity.PARTY && !field.type().internal())
                .map(Field::key)
                .distinct()
                .toList();
    }

    private static Optional<Field<?>> field(List<Entity> entities, String key) {
        return entities.stream()
                .flatMap(entity -> Fields.of(entity).stream())
                .filter(field -> field.key().equals(key) && !field.type().internal())
                .findFirst();
    }

    private static Optional<String> value(Facts facts, List<Entity> entities, String key) {
        return field(entities, key).map(facts::text);
    }

    private static Optional<String> value(Release release, Track track, String key) {
        return field(Entity.OF_A_TRACK, key)
                .map(field -> release.factsOf(track, field.entity()).text(field));
    }

    /**
     * Reads a table; heads may be keys or names of fields, in any order, cells parted by tabs, semicolons or commas.
     *
     * @throws ReleaseDocument.Unreadable with line and column of the first cell that is not understood
     */
    public static Release read(String text) throws ReleaseDocument.Unreadable {
        String plain = text.replace("\uFEFF", "");
        String head = plain.lines().findFirst().orElse("");
        char delimiter = Delimited.delimiter(head)
                .orElseThrow(() -> new ReleaseDocument.Unreadable(
                        "the first line is not a header; expected: field names separated by tabs, semicolons or commas",
                        "line 1"));
        List<Delimited.DelimitedLine> records;
        try {
            records = Delimited.readOfPeople(plain, delimiter);
        } catch (Delimited.Unreadable broken) {
            throw new ReleaseDocument.Unreadable(
                    Objects.requireNonNullElse(broken.getMessage(), "it cannot be read"), "line " + broken.line());
        }
        List<String> heads = records.get(0).cells().stream().map(String::strip).toList();
        Facts facts = Facts.NONE;
        List<Track> tracks = new ArrayList<>();
        for (Delimited.DelimitedLine record : records.subList(1, records.size())) {
            if (record.cells().stream().allMatch(String::isBlank)) continue;
            boolean isRelease = heads.get(0).equalsIgnoreCase(FIRST)
                    && record.cells().get(0).strip().equalsIgnoreCase(RELEASE);
            Map<Entity, Facts> read = read(record, heads, isRelease ? List.of(Entity.RELEASE) : Entity.OF_A_TRACK);
            if (isRelease) facts = read.getOrDefault(Entity.RELEASE, Facts.NONE);
            else {
                int number = tracks.size() + 1;
                tracks.add(new Track(
                        number,
                        number,
                        read.getOrDefault(Entity.TRACK, Facts.NONE),
                        new Recording(
                                number,
                                read.getOrDefault(Entity.RECORDING, Facts.NONE),
                                new Work(number, read.getOrDefault(Entity.WORK, Facts.NONE)))));
            }
        }
        if (tracks.isEmpty() && facts == Facts.NONE)
            throw new ReleaseDocument.Unreadable("the table has a header but no rows with values", "line 2");
        return new Release(1, 0, facts, tracks);
    }

    private static Map<Entity, Facts> read(Delimited.DelimitedLine record, List<String> heads, List<Entity> entities)
            throws ReleaseDocument.Unreadable {
        Map<Entity, Facts> facts = new EnumMap<>(Entity.class);
        for (int i = 0; i < record.cells().size(); i++) {
            String value = record.cells().get(i);
            String key = i < heads.size() ? heads.get(i) : "";
            if (value.isBlank() || key.equalsIgnoreCase(FIRST)) continue;
            String where = "line %d, column %d".formatted(record.line(), i + 1);
            Field<?> field = entities.stream()
                    .flatMap(entity -> Fields.of(entity).stream())
                    .filter(each -> !each.type().internal()
                            && (each.key().equals(key) || each.name().equalsIgnoreCase(key)))
                    .findFirst()
                    .orElseThrow(() -> new ReleaseDocument.Unreadable(
                            "“%s” is not a fact of a %s"
                                    .formatted(key, entities.get(0).id()),
                            where));
            try {
                facts.put(
                        field.entity(),
                        facts.getOrDefault(field.entity(), Facts.NONE).withText(field, value));
            } catch (MalformedValue wrong) {
                throw new ReleaseDocument.Unreadable(wrong.getMessage(), where);
            }
        }
        return facts;
    }
}
