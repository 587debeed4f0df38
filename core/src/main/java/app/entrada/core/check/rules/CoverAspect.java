package app.entrada.core.check.rules;

import app.entrada.core.picture.PictureFacts;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiPredicate;

/** What a destination asks of the file of a front cover: each is a rule, and is answered from the measured picture alone. */
public enum CoverAspect {
    /** The longer side within {@code min} and {@code max} pixels. */
    PIXELS("artwork.pixels", (cover, p) -> cover.longest() >= p.number("min") && cover.longest() <= p.number("max")),
    /** The whole file, at most {@code max} bytes. */
    BYTES("artwork.bytes", (cover, p) -> cover.bytes() <= p.number("max")),
    /** One of {@code formats}. */
    FORMAT("artwork.format", (cover, p) -> p.words("formats").contains(cover.format())),
    /** RGB with 8 bits per channel. */
    COLOURS("artwork.colour-model", (cover, p) -> cover.colours().equals("RGB") && cover.bitDepth() <= 8),
    /** As wide as it is high. */
    SQUARE("artwork.not-square", (cover, p) -> cover.width() == cover.height());

    private final String rule;
    private final BiPredicate<PictureFacts, Params> fits;

    CoverAspect(String rule, BiPredicate<PictureFacts, Params> fits) {
        this.rule = rule;
        this.fits = fits;
    }

    /** The aspect that a rule asks about, by its id; empty for rules of other things. */
    public static Optional<CoverAspect> of(String rule) {
        return Arrays.stream(values()).filter(each -> each.rule.equals(rule)).findFirst();
    }

    /** As pages write it: {@code pixels}. */
    @JsonValue
    public String label() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Whether a picture is as the rule's parameters ask. */
    public boolean fits(PictureFacts cover, Params params) {
        return fits.test(cover, params);
    }
}
