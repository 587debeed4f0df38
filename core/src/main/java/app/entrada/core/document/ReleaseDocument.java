package app.entrada.core.document;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.sound.SoundDecoder;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * A release in a JSON file, version 1: {@code label}, {@code release}, {@code tracks} and {@code people}, each an object (or
 * a list of them) of facts by the field registry's keys. A track's object holds the facts of the track, its recording and
 * its work together. {@code cover} and {@code master} are paths of files, seen from the document's folder, or SHA-256
 * checksums of files that are known by them.
 *
 * @param release with the paths replaced by checksums
 * @param people facts of those who are named, by name
 * @param files where the files named in the document are
 */
public record ReleaseDocument(
        Release release,
        LabelProfile label,
        Map<String, Facts> people,
        Map<Sha256, Path> files,
        Map<Sha256, AudioFacts> audio,
        Map<Sha256, PictureFacts> pictures) {
    /** Version of the document's form. */
    public static final int VERSION = 1;

    private static final JsonMapper JSON = new JsonMapper();
    private static final JsonMapper INDENTED =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    private static final List<String> ROOT = List.of("entrada", "label", "release", "tracks", "people");
    private static final List<String> LABEL =
            List.of("name", "isrcPrefix", "barcodePrefix", "cataloguePrefix", "publisher", "societyId");
    private static final Pattern CHECKSUM = Pattern.compile("[0-9a-f]{64}");
    /** A document that cannot be read: where in it, and how to mend it. */
    public static final class Unreadable extends IOException {
        private static final long serialVersionUID = 1L;
        private final String where;

        Unreadable(String what, String where) {
            super(what);
            this.where = where;
        }

        /** A path in the document, such as {@code tracks[2].isrc}. */
        public String where() {
            return where;
        }
    }

    /**
     * Reads a document and measures the files it names.
     *
     * @throws Unreadable with the place in the document
     */
    public static ReleaseDocument read(Path document) throws IOException {
        return read(document, SoundDecoder.NONE);
    }

    /**
     * The same, with what the core does not decode by itself measured too: loudness of FLAC, MP3 and the like.
     *
     * @param decoder decodes them
     */
    public static ReleaseDocument read(Path document, SoundDecoder decoder) throws IOException {
        return read(Files.readAllBytes(document), document.toAbsolutePath().getParent(), decoder);
    }

    /**
     * Reads a document that names files by their checksums only.
     *
     * @throws Unreadable with the place in the document
     */
    public static ReleaseDocument read(byte[] document) throws IOException {
        return read(document, null, SoundDecoder.NONE);
    }

    private static ReleaseDocument read(byte[] document, @Nullable Path folder, SoundDecoder decoder)
            throws IOException {
        JsonNode root;
        try {
            root = JSON.readTree(document);
        } catch (JacksonException notJson) {
            var at = notJson.getLocation();
            throw new Unreadable(
                    "the document is not valid JSON",
                    at == null ? "" : "line %d, column %d".formatted(at.getLineNr(), at.getColumnNr()));
        }
        if (root.path("entrada").asInt(0) != VERSION)
            throw new Unreadable("expected: a document of version %d".formatted(VERSION), "entrada");
        return new Reader(folder, decoder).read(root);
    }

    /** What rules look at, as far as a single document can say it. */
    public ReleaseContext subject(LocalDate today) {
        return new ReleaseContext(release, audio, pictures, CatalogueContext.NOTHING, label, today, List.of())
                .withPeople(people);
    }

    private static final class Reader {
        private final @Nullable Path folder;
        private final SoundDecoder decoder;
        private final Map<Sha256, Path> files = new HashMap<>();
        private final Map<Sha256, AudioFacts> audio = new HashMap<>();
        private final Map<Sha256, PictureFacts> pictures = new HashMap<>();

        Reader(@Nullable Path folder, SoundDecoder decoder) {
            this.folder = folder;
            this.decoder = decoder;
        }

        ReleaseDocument read(JsonNode root) throws IOException {
            known(root, ROOT, "");
            JsonNode label = root.path("label");
            if (!label.isMissingNode()) known(label, LABEL, "label");
            LabelProfile labelFacts = new LabelProfile(
                    text(label.path("name")),
                    text(label.path("isrcPrefix")),
                    text(label.path("barcodePrefix")),
                    text(label.path("cataloguePrefix")),
                    text(label.path("publisher")),
                    text(label.path("societyId")));
            Facts facts = facts(root.path("release"), "release", List.of(Entity.RELEASE))
                    .getOrDefault(Entity.RELEASE, Facts.NONE);
            List<Track> tracks = new ArrayList<>();
            for (JsonNode each : root.path("tracks")) {
                int number = tracks.size() + 1;
                var found = facts(each, "tracks[%d]".formatted(number - 1), Entity.OF_A_TRACK);
                Work work = new Work(number, found.getOrDefault(Entity.WORK, Facts.NONE));
                Recording recording = new Recording(number, found.getOrDefault(Entity.RECORDING, Facts.NONE), work);
                tracks.add(new Track(number, number, found.getOrDefault(Entity.TRACK, Facts.NONE), recording));
            }
            Map<String, Facts> people = new LinkedHashMap<>();
            int index = 0;
            for (JsonNode each : root.path("people")) {
                String where = "people[%d]".formatted(index++);
                Facts person = facts(each, where, List.of(Entity.PARTY)).getOrDefault(Entity.PARTY, Facts.NONE);
                people.put(
                        person.get(Fields.PARTY_NAME).orElseThrow(() -> new Unreadable("a person has no name", where)),
                        person);
            }
            return new ReleaseDocument(new Release(1, 0, facts, tracks), labelFacts, people, files, audio, pictures);
        }

        /** Refuses keys that the schema does not have: what is not understood would be lost without a word. */
        private static void known(JsonNode object, List<String> keys, String where) throws Unreadable {
            if (!object.isObject()) throw new Unreadable("expected: an object", where);
            for (var entry : object.properties())
                if (!keys.contains(entry.getKey()))
                    throw new Unreadable(
                            "there is no “%s” here; there are: %s".formatted(entry.getKey(), String.join(", ", keys)),
                            where.isEmpty() ? entry.getKey() : where + "." + entry.getKey());
        }

        private Map<Entity, Facts> facts(JsonNode object, String where, List<Entity> entities) throws IOException {
            if (!object.isObject()) throw new Unreadable("expected: an object of facts", where);
            Map<Entity, Facts> facts = new HashMap<>();
            for (var entry : object.properties()) {
                String place = where + "." + entry.getKey();
                Field<?> field = entities.stream()
                        .flatMap(entity -> Fields.of(entity).stream())
                        .filter(f -> f.key().equals(entry.getKey()) && !f.type().internal())
                        .findFirst()
                        .orElseThrow(() -> new Unreadable("there is no fact “%s”".formatted(entry.getKey()), place));
                String text = text(entry.getValue());
                if (text.isBlank()) continue;
                if (field.type() == ValueTypes.FILE)
                    text = file(field, text, place).hex();
                if (field.type() == ValueTypes.PICTURES) text = pictures(field, text, place);
                try {
                    facts.put(
                            field.entity(),
                            facts.getOrDefault(field.entity(), Facts.NONE).withText(field, text));
                } catch (MalformedValue wrong) {
                    throw new Unreadable(wrong.getMessage(), place);
                }
            }
            return facts;
        }

        /** Kinds with the files that show them: {@code back back.jpg; booklet page 1.png}. */
        private String pictures(Field<?> field, String listed, String place) throws IOException {
            List<String> read = new ArrayList<>();
            for (String each : listed.split(";")) {
                String[] parts = each.strip().split("\\s+", 2);
                if (parts.length < 2)
                    throw new Unreadable("“%s” is not a kind of picture and its file".formatted(each.strip()), place);
                read.add(parts[0] + " " + file(field, parts[1], place).hex());
            }
            return String.join("; ", read);
        }

        private Sha256 file(Field<?> field, String name, String place) throws IOException {
            if (CHECKSUM.matcher(name).matches()) return new Sha256(name);
            if (folder == null)
                throw new Unreadable(
                        "“%s” is not a valid checksum; files are named by their SHA-256".formatted(name), place);
            Path path = folder.resolve(name);
            if (!Files.isReadable(path)) throw new Unreadable("the file “%s” cannot be read".formatted(name), place);
            if (field == Fields.RELEASE_COVER || field.type() == ValueTypes.PICTURES) {
                Sha256 sha256;
                try (FileChannel file = FileChannel.open(path)) {
                    sha256 = AudioMeasuring.sha256(file, 0, file.size());
                }
                pictures.put(sha256, PictureMeasuring.measure(path, sha256));
                files.put(sha256, path);
                return sha256;
            }
            try {
                AudioFacts measured = AudioMeasuring.measure(path, decoder, bytes -> {}, List.of())
                        .facts();
                audio.put(measured.fileSha256(), measured);
                files.put(measured.fileSha256(), path);
                return measured.fileSha256();
            } catch (IOException noAudio) {
                throw new Unreadable("“%s”: %s".formatted(name, noAudio.getMessage()), place);
            }
        }

        private static String text(JsonNode value) {
            if (value.isArray())
                return StreamSupport.stream(value.spliterator(), false)
                        .map(item -> item.asString(""))
                        .collect(Collectors.joining("; "));
            return value.asString("");
        }
    }

    /**
     * The document of a release, files named by their checksums. The same facts give the same bytes, and {@link #read} gives
     * the same facts.
     *
     * @param people facts of those who are named
     */
    public static byte[] write(Release release, LabelProfile label, Collection<Facts> people) {
        Map<String, Object> root = new LinkedHashMap<>();
        root.put("entrada", VERSION);
        Map<String, String> ours = new LinkedHashMap<>();
        ours.put("name", label.name());
        ours.put("isrcPrefix", label.isrcPrefix());
        ours.put("barcodePrefix", label.barcodePrefix());
        ours.put("cataloguePrefix", label.cataloguePrefix());
        ours.put("publisher", label.publisher());
        ours.put("societyId", label.societyId());
        root.put("label", ours);
        root.put("release", object(List.of(Entity.RELEASE), entity -> release.facts()));
        root.put(
                "tracks",
                release.tracks().stream()
                        .map(track -> object(Entity.OF_A_TRACK, entity -> release.factsOf(track, entity)))
                        .toList());
        List<Map<String, String>> known = people.stream()
                .map(person -> object(List.of(Entity.PARTY), entity -> person))
                .filter(person -> person.size() > 1)
                .toList();
        if (!known.isEmpty()) root.put("people", known);
        return INDENTED.writeValueAsBytes(root);
    }

    private static Map<String, String> object(List<Entity> entities, Function<Entity, Facts> factsOf) {
        Map<String, String> object = new LinkedHashMap<>();
        for (Entity entity : entities)
            for (Field<?> field : Fields.of(entity)) {
                String text = factsOf.apply(entity).text(field);
                if (text != null && !field.type().internal()) object.put(field.key(), text);
            }
        return object;
    }

    /** JSON Schema (2020-12) of the document, derived from the field registry. */
    public static Map<String, Object> schema() {
        Map<String, Object> label = new LinkedHashMap<>();
        for (String key : LABEL) label.put(key, Map.of("type", "string"));
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.put("title", "An Entrada release document");
        schema.put("type", "object");
        schema.put("required", List.of("entrada", "release", "tracks"));
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("entrada", Map.of("const", VERSION, "description", "Version of this form."));
        properties.put("label", closed(label));
        properties.put("release", closed(properties(List.of(Entity.RELEASE))));
        properties.put("tracks", Map.of("type", "array", "items", closed(properties(Entity.OF_A_TRACK))));
        properties.put("people", Map.of("type", "array", "items", closed(properties(List.of(Entity.PARTY)))));
        schema.put("properties", properties);
        schema.put("additionalProperties", false);
        return schema;
    }

    private static Map<String, Object> closed(Map<String, Object> properties) {
        return Map.of("type", "object", "properties", properties, "additionalProperties", false);
    }

    private static Map<String, Object> properties(List<Entity> entities) {
        Map<String, Object> properties = new LinkedHashMap<>();
        for (Entity entity : entities)
            for (Field<?> field : Fields.of(entity)) {
                if (field.type().internal()) continue;
                Map<String, Object> property = new LinkedHashMap<>();
                property.put("title", field.name());
                property.put("description", field.help());
                if (field.type() == ValueTypes.NAMES) property.put("type", List.of("string", "array"));
                else property.put("type", "string");
                if (field.type() == ValueTypes.NAMES) property.put("items", Map.of("type", "string"));
                List<String> words = ValueTypes.wordsOf(field.type());
                if (!words.isEmpty()) property.put("enum", words);
                properties.put(field.key(), property);
            }
        return properties;
    }
}
