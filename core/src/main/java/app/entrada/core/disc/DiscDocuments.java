package app.entrada.core.disc;

import app.entrada.core.disc.CdText.PackType;
import app.entrada.core.release.Release;
import java.util.List;
import java.util.Locale;

/** The texts that lie beside a disc's image: cue sheet and PQ list. */
public final class DiscDocuments {
    private DiscDocuments() {}

    /**
     * The cue sheet of an image: barcode, CD-Text's file, titles, ISRCs, and each index in mm:ss:ff from the beginning of the
     * image.
     */
    public static String cue(Release release, DiscLayout layout, DiscTexts texts, String image, String cdText) {
        StringBuilder cue = new StringBuilder();
        List<String> codes = texts.said(PackType.CODES);
        if (!codes.isEmpty()) line(cue, 0, "CATALOG " + codes.get(0));
        line(cue, 0, "CDTEXTFILE " + quoted(cdText));
        list(texts, PackType.DISC_ID, 0).ifPresent(number -> line(cue, 0, "REM CATALOGUENUMBER " + quoted(number)));
        named(cue, 0, texts, 0);
        line(cue, 0, "FILE " + quoted(image) + " WAVE");
        for (DiscLayout.TrackPosition place : layout.tracks()) {
            line(cue, 1, "TRACK %02d AUDIO".formatted(place.number()));
            named(cue, 2, texts, place.number());
            String isrc = DiscTexts.isrc(release.tracks().get(place.number() - 1));
            if (!isrc.isEmpty()) line(cue, 2, "ISRC " + isrc);
            if (place.pause() < place.start()) line(cue, 2, "INDEX 00 " + place.index0());
            line(cue, 2, "INDEX 01 " + place.index1());
        }
        return cue.toString();
    }

    private static void named(StringBuilder cue, int depth, DiscTexts texts, int track) {
        list(texts, PackType.TITLE, track).ifPresent(title -> line(cue, depth, "TITLE " + quoted(title)));
        list(texts, PackType.PERFORMER, track).ifPresent(name -> line(cue, depth, "PERFORMER " + quoted(name)));
        list(texts, PackType.COMPOSER, track).ifPresent(name -> line(cue, depth, "SONGWRITER " + quoted(name)));
    }

    private static java.util.Optional<String> list(DiscTexts texts, PackType kind, int track) {
        List<String> said = texts.said(kind);
        return track < said.size() && !said.get(track).isBlank()
                ? java.util.Optional.of(said.get(track))
                : java.util.Optional.empty();
    }

    /** The form knows no way to write a quotation mark. */
    private static String quoted(String text) {
        return "\"" + text.replace('"', '\'').replaceAll("[\\r\\n]", " ") + "\"";
    }

    private static void line(StringBuilder cue, int depth, String text) {
        cue.append("  ".repeat(depth)).append(text).append("\r\n");
    }

    /**
     * The PQ list that goes with an image to the plant: each index as it will stand on the disc, two seconds of lead-in
     * counted, and from the image's beginning; lengths, codes, copy permitted or not, and the lead-out.
     */
    public static String pq(Release release, DiscLayout layout, DiscTexts texts) {
        StringBuilder pq = new StringBuilder();
        pq.append("PQ LIST\n");
        list(texts, PackType.TITLE, 0)
                .ifPresent(title -> pq.append("Title       ").append(title).append('\n'));
        list(texts, PackType.PERFORMER, 0)
                .ifPresent(name -> pq.append("Performer   ").append(name).append('\n'));
        list(texts, PackType.DISC_ID, 0)
                .ifPresent(number -> pq.append("Catalogue   ").append(number).append('\n'));
        list(texts, PackType.CODES, 0)
                .ifPresent(code -> pq.append("Barcode     ").append(code).append('\n'));
        pq.append("Addresses   mm:ss:ff, 75 frames a second; on the disc, and from the image's beginning\n\n");
        pq.append("TRK IDX  ON THE DISC  IN THE IMAGE  LENGTH    ISRC             TITLE\n");
        for (DiscLayout.TrackPosition place : layout.tracks()) {
            boolean first = place == layout.tracks().get(0);
            if (first || place.pause() < place.start())
                pq.append("%3d  00  %-11s  %-12s\n"
                        .formatted(
                                place.number(),
                                first ? new DiscAddress(0) : place.index0().plus(DiscAddress.LEAD),
                                first ? "-" : place.index0()));
            String isrc = DiscTexts.isrc(release.tracks().get(place.number() - 1));
            pq.append("%3d  01  %-11s  %-12s  %-8s  %-15s  %s\n"
                    .formatted(
                            place.number(),
                            place.index1().plus(DiscAddress.LEAD),
                            place.index1(),
                            layout.lasts(place),
                            isrc.isEmpty() ? "-" : hyphens(isrc),
                            list(texts, PackType.TITLE, place.number()).orElse("-")));
        }
        pq.append(" AA  01  %-11s  %-12s\n".formatted(layout.end().plus(DiscAddress.LEAD), layout.end()));
        pq.append("\n%d tracks, copying prohibited, no pre-emphasis, image of %s samples of 2 × 16 bit at 44.1 kHz\n"
                .formatted(layout.tracks().size(), String.format(Locale.ROOT, "%,d", layout.samples())));
        return pq.toString();
    }

    private static String hyphens(String isrc) {
        return "%s-%s-%s-%s"
                .formatted(isrc.substring(0, 2), isrc.substring(2, 5), isrc.substring(5, 7), isrc.substring(7));
    }
}
