package app.entrada.core.disc;

import app.entrada.core.disc.CdText.PackType;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.Transliteration;
import app.entrada.core.title.TitleStyle;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * The texts of a disc, computed from a release. What only some tracks have is left out for all, and said.
 *
 * @param text one block in the release's language; a second in plain ASCII where players that know no more would show
 *     wrong letters
 * @param leftOut kinds that only some tracks have, in sentences
 */
public record DiscTexts(CdText text, List<String> leftOut) {
    private static final int ENGLISH = 0x09;

    /** Numbers of languages, EBU Tech 3264, appendix 3. */
    private static final Map<String, Integer> LANGUAGES = Map.ofEntries(
            Map.entry("ca", 0x03),
            Map.entry("cs", 0x06),
            Map.entry("da", 0x07),
            Map.entry("de", 0x08),
            Map.entry("en", ENGLISH),
            Map.entry("es", 0x0A),
            Map.entry("et", 0x0C),
            Map.entry("fr", 0x0F),
            Map.entry("is", 0x14),
            Map.entry("it", 0x15),
            Map.entry("la", 0x17),
            Map.entry("hu", 0x1B),
            Map.entry("nl", 0x1D),
            Map.entry("no", 0x1E),
            Map.entry("pl", 0x20),
            Map.entry("pt", 0x21),
            Map.entry("fi", 0x27),
            Map.entry("sv", 0x28));

    /** Numbers of genres as the Red Book's appendix has them. */
    private static final Map<String, Integer> GENRES = Map.ofEntries(
            Map.entry("Classical", 5),
            Map.entry("Country", 7),
            Map.entry("Dance", 8),
            Map.entry("Folk", 11),
            Map.entry("Hip Hop", 13),
            Map.entry("Jazz", 14),
            Map.entry("Latin", 15),
            Map.entry("Pop", 20),
            Map.entry("Reggae", 22),
            Map.entry("Rock", 23),
            Map.entry("Soundtrack", 26),
            Map.entry("Spoken word", 27),
            Map.entry("World", 28));

    /** The texts as the receiver's style has titles. */
    public static DiscTexts of(Release own, TitleStyle style) {
        Release release = own.withLatinTitles(title -> isLatin(plain(title)));
        Map<PackType, List<String>> texts = new LinkedHashMap<>();
        List<String> leftOut = new ArrayList<>();
        String artists = release.facts()
                .get(Fields.RELEASE_ARTISTS)
                .map(names -> names.sentence())
                .orElse("");
        put(texts, PackType.TITLE, release, style.release(release), track -> style.track(release, track));
        put(texts, PackType.PERFORMER, release, artists, release::artistsOf);
        people(
                texts,
                leftOut,
                PackType.SONGWRITER,
                release,
                track -> Writer.lyricists(track.recording().work().writers()));
        people(
                texts,
                leftOut,
                PackType.COMPOSER,
                release,
                track -> Writer.composers(track.recording().work().writers()));
        people(texts, leftOut, PackType.ARRANGER, release, DiscTexts::arrangers);
        String number = release.facts().get(Fields.RELEASE_CATALOGUE_NUMBER).orElse("");
        if (!number.isEmpty()) texts.put(PackType.DISC_ID, List.of(number));
        String genre = release.facts()
                .get(Fields.RELEASE_GENRE)
                .map(Terms::list)
                .map(list -> list.get(0))
                .orElse("");
        if (!genre.isEmpty()) texts.put(PackType.GENRE, List.of(genre));
        codes(texts, leftOut, release);
        int code = GENRES.getOrDefault(genre, genre.isEmpty() ? 0 : 1);
        List<CdText.Block> blocks = new ArrayList<>();
        Map<PackType, List<String>> latin = mapped(texts, DiscTexts::latin);
        Map<PackType, List<String>> plain = mapped(texts, Transliteration::ascii);
        int language = LANGUAGES.getOrDefault(
                release.facts().get(Fields.RELEASE_LANGUAGE).orElse("en"), ENGLISH);
        boolean all = latin.equals(plain);
        blocks.add(new CdText.Block(language, all ? CdText.Writing.ASCII : CdText.Writing.LATIN_1, code, latin));
        if (!all) blocks.add(new CdText.Block(ENGLISH, CdText.Writing.ASCII, code, plain));
        return new DiscTexts(new CdText(blocks), leftOut);
    }

    private static void put(
            Map<PackType, List<String>> texts,
            PackType kind,
            Release release,
            String disc,
            Function<Track, String> each) {
        List<String> all = new ArrayList<>(List.of(disc));
        for (Track track : release.tracks()) all.add(each.apply(track));
        texts.put(kind, all);
    }

    private static List<String> arrangers(Track track) {
        Set<String> names = new LinkedHashSet<>(
                Writer.as(Writer.Role.AR, track.recording().work().writers()));
        for (Credit credit :
                track.recording().facts().get(Fields.RECORDING_CREDITS).orElse(List.of()))
            if (credit.roles().contains("arranger")) names.add(credit.credited());
        return List.copyOf(names);
    }

    /** Who did it on each track; on the disc those of all tracks together. */
    private static void people(
            Map<PackType, List<String>> texts,
            List<String> leftOut,
            PackType kind,
            Release release,
            Function<Track, List<String>> names) {
        Set<String> all = new LinkedHashSet<>();
        List<Integer> without = new ArrayList<>();
        for (Track track : release.tracks()) {
            List<String> here = names.apply(track);
            all.addAll(here);
            if (here.isEmpty()) without.add(track.number());
        }
        if (all.isEmpty()) return;
        if (without.isEmpty())
            put(texts, kind, release, String.join(" / ", all), track -> String.join(" / ", names.apply(track)));
        else leftOut.add(missing(kind, without));
    }

    private static String missing(PackType kind, List<Integer> without) {
        return "CD-Text has no %s for %s %s, but has one for others; it is left out for all."
                .formatted(
                        kind == PackType.CODES ? "ISRC" : kind.label().toLowerCase(java.util.Locale.ROOT),
                        without.size() == 1 ? "track" : "tracks",
                        without.stream().map(String::valueOf).collect(Collectors.joining(", ")));
    }

    private static void codes(Map<PackType, List<String>> texts, List<String> leftOut, Release release) {
        List<String> codes = new ArrayList<>();
        codes.add(release.facts()
                .code(Fields.RELEASE_BARCODE)
                .map(code -> code.digits())
                .orElse(""));
        List<Integer> without = new ArrayList<>();
        for (Track track : release.tracks()) {
            String isrc = isrc(track);
            codes.add(isrc);
            if (isrc.isEmpty()) without.add(track.number());
        }
        if (without.isEmpty() && !codes.get(0).isEmpty()) texts.put(PackType.CODES, codes);
        else if (!without.isEmpty() && without.size() < release.tracks().size())
            leftOut.add(missing(PackType.CODES, without));
    }

    /** The right ISRC of a track without hyphens, or nothing. */
    static String isrc(Track track) {
        return track.recording()
                .facts()
                .code(Fields.RECORDING_ISRC)
                .map(code -> code.compact())
                .orElse("");
    }

    /** The text where Latin-1 has all its letters, else transliterated. */
    private static String latin(String text) {
        String plain = plain(text);
        return isLatin(plain) ? plain : Transliteration.ascii(plain);
    }

    /** Typographic signs have plain ones to stand for them. */
    private static String plain(String text) {
        return text.replace('’', '\'')
                .replace('‘', '\'')
                .replace('“', '"')
                .replace('”', '"')
                .replace('–', '-')
                .replace('—', '-')
                .replace("…", "...");
    }

    private static boolean isLatin(String text) {
        return StandardCharsets.ISO_8859_1.newEncoder().canEncode(text);
    }

    private static Map<PackType, List<String>> mapped(Map<PackType, List<String>> texts, Function<String, String> by) {
        Map<PackType, List<String>> mapped = new LinkedHashMap<>();
        texts.forEach((kind, each) -> mapped.put(kind, each.stream().map(by).toList()));
        return mapped;
    }

    /** The texts of a kind in the first language, the disc's first; empty when there are none. */
    public List<String> said(PackType kind) {
        return text.blocks().get(0).texts().getOrDefault(kind, List.of());
    }
}
