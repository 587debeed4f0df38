package app.entrada.core.tag.map;

import app.entrada.core.credit.Roles;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.title.TitleStyle;
import app.entrada.core.work.OneStop;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a plan is computed from: one track of a release with all that is known around it.
 *
 * @param master measured facts of the master, when there is one
 */
public record TagSource(ReleaseContext subject, Track track, Optional<AudioFacts> master) {
    /** Articles that titles are not sorted by, by the language of the words. */
    private static final Map<String, Pattern> ARTICLES = Map.of(
            "en", articles("The |A |An "),
            "de", articles("Der |Die |Das |Ein |Eine "),
            "fr", articles("Le |La |Les |L['’]|Un |Une "),
            "es", articles("El |La |Los |Las |Un |Una "),
            "it", articles("Il |Lo |La |I |Gli |Le |L['’]|Un |Una "));

    private static Pattern articles(String any) {
        return Pattern.compile("(?i)(" + any + ")(.+)");
    }

    /** A track with its measured master. */
    public static TagSource of(ReleaseContext subject, Track track) {
        return new TagSource(subject, track, subject.master(track));
    }

    /** A track of a release of which nothing more is known. */
    public static TagSource of(Release release, Track track, Optional<AudioFacts> master) {
        ReleaseContext alone = new ReleaseContext(
                release,
                Map.of(),
                Map.of(),
                CatalogueContext.NOTHING,
                LabelProfile.UNKNOWN,
                LocalDate.EPOCH,
                List.of());
        return new TagSource(alone, track, master);
    }

    /** The release that the track stands on. */
    public Release release() {
        return subject.release();
    }

    <T> Optional<T> holds(Field<T> field) {
        return release().holds(track, field);
    }

    <T> List<String> one(Field<T> field) {
        return holds(field).map(field.type()::format).map(List::of).orElse(List.of());
    }

    List<String> names(Field<Names> field) {
        return holds(field).map(Names::list).orElse(List.of());
    }

    List<String> terms(Field<Terms> field) {
        return holds(field).map(Terms::list).orElse(List.of());
    }

    List<Writer> writers() {
        return track.recording().work().writers();
    }

    /** Main artists; featured ones are told apart from them in every tag. */
    List<String> artists() {
        return names(Fields.TRACK_ARTISTS);
    }

    List<String> iswc() {
        return holds(Fields.WORK_ISWC)
                .flatMap(written -> written.code())
                .map(code -> List.of(code.toString()))
                .orElse(List.of());
    }

    List<String> labelCode() {
        return holds(Fields.RELEASE_LABEL_CODE)
                .flatMap(written -> written.code())
                .map(code -> List.of("LC " + code.number()))
                .orElse(List.of());
    }

    /** 1 on a compilation, nothing elsewhere. */
    List<String> compilation() {
        return holds(Fields.RELEASE_KIND).filter("compilation"::equals).isPresent() ? List.of("1") : List.of();
    }

    List<String> title() {
        return text(TitleStyle.PLAIN.track(release(), track));
    }

    List<String> releaseTitle() {
        return text(TitleStyle.PLAIN.release(release()));
    }

    List<String> isrc() {
        return holds(Fields.RECORDING_ISRC)
                .flatMap(written -> written.code())
                .map(code -> List.of(code.compact()))
                .orElse(List.of());
    }

    List<String> barcode() {
        return holds(Fields.RELEASE_BARCODE)
                .flatMap(written -> written.code())
                .map(code -> List.of(code.digits()))
                .orElse(List.of());
    }

    String number() {
        return String.valueOf(track.number());
    }

    String total() {
        return String.valueOf(release().tracks().size());
    }

    /** Position of the track's side or disc among those of the release, from 1; empty where there is only one. */
    List<String> side() {
        List<String> sides = release().tracks().stream()
                .map(each -> each.facts().get(Fields.TRACK_SIDE).orElse(""))
                .filter(side -> !side.isEmpty())
                .distinct()
                .toList();
        Optional<String> own = track.facts().get(Fields.TRACK_SIDE);
        if (sides.size() < 2 || own.isEmpty()) return List.of();
        return List.of((sides.indexOf(own.get()) + 1) + "/" + sides.size());
    }

    /** ISO 639-2/T, as ID3 wants it. */
    List<String> language() {
        return holds(Fields.TRACK_LANGUAGE)
                .map(TagSource::threeLetters)
                .map(List::of)
                .orElse(List.of());
    }

    static String threeLetters(String code) {
        return code.length() == 3 ? code : Locale.forLanguageTag(code).getISO3Language();
    }

    List<Credit> credits() {
        return holds(Fields.RECORDING_CREDITS).orElse(List.of());
    }

    /** Credited names of those with one role. */
    List<String> as(String role) {
        return credits().stream()
                .filter(credit -> credit.roles().contains(role))
                .map(Credit::credited)
                .toList();
    }

    /** Role and credited name, one after the other, of all roles that are wanted. */
    List<String> pairs(Predicate<String> roles) {
        List<String> pairs = new ArrayList<>();
        for (Credit credit : credits())
            for (String role : credit.roles()) if (roles.test(role)) pairs.addAll(List.of(role, credit.credited()));
        return pairs;
    }

    /** Whether a role is one of a musician: heard, and not told elsewhere. */
    static boolean isMusician(String role) {
        return Roles.performs(role) && !role.equals("conductor");
    }

    /** Whether a role is one of those who made the recording, and not told elsewhere. */
    static boolean isProduction(String role) {
        return !Roles.performs(role) && !role.equals("remixer");
    }

    /** The name under which people are sorted, where all of them have one or need none. */
    List<String> sorted(List<String> names) {
        List<String> sorted = names.stream()
                .map(name -> Optional.ofNullable(subject.people().get(name))
                        .flatMap((Facts facts) -> facts.get(Fields.PARTY_SORT_NAME))
                        .orElse(name))
                .toList();
        return sorted.equals(names) ? List.of() : sorted;
    }

    /** A title with its article behind it; empty where it begins with none. */
    List<String> sortedBy(List<String> title) {
        Pattern article = ARTICLES.get(holds(Fields.TRACK_LANGUAGE).orElse("en"));
        if (title.isEmpty() || article == null) return List.of();
        Matcher parts = article.matcher(title.get(0));
        return parts.matches() ? List.of(parts.group(2) + ", " + parts.group(1).strip()) : List.of();
    }

    /** What the verdict on licensing both sides from one party is. */
    OneStop oneStop() {
        LabelProfile label = subject.label();
        return OneStop.of(release(), track, label.name(), label.publisher());
    }

    /** Loudness for the broadcast extension; nothing where it could not be measured. */
    Optional<Sound> sound() {
        return master.flatMap(AudioFacts::sound);
    }

    static List<String> text(String text) {
        return text.isEmpty() ? List.of() : List.of(text);
    }
}
