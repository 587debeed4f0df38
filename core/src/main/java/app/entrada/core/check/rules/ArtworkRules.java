package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.picture.PictureAnalysis;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.WordsOnCover;
import app.entrada.core.release.context.ReleaseContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What is on the front cover. Lettering that was not read is unknown, not absent: such findings are worth a look, no more. */
final class ArtworkRules {
    private ArtworkRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "artwork.upscaled",
                        "Enlarged",
                        "An enlarged picture has the pixels but not the detail; reviewers reject it.",
                        Map.of("detail", -30, "certain", -38, "sharpness", 12),
                        look((s, cover, look, p) -> look.fineDetail() < p.decimal("certain")
                                        || look.fineDetail() < p.decimal("detail")
                                                && look.sharpness() < p.decimal("sharpness")
                                ? says(
                                        s,
                                        "The cover has %d × %d pixels but not that much detail: it was enlarged or is out of focus.",
                                        cover.width(),
                                        cover.height())
                                : Optional.empty())),
                rule(
                        "artwork.border",
                        "Uniform border",
                        "A single-colour border looks like a picture that does not fill its square.",
                        Map.of("percent", 2),
                        look((s, cover, look, p) -> {
                            double percent = 100.0 * look.border().widest() / Math.max(1, cover.width());
                            return percent < p.decimal("percent")
                                    ? Optional.empty()
                                    : says(
                                            s,
                                            "The cover has a border of %.1f %% in one colour, %s.",
                                            percent,
                                            look.border().colour());
                        })),
                rule(
                        "artwork.turned",
                        "Rotated by its EXIF orientation",
                        "Some programs follow the EXIF orientation, some do not.",
                        Map.of(),
                        look((s, cover, look, p) -> look.turn() == 1
                                ? Optional.empty()
                                : says(
                                                s,
                                                "The cover is upright only in programs that follow its EXIF orientation (%d).",
                                                look.turn())
                                        .map(seen -> seen.with(new Fix.Picture("Rotate it"))))),
                rule(
                        "artwork.text-missing-title",
                        "Title not found on the cover",
                        "Buyers look for the title. Stylised lettering is often missed, so this may be wrong.",
                        Map.of(),
                        look((s, cover, look, p) -> s.fact(Fields.RELEASE_TITLE)
                                .filter(title -> look.read() && !look.lines().isEmpty())
                                .filter(title -> !WordsOnCover.of(look).shows(title))
                                .flatMap(title -> says(
                                        s,
                                        "“%s” was not found on the cover. It may be there in lettering that cannot be read.",
                                        title)))),
                rule(
                        "artwork.text-missing-artist",
                        "Artist not found on the cover",
                        "Buyers look for the artist. Stylised lettering is often missed, so this may be wrong.",
                        Map.of(),
                        look((s, cover, look, p) -> artists(s).stream()
                                .filter(artist -> look.read() && !look.lines().isEmpty())
                                .filter(artist -> !WordsOnCover.of(look).shows(artist))
                                .findFirst()
                                .flatMap(artist -> says(
                                        s,
                                        "“%s” was not found on the cover. It may be there in lettering that cannot be read.",
                                        artist)))),
                rule(
                        "artwork.text-other",
                        "Other text on the cover",
                        "Text other than title and artist is often rejected: dates, slogans, names of stores.",
                        Map.of(),
                        look((s, cover, look, p) -> {
                            List<String> known = new ArrayList<>(artists(s));
                            s.fact(Fields.RELEASE_TITLE).ifPresent(known::add);
                            s.fact(Fields.RELEASE_VERSION).ifPresent(known::add);
                            s.fact(Fields.RELEASE_LABEL).ifPresent(known::add);
                            s.fact(Fields.RELEASE_CATALOGUE_NUMBER).ifPresent(known::add);
                            s.release()
                                    .tracks()
                                    .forEach(track -> track.facts()
                                            .get(Fields.TRACK_FEATURED)
                                            .ifPresent(names -> known.addAll(names.list())));
                            List<String> others = WordsOnCover.of(look).others(known);
                            return others.isEmpty()
                                    ? Optional.empty()
                                    : says(s, "The cover also says: %s.", quoted(others));
                        })),
                words(
                        "artwork.web-address",
                        "Web address on the cover",
                        "Stores reject covers that link elsewhere.",
                        "a web address or the name of a network",
                        WordsOnCover::addresses),
                words(
                        "artwork.price",
                        "Price on the cover",
                        "The store sets its own price.",
                        "a price",
                        WordsOnCover::prices),
                words(
                        "artwork.contact",
                        "Contact on the cover",
                        "Stores reject covers with phone numbers or email addresses.",
                        "a contact",
                        WordsOnCover::contacts),
                rule(
                        "artwork.qr-or-barcode",
                        "Code on the cover",
                        "A code links elsewhere or is the barcode of the printed sleeve; neither belongs on a store cover.",
                        Map.of(),
                        look((s, cover, look, p) -> look.codes().stream()
                                .findFirst()
                                .flatMap(code -> says(
                                        s,
                                        "The cover carries a %s with “%s”.",
                                        code.kind().equals("QR_CODE")
                                                ? "QR code"
                                                : code.kind().replace('_', '-') + " code",
                                        code.text())))),
                rule(
                        "artwork.advisory-missing",
                        "Advisory mark missing",
                        "Where a store asks for it, a release with explicit tracks carries the advisory mark on its cover.",
                        Map.of(),
                        look((s, cover, look, p) -> s.release().explicit()
                                        && look.read()
                                        && look.advisory().isEmpty()
                                ? says(s, "A track is explicit, but no advisory mark was found on the cover.")
                                : Optional.empty())),
                rule(
                        "artwork.advisory-needless",
                        "Advisory mark without an explicit track",
                        "The mark restricts the audience of a release that has no explicit track.",
                        Map.of(),
                        look((s, cover, look, p) ->
                                !s.release().explicit() && look.advisory().isPresent()
                                        ? says(s, "The cover carries an advisory mark, but no track is explicit.")
                                        : Optional.empty())),
                rule(
                        "artwork.bytes",
                        "Cover file size",
                        "Larger files are rejected on receipt.",
                        Map.of("max", 10000000),
                        ArtworkRules::artworkBytes),
                rule(
                        "artwork.colour-model",
                        "Cover colour space",
                        "Screens show RGB; print colours come out wrong.",
                        ArtworkRules::artworkColourModel),
                rule(
                        "artwork.damaged",
                        "Front cover damaged",
                        "A picture that cannot be decoded here cannot be decoded there.",
                        ArtworkRules::artworkDamaged),
                rule(
                        "artwork.format",
                        "Cover format",
                        "Stores accept the two formats that every device shows.",
                        Map.of("formats", List.of("JPEG", "PNG")),
                        ArtworkRules::artworkFormat),
                rule(
                        "artwork.missing",
                        "Front cover missing",
                        "No store shows a release without a cover.",
                        ArtworkRules::artworkMissing),
                rule(
                        "artwork.not-square",
                        "Cover not square",
                        "Stores show covers as squares and crop the others.",
                        ArtworkRules::artworkNotSquare),
                rule(
                        "artwork.pixels",
                        "Cover dimensions",
                        "Too small looks soft on large screens; too large is rejected.",
                        Map.of("min", 3000, "max", 6000),
                        ArtworkRules::artworkPixels));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.ARTWORK, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.ARTWORK, id, name, reason, parameters, look);
    }

    private interface CoverLook {
        Optional<Observation> at(ReleaseContext s, PictureFacts cover, PictureAnalysis look, Params p);
    }

    private static PlainRule.Look look(CoverLook look) {
        return (s, p) -> s.cover().stream()
                .flatMap(cover -> cover.look().stream().flatMap(seen -> look.at(s, cover, seen, p).stream()));
    }

    private static Optional<Observation> says(ReleaseContext s, String sentence, Object... values) {
        return Optional.of(Observation.at(s, Fields.RELEASE_COVER, "%s", String.format(Locale.ROOT, sentence, values)));
    }

    private static List<String> artists(ReleaseContext s) {
        return s.fact(Fields.RELEASE_ARTISTS).map(Names::list).stream()
                .flatMap(List::stream)
                .filter(name -> !name.equalsIgnoreCase("various artists"))
                .toList();
    }

    private static String quoted(List<String> words) {
        return String.join(", ", words.stream().map("“%s”"::formatted).toList());
    }

    private static Rule words(
            String id,
            String name,
            String reason,
            String what,
            java.util.function.Function<WordsOnCover, List<String>> find) {
        return rule(id, name, reason, Map.of(), look((s, cover, look, p) -> {
            List<String> found = find.apply(WordsOnCover.of(look));
            return found.isEmpty() ? Optional.empty() : says(s, "The cover shows %s: %s.", what, quoted(found));
        }));
    }

    /** Bytes of the file. */
    private static Stream<Observation> artworkBytes(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> !CoverAspect.BYTES.fits(cover, p))
                .map(cover -> Observation.at(
                                s,
                                Fields.RELEASE_COVER,
                                "The front cover has %,d bytes; at most %,d are accepted.",
                                cover.bytes(),
                                p.number("max"))
                        .with(new Fix.Picture("Compress")))
                .stream();
    }

    /** RGB for screens. */
    private static Stream<Observation> artworkColourModel(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && !CoverAspect.COLOURS.fits(cover, p))
                .map(cover -> Observation.at(
                                s,
                                Fields.RELEASE_COVER,
                                "The front cover is %s with %d bits per channel; RGB with 8 bits is needed.",
                                cover.colours(),
                                cover.bitDepth())
                        .with(new Fix.Picture("Convert to sRGB")))
                .stream();
    }

    /** It decodes. */
    private static Stream<Observation> artworkDamaged(ReleaseContext s, Params p) {
        return s
                .fact(Fields.RELEASE_COVER)
                .flatMap(s::fault)
                .map(fault -> Observation.at(s, Fields.RELEASE_COVER, "The front cover cannot be used: %s.", fault))
                .stream();
    }

    /** Formats a destination takes. */
    private static Stream<Observation> artworkFormat(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && !CoverAspect.FORMAT.fits(cover, p))
                .map(cover -> Observation.at(
                        s,
                        Fields.RELEASE_COVER,
                        "The front cover is %s; accepted formats: %s.",
                        cover.format(),
                        String.join(", ", p.words("formats"))))
                .stream();
    }

    /** A release has a front cover. */
    private static Stream<Observation> artworkMissing(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_COVER).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(
                        s, Fields.RELEASE_COVER, "The release has no front cover. Drop a picture on the release."));
    }

    /** Width equals height. */
    private static Stream<Observation> artworkNotSquare(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && !CoverAspect.SQUARE.fits(cover, p))
                .map(cover -> Observation.at(
                        s,
                        Fields.RELEASE_COVER,
                        "The front cover is %d × %d pixels; it must be square.",
                        cover.width(),
                        cover.height()))
                .stream();
    }

    /** Pixels of a side. */
    private static Stream<Observation> artworkPixels(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && !CoverAspect.PIXELS.fits(cover, p))
                .map(cover -> {
                    Observation seen = Observation.at(
                            s,
                            Fields.RELEASE_COVER,
                            "The front cover is %d × %d pixels; %d to %d are needed.",
                            cover.width(),
                            cover.height(),
                            p.number("min"),
                            p.number("max"));
                    boolean large = cover.longest() > p.number("max");
                    // never enlarged: what is too small needs another picture
                    return large ? seen.with(new Fix.Picture("Scale down to " + p.number("max"))) : seen;
                })
                .stream();
    }
}
