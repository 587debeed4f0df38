package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.Writer;
import app.entrada.core.names.PlaceholderNames;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Transliteration;
import app.entrada.core.work.Shares;
import java.math.BigDecimal;
import java.util.ArrayList;
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
    private static final int MOST_OF_PUBLISHERS = 5_000;
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
                        "A society registers works by their titles.",
                        works((s, t, p) -> t.recording()
                                                .work()
                                                .facts()
                                                .get(Fields.WORK_TITLE)
                                                .isPresent()
                                        || t.facts().get(Fields.TRACK_TITLE).isPresent()
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s, t, Fields.WORK_TITLE, "Neither %s nor its work has a title.", s.name(t))))),
                rule(
                        "work.no-writer",
                        "No writer",
                        "A work that nobody wrote cannot be registered, and nobody is paid for it.",
                        works((s, t, p) -> writers(t).isEmpty()
                                ? Optional.of(Observation.at(s, t, Fields.WORK_WRITERS, "%s has no writer.", s.name(t)))
                                : Optional.empty())),
                rule(
                        "work.lyrics-without-author",
                        "Lyrics without an author",
                        "Where there are words there is an author, who has a share (text-music relationship MTX).",
                        works((s, t, p) -> !writers(t).isEmpty()
                                        && t.recording()
                                                .work()
                                                .facts()
                                                .get(Fields.WORK_LYRICS)
                                                .isPresent()
                                        && Writer.lyricists(writers(t)).isEmpty()
                                ? Optional.of(Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s has words, and nobody is named as their author.",
                                        s.name(t)))
                                : Optional.empty())),
                rule(
                        "work.author-without-lyrics",
                        "Author of an instrumental",
                        "A work without words has no author (text-music relationship MUS).",
                        works((s, t, p) -> instrumental(t)
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
                                        "%s is instrumental, and %s wrote words to it.",
                                        s.name(t),
                                        String.join(", ", authorsOnly(t))))
                                : Optional.empty())),
                rule(
                        "work.shares-total",
                        "Shares do not come to 100.00",
                        "Of each right the shares of all must come to 100.00, or nothing is paid.",
                        works(WorkRules::total)),
                rule(
                        "work.publisher-share-limit",
                        "Publishers hold too much",
                        "Publishers may hold at most half of the performing right (CISAC rules).",
                        works(WorkRules::publishers)),
                rule(
                        "work.share-zero",
                        "Zero share",
                        "Somebody who has no share is not a party to the work.",
                        works((s, t, p) -> writers(t).stream()
                                .filter(writer -> writer.publisher().isEmpty())
                                .filter(writer -> zero(writer.shares()))
                                .findFirst()
                                .map(writer -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s has 0.00 of every right in %s.",
                                        writer.name(),
                                        s.name(t))))),
                rule(
                        "work.writer-unnamed",
                        "Writer’s full name missing",
                        "A society pays people it can tell apart: first name and last name.",
                        works((s, t, p) -> writers(t).stream()
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
                        "Without the name number a society has to guess who is meant (CISAC).",
                        works((s, t, p) -> without(
                                        s,
                                        t,
                                        name -> s.of(name, Fields.PARTY_IPI).isEmpty())
                                .map(names ->
                                        Observation.at(s, t, Fields.WORK_WRITERS, "No IPI is known of %s.", names)))),
                rule(
                        "work.no-society",
                        "Writer without society",
                        "A share of somebody in no society is collected by nobody.",
                        works((s, t, p) -> without(
                                        s,
                                        t,
                                        name -> s.of(name, Fields.PARTY_SOCIETY).isEmpty())
                                .map(names -> Observation.at(
                                        s, t, Fields.WORK_WRITERS, "No society is known of %s.", names)))),
                rule(
                        "work.original-missing",
                        "Original work missing",
                        "An arrangement, translation or medley is registered with its original (version type MOD).",
                        works(WorkRules::original)),
                rule(
                        "work.public-domain-arrangement-only",
                        "Public-domain work with full composer shares",
                        "In a work that is free of rights only the arrangement is somebody’s; nobody is its composer today.",
                        works((s, t, p) -> origins(t).stream()
                                .filter(origin -> origin.how() == Origin.Use.PUBLIC_DOMAIN)
                                .findFirst()
                                .filter(origin -> writers(t).stream()
                                        .anyMatch(writer -> writer.role() != Writer.Role.AR
                                                && writer.role() != Writer.Role.AD
                                                && writer.role() != Writer.Role.TR
                                                && !origin.writers().contains(writer.name())))
                                .map(origin -> Observation.at(
                                        s,
                                        t,
                                        Fields.WORK_WRITERS,
                                        "%s is made from “%s”, which is free of rights; its living writers are arrangers (AR), adaptors or translators.",
                                        s.name(t),
                                        origin.title())))),
                rule(
                        "work.instrumental-language",
                        "Language of an instrumental",
                        "What has no words has no language (ISO 639: zxx).",
                        tracks((s, t, p) -> !instrumental(t)
                                ? Optional.empty()
                                : t.facts()
                                        .get(Fields.TRACK_LANGUAGE)
                                        .filter(language -> !language.equals("zxx"))
                                        .map(language -> Observation.at(
                                                        s,
                                                        t,
                                                        Fields.TRACK_LANGUAGE,
                                                        "%s is instrumental and has the language %s; wanted: none.",
                                                        s.name(t),
                                                        language)
                                                .with(new Fix.Edit(
                                                        "Set none",
                                                        List.of(s.change(t, Fields.TRACK_LANGUAGE, "zxx"))))))),
                rule(
                        "work.duplicate",
                        "The same work twice",
                        "One work registered twice is paid once, and disputed for years.",
                        WorkRules::duplicates),
                rule(
                        "work.recording-none",
                        "Recording or score missing",
                        "A society takes a work with a lossless recording or with its score.",
                        works((s, t, p) -> t.master().isPresent() || s.attached(AttachmentKind.SHEET_MUSIC, t)
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s,
                                        t,
                                        Fields.RECORDING_MASTER,
                                        "%s has neither a recording nor a score.",
                                        s.name(t))))),
                rule(
                        "title.untransliterable",
                        "Title in Latin letters missing",
                        "The exchange format of societies knows Latin capitals and digits only, and Chinese characters are read in more than one way.",
                        works(WorkRules::untransliterable)),
                rule(
                        "name.untransliterable",
                        "Name in Latin letters missing",
                        "The exchange format of societies knows Latin capitals and digits only; a guessed name is somebody else’s.",
                        works((s, t, p) -> writers(t).stream()
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
                                        "%s has no name in Latin letters; enter it on their page under People.",
                                        name)))),
                rule(
                        "work.no-sender",
                        "Sender’s society ID missing",
                        "A society knows the sender of a file by its number (CWR, record HDR).",
                        (s, p) -> s.label().societyId().isEmpty()
                                ? Stream.of(Observation.at(
                                        s,
                                        Fields.RELEASE_LABEL,
                                        "The label has no society ID; a manager enters it in the label’s settings."))
                                : Stream.empty()));
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
                        "“%s” cannot be put into Latin letters without a guess; enter the title in Latin letters.",
                        text));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.WORKS, id, name, reason, look);
    }

    /** A look at each work, at the first track that has it. */
    private static PlainRule.Look works(PlainRule.TrackLook look) {
        return (s, p) -> {
            Set<Long> seen = new HashSet<>();
            return s.release().tracks().stream()
                    .filter(track -> seen.add(track.recording().work().id()))
                    .flatMap(track -> look.at(s, track, p).stream());
        };
    }

    private static List<Writer> writers(Track track) {
        return track.recording().work().writers();
    }

    private static List<Publisher> publishersOf(Track track) {
        return track.recording().work().facts().get(Fields.WORK_PUBLISHERS).orElse(List.of());
    }

    private static List<Origin> origins(Track track) {
        return track.recording().work().facts().get(Fields.WORK_ORIGINS).orElse(List.of());
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

    private static List<String> authorsOnly(Track track) {
        return Writer.as(Writer.Role.A, writers(track));
    }

    private static String legal(ReleaseContext s, String name) {
        return s.of(name, Fields.PARTY_LEGAL_NAME).orElse(name).strip();
    }

    private static boolean zero(RightShares shares) {
        return shares.performing().filter(share -> share.hundredths() == 0).isPresent()
                && shares.mechanical().filter(share -> share.hundredths() == 0).isPresent();
    }

    private static Optional<String> without(ReleaseContext s, Track track, java.util.function.Predicate<String> lacks) {
        String names = writers(track).stream()
                .map(Writer::name)
                .filter(name -> !PlaceholderNames.is(name))
                .filter(lacks)
                .distinct()
                .collect(Collectors.joining(", "));
        return names.isEmpty() ? Optional.empty() : Optional.of(names);
    }

    private static Optional<Observation> total(ReleaseContext s, Track track, Params p) {
        List<Writer> writers = writers(track);
        if (writers.isEmpty()) return Optional.empty();
        Shares shares = Shares.of(writers, publishersOf(track));
        if (shares.performing().closes() && shares.mechanical().closes()) return Optional.empty();
        boolean open = shares.performing().open() > 0 || shares.mechanical().open() > 0;
        Observation seen = Observation.at(
                s,
                track,
                Fields.WORK_WRITERS,
                open
                        ? "Shares in %s are not agreed for everybody: %s of performing and %s of mechanical right are given."
                        : "Shares in %s come to %s of performing and %s of mechanical right; wanted: 100.00 of each.",
                s.name(track),
                shares.performing(),
                shares.mechanical());
        return Optional.of(
                open ? seen : remainder(s, track, shares).map(seen::with).orElse(seen));
    }

    /** What equal division leaves over: fewer hundredths than there are parties, given to the first of them. */
    private static Optional<Fix> remainder(ReleaseContext s, Track track, Shares shares) {
        int performing = Share.WHOLE.hundredths() - shares.performing().hundredths();
        int mechanical = Share.WHOLE.hundredths() - shares.mechanical().hundredths();
        List<Writer> writers = new ArrayList<>(writers(track));
        int parties = writers.size() + publishersOf(track).size();
        if (performing < 0 || mechanical < 0 || performing >= parties || mechanical >= parties) return Optional.empty();
        Writer first = writers.get(0);
        Optional<Share> its = first.shares().performing();
        Optional<Share> theirs = first.shares().mechanical();
        if (its.isEmpty() || theirs.isEmpty()) return Optional.empty();
        writers.set(
                0,
                first.with(new RightShares(
                        Optional.of(new Share(its.get().hundredths() + performing)),
                        Optional.of(new Share(theirs.get().hundredths() + mechanical)))));
        return Optional.of(new Fix.Edit(
                "Give the rest to " + first.name(),
                List.of(s.change(
                        track, Fields.WORK_WRITERS, Fields.WORK_WRITERS.type().format(writers)))));
    }

    private static Optional<Observation> publishers(ReleaseContext s, Track track, Params p) {
        int theirs = publishersOf(track).stream()
                .flatMap(publisher -> publisher.shares().performing().stream())
                .mapToInt(Share::hundredths)
                .sum();
        return theirs <= MOST_OF_PUBLISHERS
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.WORK_PUBLISHERS,
                        "Publishers hold %s of the performing right in %s; at most 50.00 may be theirs.",
                        BigDecimal.valueOf(theirs, 2),
                        s.name(track)));
    }

    private static Optional<Observation> original(ReleaseContext s, Track track, Params p) {
        if (!origins(track).isEmpty()) return Optional.empty();
        Optional<Writer> adapting = writers(track).stream()
                .filter(writer -> writer.role() == Writer.Role.AR
                        || writer.role() == Writer.Role.AD
                        || writer.role() == Writer.Role.TR)
                .findFirst();
        if (adapting.isPresent())
            return Optional.of(Observation.at(
                    s,
                    track,
                    Fields.WORK_ORIGINS,
                    "%s is %s of %s; wanted: the original.",
                    adapting.get().name(),
                    adapting.get().role().says(),
                    s.name(track)));
        return track.facts()
                .get(Fields.TRACK_VERSION)
                .filter(version -> DERIVED.matcher(version).find())
                .map(version -> Observation.at(
                        s,
                        track,
                        Fields.WORK_ORIGINS,
                        "“%s” says that %s is made from another work; wanted: the original.",
                        version,
                        s.name(track)));
    }

    private static Stream<Observation> duplicates(ReleaseContext s, Params p) {
        Map<String, Track> first = new HashMap<>();
        Set<Long> seen = new HashSet<>();
        return s.tracks(track -> {
            if (writers(track).isEmpty() || !seen.add(track.recording().work().id())) return Optional.empty();
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
                            "%s has the title and the writers of track %d and is another work; one work may have many recordings.",
                            s.name(track),
                            here.get().number())
                    .with(new Fix.Edit(
                            "Take the work of track " + here.get().number(),
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
                        "A work with the title and the writers of %s exists already: %s.",
                        s.name(track),
                        String.join(", ", others)));
    }

    private static String key(Track track) {
        String title = track.recording()
                .work()
                .facts()
                .get(Fields.WORK_TITLE)
                .or(() -> track.facts().get(Fields.TRACK_TITLE))
                .orElse("");
        return CatalogueContext.workKey(
                title, writers(track).stream().map(Writer::name).toList());
    }
}
