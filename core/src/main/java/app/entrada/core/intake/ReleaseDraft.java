package app.entrada.core.intake;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.title.TitleReading;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Function;

/**
 * A release as a heap of files suggests it. Files that sound the same are one track; sound that is known already keeps its
 * recording. A person sees it with its sources before anything is made.
 *
 * @param title with its source
 * @param artists of the release, with their source
 * @param kind by the number of tracks and artists
 * @param tracks in running order
 */
public record ReleaseDraft(ReadValue title, ReadValue artists, String kind, List<DraftTrack> tracks) {
    private static final int MOST_TRACKS_OF_A_SINGLE = 3;
    private static final int MOST_TRACKS_OF_AN_EP = 6;
    private static final int ARTISTS_OF_A_COMPILATION = 4;

    /** A value and where it was read. Empty values have no source. */
    public record ReadValue(String value, String source) {
        static final ReadValue NOTHING = new ReadValue("", "");
    }

    /**
     * A file to make a release of.
     *
     * @param id its checksum
     * @param folder path within what was dropped, may be empty
     * @param order in which it came
     * @param quality of files that sound the same the one with the highest is the master
     * @param recording of the catalogue that sounds the same
     * @param same ids of other files that sound the same
     */
    public record Heard(
            String id,
            String name,
            String folder,
            int order,
            double seconds,
            long quality,
            TagFacts tags,
            OptionalLong recording,
            Set<String> same) {}

    /**
     * A track to be made.
     *
     * @param file the best of its files
     * @param others files that sound the same
     * @param featured names, semicolons between them; empty for none
     * @param artists where they differ from the release's, else empty
     */
    public record DraftTrack(
            int number,
            String file,
            List<String> others,
            ReadValue title,
            ReadValue version,
            ReadValue featured,
            ReadValue artists,
            OptionalLong recording) {}

    /** The draft of these files. */
    public static ReleaseDraft of(List<Heard> files) {
        List<List<Heard>> groups = groups(files);
        Map<Heard, OptionalInt> numbers = new HashMap<>();
        groups.forEach(group -> numbers.put(group.get(0), number(group)));
        groups.sort(Comparator.comparing((List<Heard> group) -> folder(group.get(0)))
                .thenComparingInt(group ->
                        numbers.getOrDefault(group.get(0), OptionalInt.empty()).orElse(Integer.MAX_VALUE))
                .thenComparing(group -> natural(group.get(0).name()))
                .thenComparingInt(group -> group.get(0).order()));
        ReadValue title = title(files);
        ReadValue artists = common(files, file -> file.tags().best(Fields.RELEASE_ARTISTS))
                .filter(said -> speaksForAll(files, said, Fields.RELEASE_ARTISTS))
                .or(() -> common(files, file -> file.tags().best(Fields.TRACK_ARTISTS))
                        .filter(said -> speaksForAll(files, said, Fields.TRACK_ARTISTS)))
                .orElse(ReadValue.NOTHING);
        Set<String> different = new HashSet<>();
        List<DraftTrack> tracks = new ArrayList<>();
        for (List<Heard> group : groups) {
            DraftTrack track = track(tracks.size() + 1, group, artists);
            different.add(track.artists().value());
            tracks.add(track);
        }
        return new ReleaseDraft(title, artists, kind(tracks.size(), different.size()), List.copyOf(tracks));
    }

    private static String kind(int tracks, int artists) {
        if (artists > ARTISTS_OF_A_COMPILATION) return "compilation";
        return tracks <= MOST_TRACKS_OF_A_SINGLE ? "single" : tracks <= MOST_TRACKS_OF_AN_EP ? "EP" : "album";
    }

    /** Files that sound the same, the best first. */
    private static List<List<Heard>> groups(List<Heard> files) {
        List<List<Heard>> groups = new ArrayList<>();
        Map<String, List<Heard>> of = new LinkedHashMap<>();
        for (Heard file : files) {
            List<Heard> group = file.same().stream()
                    .map(of::get)
                    .filter(java.util.Objects::nonNull)
                    .findFirst()
                    .orElseGet(() -> {
                        List<Heard> fresh = new ArrayList<>();
                        groups.add(fresh);
                        return fresh;
                    });
            group.add(file);
            of.put(file.id(), group);
        }
        for (List<Heard> group : groups)
            group.sort(Comparator.comparingLong(Heard::quality).reversed().thenComparingInt(Heard::order));
        return groups;
    }

    /** A folder of a disc orders before the number; the folder that all share says nothing. */
    private static String folder(Heard file) {
        String last = file.folder().replaceAll("^.*/", "").toLowerCase(java.util.Locale.ROOT);
        return last.matches("(?:cd|disc|disk|side)[ _-]?[0-9a-d]") ? last : "";
    }

    private static OptionalInt number(List<Heard> group) {
        for (Heard file : group)
            if (file.tags().number().isPresent()) return file.tags().number();
        for (Heard file : group) {
            OptionalInt number = Placement.number(file.name().replaceFirst("\\.[^.]*$", ""));
            if (number.isPresent()) return number;
        }
        return OptionalInt.empty();
    }

    private static DraftTrack track(int number, List<Heard> group, ReadValue releaseArtists) {
        Heard file = group.get(0);
        ReadValue title = group.stream()
                .flatMap(each -> each.tags().best(Fields.TRACK_TITLE).stream().map(found -> said(found, each)))
                .findFirst()
                .orElseGet(() -> new ReadValue(Placement.title(file.name()), "file name"));
        ReadValue version = first(group, each -> each.tags().best(Fields.TRACK_VERSION));
        ReadValue featured = first(group, each -> each.tags().best(Fields.TRACK_FEATURED));
        if (title.source().equals("file name")) {
            Optional<TitleReading.Part> part = TitleReading.featured(title.value());
            if (part.isPresent()) {
                featured = new ReadValue(
                        TitleReading.names(part.get().part(), name -> false).toString(), "file name");
                title = new ReadValue(part.get().rest(), "file name");
            }
            Optional<TitleReading.Part> mix = TitleReading.version(title.value());
            if (mix.isPresent()) {
                version = new ReadValue(mix.get().part(), "file name");
                title = new ReadValue(mix.get().rest(), "file name");
            }
        }
        ReadValue artists = first(group, each -> each.tags().best(Fields.TRACK_ARTISTS));
        if (same(artists.value(), releaseArtists.value(), featured.value())) artists = ReadValue.NOTHING;
        return new DraftTrack(
                number,
                file.id(),
                group.stream().skip(1).map(Heard::id).toList(),
                title,
                version,
                featured,
                artists,
                group.stream()
                        .map(Heard::recording)
                        .filter(OptionalLong::isPresent)
                        .findFirst()
                        .orElse(OptionalLong.empty()));
    }

    /** Tags list featured artists behind the main ones. */
    private static boolean same(String artists, String ofRelease, String featured) {
        if (artists.isEmpty() || artists.equals(ofRelease)) return true;
        List<String> names = new ArrayList<>(Names.parse(artists).list());
        if (!featured.isEmpty()) names.removeAll(Names.parse(featured).list());
        return !ofRelease.isEmpty() && names.equals(Names.parse(ofRelease).list());
    }

    private static ReadValue first(List<Heard> group, Function<Heard, Optional<TagFacts.FoundValue>> read) {
        return group.stream()
                .flatMap(each -> read.apply(each).stream().map(found -> said(found, each)))
                .findFirst()
                .orElse(ReadValue.NOTHING);
    }

    private static ReadValue said(TagFacts.FoundValue found, Heard file) {
        return new ReadValue(found.value(), found.source() + " of " + file.name());
    }

    private static ReadValue title(List<Heard> files) {
        Optional<ReadValue> tagged = common(files, file -> file.tags().best(Fields.RELEASE_TITLE));
        if (tagged.isPresent() && speaksForAll(files, tagged.get(), Fields.RELEASE_TITLE)) return tagged.get();
        return files.stream()
                .map(Heard::folder)
                .filter(folder -> !folder.isEmpty())
                .findFirst()
                .map(folder -> new ReadValue(folder.replaceAll("/.*", "").replace('_', ' '), "folder name"))
                .orElse(ReadValue.NOTHING);
    }

    /** Whether at least a third of the files say so: one stray file among many does not name them all. */
    private static boolean speaksForAll(List<Heard> files, ReadValue said, Field<?> field) {
        long saying = files.stream()
                .filter(file -> file.tags()
                        .best(field)
                        .filter(found -> found.value().equals(said.value()))
                        .isPresent())
                .count();
        return saying * 3 >= files.size();
    }

    /** The value that most files give. */
    private static Optional<ReadValue> common(
            Collection<Heard> files, Function<Heard, Optional<TagFacts.FoundValue>> read) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        Map<String, String> sources = new HashMap<>();
        for (Heard file : files)
            read.apply(file).ifPresent(found -> {
                counts.merge(found.value(), 1, Integer::sum);
                sources.putIfAbsent(found.value(), found.source());
            });
        return counts.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(most -> new ReadValue(
                        most.getKey(),
                        "tags of %d files, for example %s".formatted(most.getValue(), sources.get(most.getKey()))));
    }

    /** Numbers within names ordered by value: track 2 before track 10. */
    private static String natural(String name) {
        StringBuilder padded = new StringBuilder();
        java.util.regex.Matcher digits =
                java.util.regex.Pattern.compile("\\d+").matcher(name.toLowerCase(java.util.Locale.ROOT));
        while (digits.find())
            digits.appendReplacement(
                    padded, "0".repeat(Math.max(0, 8 - digits.group().length())) + digits.group());
        return digits.appendTail(padded).toString();
    }
}
