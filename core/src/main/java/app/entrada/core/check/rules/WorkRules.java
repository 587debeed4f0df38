package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.Writer;
import app.entrada.core.names.PlaceholderNames;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Transliteration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Works, shares and performers, as collecting societies look at them. A work shared by several tracks is asked about once. */
final class WorkRules {
    private static final Pattern DERIVED = Pattern.compile(
            "\\b(?:arr(?:\\.|anged|angement)?|translated|translation|medley|pot-?pourri|after)\\b",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern PLAIN = Pattern.compile("[\\x20-\\x7E]*[A-Za-z0-9][\\x20-\\x7E]*");
    private static final Pattern LATIN = Pattern.compile("[A-Za-z0-9]");

    private WorkRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "work.missing",
                        "Work without a title",
                        "Societies register works by their titles.",
                        PlainRule.works((s, t, p) -> t.workTitle().isPresent()
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s, t, Fields.WORK_TITLE, "Neither %s nor its work has a title.", s.name(t))))),
                rule(
                        "work.no-writer",
                        "Writer missing",
                        "A work without a writer cannot be registered, and nobody is paid for it.",
                        PlainRule.works(
                                (s, t, p) -> t.recording().work().writers().isEmpty()
                                        ? Optional.of(Observation.at(
                                                s, t, Fields.WORK_WRITERS, "%s has no writer.", s.name(t)))
                                        : Optional.empty())),
                rule(
                        "work.lyrics-without-author",
                        "Lyrics without an author",
                        "Lyrics have an author, who has a share (text-music relationship MTX).",
                        PlainRule.works((s, t, p) -> !t.recording()
                                                .work()
                                                .writers()
                                                .isEmpty()
                                        && t.recording()
                                                .work()
                                                .facts()
                                                .get(Fields.WORK_LYRICS)
                                                .isPresent()
                                        && Writer.lyricists(t.recording().work().writers())
                                                .isEmpty()
                                ? Optional.of(Observation.at(
                                        s, t, Fields.WORK_WRITERS, "%s has lyrics, but no author is named.", s.name(t)))
                                : Optional.empty())),
                rule(
                        "work.author-without-lyrics",
                        "Author of an instrumental",
                        "A work without lyrics has no author (text-music relationship MUS).",
                        PlainRule.works((s, t, p) -> instrumental(t)
                                        && t.recording()
                                                .work()
                                                .facts()
                                                .get(Fields.WORK_LYRICS)
                                                .isEmpty()
                                        && !authorsOnly(t).isEmpty()
                                        && !sungElsewhere(s, t)
                                ? Optional.of(Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s is instrumental, but %s is named as author of its lyrics.",
                                        s.name(t),
                                        String.join(", ", authorsOnly(t))))
                                : Optional.empty())),
                rule(
                        "work.writer-unnamed",
                        "Writer’s full name missing",
                        "Societies tell people apart by first and last name.",
                        PlainRule.works((s, t, p) -> t.recording().work().writers().stream()
                                .filter(writer -> !PlaceholderNames.is(writer.name()))
                                .filter(writer -> !legal(s, writer.name()).contains(" "))
                                .findFirst()
                                .map(writer -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "“%s” needs a first and a last name (as on official documents), or mark the work as traditional.",
                                        writer.name())))),
                rule(
                        "work.writer-no-ipi",
                        "Writer without IPI",
                        "Without the IPI name number a society has to guess who is meant (CISAC).",
                        PlainRule.works((s, t, p) -> without(
                                        t, name -> s.of(name, Fields.PARTY_IPI).isEmpty())
                                .map(names -> Observation.at(s, t, Fields.WORK_WRITERS, "%s has no IPI.", names)))),
                rule(
                        "work.no-society",
                        "Writer without society",
                        "The share of a writer without a society is not collected.",
                        PlainRule.works((s, t, p) -> without(
                                        t,
                                        name -> s.of(name, Fields.PARTY_SOCIETY).isEmpty())
                                .map(names -> Observation.at(s, t, Fields.WORK_WRITERS, "%s has no society.", names)))),
                rule(
                        "work.original-missing",
                        "Original work missing",
                        "An arrangement, translation or medley is registered with its original (version type MOD).",
                        PlainRule.works(WorkRules::original)),
                rule(
                        "work.public-domain-arrangement-only",
                        "Public-domain work with full composer shares",
                        "In a public-domain work only the arrangement is protected; it has no living composer.",
                        PlainRule.works((s, t, p) -> origins(t).stream()
                                .filter(origin -> origin.how() == Origin.Use.PUBLIC_DOMAIN)
                                .findFirst()
                                .filter(origin -> t.recording().work().writers().stream()
                                        .anyMatch(writer -> writer.role() != Writer.Role.AR
                                                && writer.role() != Writer.Role.AD
                                                && writer.role() != Writer.Role.TR
                                                && !origin.writers().contains(writer.name())))
                                .map(origin -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s is based on “%s”, which is in the public domain; its living writers are arrangers (AR), adaptors or translators.",
                                        s.name(t),
                                        origin.title())))),
                rule(
                        "work.instrumental-language",
                        "Language of an instrumental",
                        "A work without words has no language (ISO 639: zxx).",
                        tracks((s, t, p) -> !instrumental(t)
                                ? Optional.empty()
                                : t.facts()
                                        .get(Fields.TRACK_LANGUAGE)
                                        .filter(language -> !language.equals("zxx"))
                                        .map(language -> Observation.at(
                                                        s,
                                                        t,
                                                        Fields.TRACK_LANGUAGE,
                                                        "%s is instrumental but has the language %s; set it to “none”.",
                                                        s.name(t),
                                                        language)
                                                .with(new Fix.Edit(
                                                        "Set none",
                                                        List.of(s.change(t, Fields.TRACK_LANGUAGE, "zxx"))))))),
                rule(
                        "work.duplicate",
                        "Duplicate work",
                        "A work registered twice is paid once and disputed for years.",
                        WorkRules::duplicates),
                rule(
                        "work.recording-none",
                        "Recording or score missing",
                        "Societies accept a work with a lossless recording or its score.",
                        PlainRule.works((s, t, p) -> t.master().isPresent() || s.attached(AttachmentKind.SHEET_MUSIC, t)
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        t,
                                        Fields.RECORDING_MASTER,
                                        "%s has neither a recording nor a score.",
                                        s.name(t))))),
                rule(
                        "work.no-sender",
                        "Sender’s society ID missing",
                        "Societies identify the sender of a file by its number (CWR, record HDR).",
                        (s, p) -> s.label().societyId().isEmpty()
                                ? Stream.of(Observation.at(
                                        s,
                                        Fields.RELEASE_LABEL,
                                        "The label has no society ID. A manager can enter it in Settings."))
                                : Stream.empty()),
                rule(
                        "work.no-composer",
                        "Composer missing",
                        "Stores pass composers on to societies; without one, nobody is paid for the song.",
                        WorkRules::workNoComposer),
                rule(
                        "title.untransliterable",
                        "Title in Latin letters missing",
                        "The societies’ exchange format supports only Latin capitals and digits, and Chinese characters have more than one reading.",
                        PlainRule.works(WorkRules::untransliterable)),
                rule(
                        "name.untransliterable",
                        "Name in Latin letters missing",
                        "The societies’ exchange format supports only Latin capitals and digits; a guessed name would be someone else’s.",
                        PlainRule.works((s, t, p) -> t.recording().work().writers().stream()
                                .map(Writer::name)
                                .filter(name ->
                                        s.of(name, Fields.PARTY_LATIN_NAME).isEmpty())
                                .filter(name -> !LATIN.matcher(legal(s, name)).find()
                                        && !Transliteration.certain(legal(s, name)))
                                .findFirst()
                                .map(name -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s has no name in Latin letters. Enter it on their page under People.",
                                        name)))));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.WORKS, id, name, reason, look);
    }

    private static List<String> authorsOnly(Track track) {
        return Writer.as(Writer.Role.A, track.recording().work().writers());
    }

    private static boolean instrumental(Track track) {
        return track.recording()
                .facts()
                .get(Fields.RECORDING_INSTRUMENTAL)
                .filter("instrumental"::equals)
                .isPresent();
    }

    /** Whether another recording of the same work on this release is sung. */
    private static boolean sungElsewhere(ReleaseContext s, Track track) {
        return s.release().tracks().stream()
                .anyMatch(other -> other.recording().work().id()
                                == track.recording().work().id()
                        && !instrumental(other));
    }

    private static String legal(ReleaseContext s, String name) {
        return s.of(name, Fields.PARTY_LEGAL_NAME).orElse(name).strip();
    }

    private static Optional<String> without(Track track, java.util.function.Predicate<String> lacks) {
        String names = track.recording().work().writers().stream()
                .map(Writer::name)
                .filter(name -> !PlaceholderNames.is(name))
                .filter(lacks)
                .distinct()
                .collect(Collectors.joining(", "));
        return names.isEmpty() ? Optional.empty() : Optional.of(names);
    }

    private static Optional<Observation> original(ReleaseContext s, Track track, Params p) {
        if (!origins(track).isEmpty()) return Optional.empty();
        Optional<Writer> adapting = track.recording().work().writers().stream()
                .filter(writer -> writer.role() == Writer.Role.AR
                        || writer.role() == Writer.Role.AD
                        || writer.role() == Writer.Role.TR)
                .findFirst();
        if (adapting.isPresent())
            return Optional.of(Observation.at(
                    s,
                    track,
                    Fields.WORK_ORIGINS,
                    "%s is named as %s of %s; enter the original work.",
                    adapting.get().name(),
                    adapting.get().role().label(),
                    s.name(track)));
        return track.facts()
                .get(Fields.TRACK_VERSION)
                .filter(version -> DERIVED.matcher(version).find())
                .map(version -> Observation.at(
                        s,
                        track,
                        Fields.WORK_ORIGINS,
                        "“%s” indicates that %s is based on another work; enter the original work.",
                        version,
                        s.name(track)));
    }

    private static List<Origin> origins(Track track) {
        return track.recording().work().facts().get(Fields.WORK_ORIGINS).orElse(List.of());
    }

    private static Stream<Observation> duplicates(ReleaseContext s, Params p) {
        Map<String, Track> first = new HashMap<>();
        Set<Long> seen = new HashSet<>();
        return s.tracks(track -> {
            if (track.recording().work().writers().isEmpty()
                    || !seen.add(track.recording().work().id())) return Optional.empty();
            String key = key(track);
            return duplicate(s, track, key, Optional.ofNullable(first.putIfAbsent(key, track)));
        });
    }

    private static Optional<Observation> duplicate(ReleaseContext s, Track track, String key, Optional<Track> here) {
        if (here.isPresent())
            return Optional.of(Observation.at(
                            s,
                            track,
                            Fields.WORK_TITLE,
                            "%s has the same title and writers as track %d but is a separate work; one work may have many recordings.",
                            s.name(track),
                            here.get().number())
                    .with(new Fix.Edit(
                            "Use the work of track " + here.get().number(),
                            List.of(s.change(
                                    track,
                                    Fields.RECORDING_WORK,
                                    String.valueOf(here.get().recording().work().id()))))));
        List<String> others = s.elsewhere().worksLike().getOrDefault(key, List.of());
        return others.isEmpty()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.WORK_TITLE,
                        "A work with the title and writers of %s already exists: %s.",
                        s.name(track),
                        String.join(", ", others)));
    }

    private static String key(Track track) {
        String title = track.workTitle().orElse("");
        return CatalogueContext.workKey(
                title,
                track.recording().work().writers().stream().map(Writer::name).toList());
    }

    /** Every work names who wrote the music. */
    private static Stream<Observation> workNoComposer(ReleaseContext s, Params p) {
        return s.tracks(
                track -> !Writer.composers(track.recording().work().writers()).isEmpty() || isFree(track)
                        ? Optional.empty()
                        : Optional.of(
                                Observation.at(s, track, Fields.WORK_WRITERS, "%s has no composer.", s.name(track))));
    }

    /** A work made from one that is free of rights has arrangers; its composer is long dead, or nobody known. */
    private static boolean isFree(Track track) {
        return !track.recording().work().writers().isEmpty()
                && track.recording().work().facts().get(Fields.WORK_ORIGINS).stream()
                        .flatMap(List::stream)
                        .anyMatch(origin -> origin.how() == Origin.Use.PUBLIC_DOMAIN);
    }

    private static Optional<Observation> untransliterable(ReleaseContext s, Track track, Params p) {
        Optional<String> title = track.recording().work().facts().get(Fields.WORK_TITLE);
        boolean own = title.isPresent();
        Optional<String> given = own
                ? track.recording().work().facts().get(Fields.WORK_LATIN_TITLE)
                : track.recording()
                        .work()
                        .facts()
                        .get(Fields.WORK_LATIN_TITLE)
                        .or(() -> track.facts().get(Fields.TRACK_LATIN_TITLE));
        return title.or(() -> track.facts().get(Fields.TRACK_TITLE))
                // transliterating costs much, and most titles have Latin letters only
                .filter(text -> given.isEmpty() && !PLAIN.matcher(text).matches() && !Transliteration.certain(text))
                .map(text -> Observation.at(
                        s,
                        track,
                        own ? Fields.WORK_LATIN_TITLE : Fields.TRACK_LATIN_TITLE,
                        "“%s” cannot be transliterated without guessing. Enter the title in Latin letters.",
                        text));
    }
}
