package app.entrada.core.delivery.kind.works;

import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Transliteration;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Works for an authors' society: Common Works Registration 2.1. One transaction a work: NWR for those that the society has
 * not, REV for those it has. ASCII in capitals; titles of other scripts stand transliterated, and as they are in NAT.
 */
public final class WorksFile {
    private static final String WORLD = "2136";
    /** Record type and its two sequence numbers. */
    private static final int PREFIX = 19;

    private static final Set<String> NOT_OF_A_WORK = Set.of("HDR", "GRH", "GRT", "TRL");
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("yyyyMMdd");
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HHmmss");

    private final Outgoing out;
    private final List<String> lines = new ArrayList<>();
    private int inTransaction;
    private int transactions;
    private int inGroup;
    private int groupTransactions;

    private WorksFile(Outgoing out) {
        this.out = out;
    }

    /** Name of the file: {@code CWyynnnnSSS_RRR.V21}. */
    public static String name(Outgoing out) {
        return "CW%02d%04d%s_%s.V21"
                .formatted(
                        at(out).getYear() % 100,
                        out.number() % 10_000,
                        three(
                                out.label().isrcPrefix().length() >= 5
                                        ? out.label().isrcPrefix().substring(2)
                                        : out.label().name()),
                        three(out.profile().name()));
    }

    private static String three(String text) {
        return (plain(text).replaceAll("[^A-Z0-9]", "") + "XXX").substring(0, 3);
    }

    /** What the society calls a work of ours: stable for ever. */
    public static String submitterNumber(Work work) {
        return "W%010d".formatted(work.id());
    }

    /** The file of the works of the release that are told; see {@link #told}. */
    public static String of(Outgoing out) {
        return new WorksFile(out).written(told(out));
    }

    /**
     * Ids of the works that a file tells: those that do not stand at the society just so. When it has all of them so, a full delivery
     * tells all again and an update tells none.
     */
    public static Set<Long> told(Outgoing out) {
        Map<Work, List<Track>> all = works(out.release());
        Set<Long> ids = all.keySet().stream().map(Work::id).collect(Collectors.toCollection(LinkedHashSet::new));
        Map<String, String> now = digests(new WorksFile(out).written(ids));
        Set<Long> told = new LinkedHashSet<>();
        for (Work work : all.keySet()) {
            Outgoing.KnownWork known = out.known().get(work.id());
            if (known == null || !known.digest().equals(now.get(submitterNumber(work)))) told.add(work.id());
        }
        return told.isEmpty() && out.occasion() == Outgoing.Occasion.FULL ? ids : told;
    }

    /** The works of a release, each once, with the tracks on which they are recorded. */
    public static Map<Work, List<Track>> works(Release release) {
        Map<Long, Work> byId = new LinkedHashMap<>();
        Map<Work, List<Track>> works = new LinkedHashMap<>();
        for (Track track : release.tracks()) {
            Work work = byId.computeIfAbsent(
                    track.recording().work().id(), id -> track.recording().work());
            works.computeIfAbsent(work, none -> new ArrayList<>()).add(track);
        }
        return works;
    }

    private static LocalDateTime at(Outgoing out) {
        return LocalDateTime.ofInstant(out.sealed(), ZoneOffset.UTC);
    }

    private String written(Set<Long> told) {
        LocalDateTime at = at(out);
        add(
                "HDR",
                Map.of(
                        "sender type", "PB",
                        "sender ID", out.label().societyId(),
                        "sender name",
                                fit(
                                        out.label().publisher().isEmpty()
                                                ? out.label().name()
                                                : out.label().publisher(),
                                        45),
                        "version", "01.10",
                        "creation date", at.format(DAY),
                        "creation time", at.format(TIME),
                        "transmission date", at.format(DAY)));
        int groups = 0;
        for (String type : List.of("NWR", "REV")) {
            List<Map.Entry<Work, List<Track>>> of = works(out.release()).entrySet().stream()
                    .filter(each -> out.known().containsKey(each.getKey().id()) == type.equals("REV"))
                    .filter(each -> told.contains(each.getKey().id()))
                    .toList();
            if (of.isEmpty()) continue;
            groups++;
            inGroup = lines.size();
            groupTransactions = 0;
            String group = String.valueOf(groups);
            add("GRH", Map.of("transaction type", type, "group", group, "version", "02.10"));
            for (var work : of) work(type, work.getKey(), work.getValue());
            add(
                    "GRT",
                    Map.of(
                            "group", group,
                            "transactions", String.valueOf(groupTransactions),
                            "records", String.valueOf(lines.size() - inGroup + 1)));
        }
        add(
                "TRL",
                Map.of(
                        "groups", String.valueOf(groups),
                        "transactions", String.valueOf(transactions),
                        "records", String.valueOf(lines.size() + 1)));
        return String.join("\r\n", lines) + "\r\n";
    }

    /**
     * What stands for all that a file says of each work, by our number for it: a checksum of its records. Left out are their
     * numbers in the file, whether it is told for the first time, and the ISWC, which comes from the society itself.
     */
    public static Map<String, String> digests(String file) {
        Map<String, StringBuilder> records = new LinkedHashMap<>();
        StringBuilder open = new StringBuilder();
        for (String line : file.split("\r?\n")) {
            String type = line.length() < PREFIX ? "" : line.substring(0, 3);
            if (type.equals("NWR") || type.equals("REV")) {
                open = new StringBuilder();
                records.put(RecordLayout.read(line, "submitter work number"), open);
                RecordLayout.RecordField iswc = RecordLayout.column(type, "ISWC");
                line = line.substring(0, iswc.at()) + line.substring(iswc.at() + iswc.width());
                type = "";
            }
            if (NOT_OF_A_WORK.contains(line.substring(0, Math.min(3, line.length())))) continue;
            open.append(type)
                    .append(line, Math.min(PREFIX, line.length()), line.length())
                    .append('\n');
        }
        Map<String, String> digests = new LinkedHashMap<>();
        records.forEach((number, lines) -> digests.put(number, digest(lines.toString())));
        return digests;
    }

    private static String digest(String lines) {
        MessageDigest digest = AudioMeasuring.sha256();
        digest.update(lines.getBytes(StandardCharsets.UTF_8));
        return AudioMeasuring.hex(digest).hex();
    }

    private void add(String type, Map<String, String> values) {
        lines.add(RecordLayout.line(type, values));
    }

    /** A record of the transaction that is being written. */
    private void detail(String type, Map<String, String> values) {
        Map<String, String> all = new LinkedHashMap<>(values);
        all.put("transaction", String.valueOf(groupTransactions - 1));
        all.put("record", String.valueOf(inTransaction++));
        add(type, all);
    }

    private void work(String type, Work work, List<Track> tracks) {
        transactions++;
        groupTransactions++;
        inTransaction = 0;
        String title = title(tracks);
        String latin = latin(work, tracks);
        List<Writer> writers = work.writers();
        List<Origin> origins = work.facts().get(Fields.WORK_ORIGINS).orElse(List.of());
        boolean words = !Writer.lyricists(writers).isEmpty();
        boolean modified = origins.stream().anyMatch(WorksFile::isModification);
        String language = language(tracks);
        Map<String, String> values = new LinkedHashMap<>();
        values.put("title", fit(latin, 60));
        values.put("language", language);
        values.put("submitter work number", submitterNumber(work));
        values.put("ISWC", iswc(work));
        values.put("distribution category", category(tracks));
        values.put("duration", duration(tracks.get(0)));
        values.put("recorded", tracks.stream().anyMatch(track -> track.master().isPresent()) ? "Y" : "U");
        values.put("text and music", words ? "MTX" : "MUS");
        if (origins.stream().anyMatch(origin -> origin.how() == Origin.Use.SAMPLE)) values.put("composite type", "COS");
        else if (origins.stream().anyMatch(origin -> origin.how() == Origin.Use.MEDLEY))
            values.put("composite type", "MED");
        values.put("version type", modified ? "MOD" : "ORI");
        if (modified) {
            values.put("music arrangement", Writer.as(Writer.Role.AR, writers).isEmpty() ? "UNS" : "ARR");
            values.put(
                    "lyric adaptation",
                    !Writer.as(Writer.Role.TR, writers).isEmpty()
                            ? "TRA"
                            : !Writer.as(Writer.Role.AD, writers).isEmpty() ? "ADL" : words ? "ORI" : "NON");
        }
        values.put("component count", "0");
        values.put("contact name", fit(out.label().name(), 30));
        values.put("exceptional clause", "U");
        values.put("priority", "N");
        detail(type, values);
        parties(work, writers);
        titles(tracks, title, latin, language);
        if (modified)
            origins.stream().filter(WorksFile::isModification).findFirst().ifPresent(this::original);
        performers(tracks);
        for (Track track : tracks) recording(track);
    }

    private static boolean isModification(Origin origin) {
        return origin.how() != Origin.Use.SAMPLE && origin.how() != Origin.Use.COVER;
    }

    private static String title(List<Track> tracks) {
        return tracks.get(0).workTitle().orElse("");
    }

    /** The title in Latin letters: as a person gave it for the work, or for the track whose title it has. */
    private static String latin(Work work, List<Track> tracks) {
        Optional<String> given = work.facts()
                .get(Fields.WORK_LATIN_TITLE)
                .or(() -> work.facts().get(Fields.WORK_TITLE).isPresent()
                        ? Optional.empty()
                        : tracks.get(0).facts().get(Fields.TRACK_LATIN_TITLE));
        return Transliteration.of(title(tracks), given).orElse("");
    }

    private static String iswc(Work work) {
        return work.facts()
                .code(Fields.WORK_ISWC)
                .map(code -> code.toString().replaceAll("[^T0-9]", ""))
                .orElse("");
    }

    private String language(List<Track> tracks) {
        return out.release()
                .holds(tracks.get(0), Fields.TRACK_LANGUAGE)
                .filter(code -> code.length() == 2)
                .map(code -> code.toUpperCase(Locale.ROOT))
                .orElse("");
    }

    private String category(List<Track> tracks) {
        String genre = out.release()
                .holds(tracks.get(0), Fields.TRACK_GENRE)
                .map(Terms::list)
                .map(list -> list.get(0))
                .orElse("");
        return switch (genre) {
            case "Jazz" -> "JAZ";
            case "Classical", "Contemporary" -> "SER";
            case "" -> "UNC";
            default -> "POP";
        };
    }

    private String duration(Track track) {
        return out.subject()
                .master(track)
                .map(AudioFacts::seconds)
                .map(Math::round)
                .map(seconds -> "%02d%02d%02d".formatted(seconds / 3600, seconds / 60 % 60, seconds % 60))
                .orElse("");
    }

    private void parties(Work work, List<Writer> writers) {
        Map<String, Publisher> publishers = new LinkedHashMap<>();
        for (Publisher publisher : work.facts().get(Fields.WORK_PUBLISHERS).orElse(List.of()))
            publishers.put(publisher.name(), publisher);
        int sequence = 1;
        for (Publisher publisher : publishers.values()) {
            Map<String, String> values = new LinkedHashMap<>();
            values.put("publisher sequence", String.valueOf(sequence));
            values.put("party number", partyNumber(publisher.name()));
            values.put("name", fit(latinName(publisher.name()), 45));
            values.put("type", publisher.role().name());
            values.put("IPI name number", ipi(publisher.name()));
            shares(values, publisher.shares(), publisher.name());
            detail("SPU", values);
            territory("SPT", publisher.name(), publisher.shares());
            sequence++;
        }
        // a person with two parts is one interested party with the wider designation
        for (Writer writer : writers) {
            String[] name = lastAndFirst(writer.name());
            Map<String, String> values = new LinkedHashMap<>();
            values.put("party number", partyNumber(writer.name()));
            values.put("last name", fit(name[0], 45));
            values.put("first name", fit(name[1], 30));
            values.put("designation", writer.role().name());
            values.put("IPI name number", ipi(writer.name()));
            shares(values, writer.shares(), writer.name());
            detail("SWR", values);
            territory("SWT", writer.name(), writer.shares());
            writer.publisher()
                    .ifPresent(publisher -> detail(
                            "PWR",
                            Map.of(
                                    "party number", partyNumber(publisher),
                                    "name", fit(latinName(publisher), 45),
                                    "writer party number", partyNumber(writer.name()))));
        }
    }

    private void territory(String type, String name, RightShares shares) {
        detail(
                type,
                Map.of(
                        "party number", partyNumber(name),
                        "PR share", share(shares.performing()),
                        "MR share", share(shares.mechanical()),
                        "SR share", share(shares.mechanical()),
                        "inclusion", "I",
                        "territory", WORLD,
                        "sequence", "1"));
    }

    private void shares(Map<String, String> values, RightShares shares, String name) {
        String society = out.subject()
                .of(name, Fields.PARTY_SOCIETY)
                .map(WorksFile::three)
                .orElse("");
        values.put("PR society", society);
        values.put("PR share", share(shares.performing()));
        values.put("MR society", society);
        values.put("MR share", share(shares.mechanical()));
        values.put("SR society", society);
        values.put("SR share", share(shares.mechanical()));
    }

    private static String share(Optional<Share> share) {
        return String.valueOf(share.map(Share::hundredths).orElse(0));
    }

    private String ipi(String name) {
        return out.subject()
                .of(name, Fields.PARTY_IPI)
                .flatMap(written -> written.code())
                .map(code -> code.digits())
                .orElse("");
    }

    /** Our number for a party, given once for ever. */
    private String partyNumber(String name) {
        Long number = out.partyNumbers().get(name);
        if (number == null) throw new IllegalArgumentException("%s has no number as a party".formatted(name));
        return "%09d".formatted(number);
    }

    /**
     * Family and given name as the society pays them: by the name to sort by, which says where the one ends, else the last
     * word of the legal name.
     */
    private String[] lastAndFirst(String name) {
        Facts facts = out.subject().people().getOrDefault(name, Facts.NONE);
        Optional<String> sort = facts.get(Fields.PARTY_SORT_NAME).filter(text -> text.contains(", "));
        String whole = Transliteration.of(
                        facts.get(Fields.PARTY_LEGAL_NAME).orElse(name), facts.get(Fields.PARTY_LATIN_NAME))
                .orElse(name);
        if (sort.isPresent() && Transliteration.certain(sort.get())) {
            String[] parts = sort.get().split(", ", 2);
            // the name to sort by may be the artist's; of a legal name it says only which word comes first
            if (sameWords(sort.get(), whole)) return parts;
            String family = Transliteration.ascii(parts[0]);
            int there = Transliteration.ascii(whole).lastIndexOf(family);
            if (there > 0)
                return new String[] {
                    Transliteration.ascii(whole).substring(there),
                    Transliteration.ascii(whole).substring(0, there).strip()
                };
            if (facts.get(Fields.PARTY_LEGAL_NAME).isEmpty()) return parts;
        }
        int blank = whole.lastIndexOf(' ');
        return blank < 0
                ? new String[] {whole, ""}
                : new String[] {whole.substring(blank + 1), whole.substring(0, blank)};
    }

    private static boolean sameWords(String one, String other) {
        return words(one).equals(words(other));
    }

    private static List<String> words(String name) {
        return Arrays.stream(plain(name).split("[^\\p{L}\\d-]+"))
                .filter(word -> !word.isEmpty())
                .sorted()
                .toList();
    }

    private void titles(List<Track> tracks, String title, String latin, String language) {
        Set<String> others = new LinkedHashSet<>();
        for (Track track : tracks)
            track.facts()
                    .get(Fields.TRACK_TITLE)
                    .flatMap(each -> Transliteration.of(each, track.facts().get(Fields.TRACK_LATIN_TITLE)))
                    .filter(each -> !plain(each).equals(plain(latin)))
                    .ifPresent(others::add);
        for (String other : others) detail("ALT", Map.of("title", fit(other, 60), "type", "AT", "language", language));
        if (!plain(title).equalsIgnoreCase(title)) detail("NAT", Map.of("title", title, "language", language));
    }

    private void original(Origin origin) {
        String[] names = origin.writers().split("\\s*;\\s*");
        Map<String, String> values = new LinkedHashMap<>();
        values.put("original title", fit(origin.title(), 60));
        for (int i = 0; i < Math.min(2, names.length); i++) {
            if (names[i].isBlank()) continue;
            String[] name = lastAndFirst(names[i]);
            values.put("last name " + (i + 1), fit(name[0], 45));
            values.put("first name " + (i + 1), fit(name[1], 30));
            values.put("IPI name number " + (i + 1), ipi(names[i]));
        }
        detail("VER", values);
    }

    private void performers(List<Track> tracks) {
        Set<String> artists = new LinkedHashSet<>();
        for (Track track : tracks)
            out.release().holds(track, Fields.TRACK_ARTISTS).ifPresent(names -> artists.addAll(names.list()));
        for (String artist : artists)
            detail("PER", Map.of("last name", fit(latinName(artist), 45), "IPI name number", ipi(artist)));
    }

    private void recording(Track track) {
        Facts release = out.release().facts();
        Map<String, String> values = new LinkedHashMap<>();
        values.put(
                "first release date",
                release.get(Fields.RELEASE_ORIGINAL_DATE)
                        .filter(date -> date.day().isPresent())
                        .map(PartialDate::earliest)
                        .or(() -> release.get(Fields.RELEASE_DATE))
                        .map(date -> date.format(DAY))
                        .orElse(""));
        values.put("duration", duration(track));
        values.put("album title", fit(release.get(Fields.RELEASE_TITLE).orElse(""), 60));
        values.put("label", fit(release.get(Fields.RELEASE_LABEL).orElse(""), 60));
        values.put(
                "catalogue number",
                fit(release.get(Fields.RELEASE_CATALOGUE_NUMBER).orElse(""), 18));
        values.put(
                "EAN", release.code(Fields.RELEASE_BARCODE).map(c -> c.digits()).orElse(""));
        values.put(
                "ISRC",
                track.recording()
                        .facts()
                        .code(Fields.RECORDING_ISRC)
                        .map(c -> c.compact())
                        .orElse(""));
        values.put("format", "A");
        values.put("technique", "D");
        detail("REC", values);
    }

    private String latinName(String name) {
        return Transliteration.of(
                        name,
                        out.subject().people().getOrDefault(name, Facts.NONE).get(Fields.PARTY_LATIN_NAME))
                .orElse("");
    }

    /** The text as the format holds it: ASCII capitals. */
    static String plain(String text) {
        return Transliteration.ascii(text).toUpperCase(Locale.ROOT);
    }

    private static String fit(String text, int width) {
        String plain = plain(text);
        return plain.length() <= width ? plain : plain.substring(0, width).stripTrailing();
    }
}
