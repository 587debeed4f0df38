package app.entrada.core.message.society;

import app.entrada.core.audio.AudioFacts;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Origin;
import app.entrada.core.field.PartialDate;
import app.entrada.core.field.Publisher;
import app.entrada.core.field.RightShares;
import app.entrada.core.field.Share;
import app.entrada.core.field.Terms;
import app.entrada.core.field.Writer;
import app.entrada.core.message.Outgoing;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.text.FileNames;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.CRC32;

/**
 * Works for an authors' society: Common Works Registration 2.1. One transaction a work: NWR for those that the society has
 * not, REV for those it has. ASCII in capitals; titles of other scripts stand transliterated, and as they are in NAT.
 */
public final class WorksFile {
    private static final String WORLD = "2136";
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

    /** The file of all works of the release. */
    public static String of(Outgoing out) {
        return new WorksFile(out).written();
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

    private String written() {
        LocalDateTime at = at(out);
        add(
                "HDR",
                Map.of(
                        "sender type", "PB",
                        "sender ID",
                                out.subject()
                                        .of(out.label().publisher(), Fields.PARTY_IPI)
                                        .flatMap(written -> written.code())
                                        .map(code -> code.digits().substring(2))
                                        .orElse(""),
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
                    .filter(each -> told(each.getKey(), each.getValue()))
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
     * Whether a work is told: not where the society has it just so. When it has all of them so, a full delivery tells all
     * again and an update tells none.
     */
    private boolean told(Work work, List<Track> tracks) {
        boolean nothingNew = out.occasion() == Outgoing.Occasion.FULL
                && works(out.release()).entrySet().stream().allMatch(each -> stands(each.getKey(), each.getValue()));
        return nothingNew || !stands(work, tracks);
    }

    private boolean stands(Work work, List<Track> tracks) {
        Outgoing.KnownWork known = out.known().get(work.id());
        return known != null && known.digest().equals(digest(out.release(), work, tracks));
    }

    /** Stands for all that a file says of a work. */
    public static String digest(Release release, Work work, List<Track> tracks) {
        CRC32 crc = new CRC32();
        StringBuilder says = new StringBuilder();
        for (Field<?> field : Fields.of(Entity.WORK)) {
            // the code comes from the society itself
            if (field == Fields.WORK_ISWC) continue;
            says.append(work.facts().text(field)).append('\n');
        }
        for (Track track : tracks)
            says.append(track.facts().text(Fields.TRACK_TITLE))
                    .append('\n')
                    .append(track.recording().facts().text(Fields.RECORDING_ISRC))
                    .append('\n')
                    .append(release.text(track, Fields.TRACK_ARTISTS))
                    .append('\n');
        crc.update(says.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8));
        return "%08x-%d".formatted(crc.getValue(), says.length());
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
        String title = title(work, tracks);
        List<Writer> writers = work.writers();
        List<Origin> origins = work.facts().get(Fields.WORK_ORIGINS).orElse(List.of());
        boolean words = !Writer.lyricists(writers).isEmpty();
        boolean modified = origins.stream().anyMatch(WorksFile::isModification);
        String language = language(tracks);
        Map<String, String> values = new LinkedHashMap<>();
        values.put("title", fit(title, 60));
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
        titles(work, tracks, title, language);
        if (modified)
            origins.stream().filter(WorksFile::isModification).findFirst().ifPresent(this::original);
        performers(tracks);
        for (Track track : tracks) recording(track);
    }

    private static boolean isModification(Origin origin) {
        return origin.how() != Origin.Use.SAMPLE && origin.how() != Origin.Use.COVER;
    }

    private String title(Work work, List<Track> tracks) {
        return work.facts()
                .get(Fields.WORK_TITLE)
                .or(() -> tracks.get(0).facts().get(Fields.TRACK_TITLE))
                .orElse("");
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
            values.put("name", fit(publisher.name(), 45));
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
                                    "name", fit(publisher, 45),
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

    /** Our number for a party: made from the name alone, so that it is the same in every file. */
    static String partyNumber(String name) {
        CRC32 crc = new CRC32();
        crc.update(plain(name).getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        return "%09d".formatted(crc.getValue() % 1_000_000_000L);
    }

    /** Last and first name as the society pays them: by legal name where one is known. */
    private String[] lastAndFirst(String name) {
        Facts facts = out.subject().people().get(name);
        Optional<String> sort = facts == null ? Optional.empty() : facts.get(Fields.PARTY_SORT_NAME);
        Optional<String> legal = facts == null ? Optional.empty() : facts.get(Fields.PARTY_LEGAL_NAME);
        if (legal.isEmpty() && sort.isPresent() && sort.get().contains(", "))
            return sort.get().split(", ", 2);
        String whole = legal.orElse(name);
        int blank = whole.lastIndexOf(' ');
        return blank < 0
                ? new String[] {whole, ""}
                : new String[] {whole.substring(blank + 1), whole.substring(0, blank)};
    }

    private void titles(Work work, List<Track> tracks, String title, String language) {
        Set<String> others = new LinkedHashSet<>();
        for (Track track : tracks)
            track.facts()
                    .get(Fields.TRACK_TITLE)
                    .filter(each -> !plain(each).equals(plain(title)))
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
            detail("PER", Map.of("last name", fit(artist, 45), "IPI name number", ipi(artist)));
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

    /** The text as the format holds it: ASCII capitals. */
    static String plain(String text) {
        return FileNames.ascii(text).toUpperCase(Locale.ROOT);
    }

    private static String fit(String text, int width) {
        String plain = plain(text);
        return plain.length() <= width ? plain : plain.substring(0, width).stripTrailing();
    }
}
