package app.entrada.core.check.profile;

import app.entrada.core.check.rules.CoverAspect;
import app.entrada.core.check.rules.Params;
import app.entrada.core.picture.PictureFacts;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** What a destination asks of the file of a front cover, how a picture stands against it, and what could be made of it. */
public final class CoverNeeds {
    private final Map<CoverAspect, Profile.Applied> asked = new EnumMap<>(CoverAspect.class);

    private CoverNeeds() {}

    /** Those of a destination; empty where it asks nothing of the file. */
    public static Optional<CoverNeeds> of(Profile profile) {
        CoverNeeds needs = new CoverNeeds();
        for (Profile.Applied applied : profile.rules())
            CoverAspect.of(applied.rule().id()).ifPresent(aspect -> needs.asked.put(aspect, applied));
        return needs.asked.isEmpty() ? Optional.empty() : Optional.of(needs);
    }

    /**
     * A picture that could be made.
     *
     * @param side longer side in pixels, 0 for as it is
     * @param bytes at most, 0 for any number
     * @param square whether it has to be cut to a square
     */
    public record Made(int side, long bytes, boolean square) {}

    /** Whether anything is asked of this. */
    public boolean asks(CoverAspect aspect) {
        return asked.containsKey(aspect);
    }

    /** The longer side at least, in pixels; 0 where it is not asked. */
    public long minPixels() {
        return number(CoverAspect.PIXELS, "min");
    }

    /** The longer side at most, in pixels; 0 where it is not asked. */
    public long maxPixels() {
        return number(CoverAspect.PIXELS, "max");
    }

    /** The whole file at most; 0 where it is not asked. */
    public long maxBytes() {
        return number(CoverAspect.BYTES, "max");
    }

    /** Formats that are taken; empty where it is not asked. */
    public List<String> formats() {
        return asks(CoverAspect.FORMAT) ? params(CoverAspect.FORMAT).words("formats") : List.of();
    }

    private long number(CoverAspect aspect, String name) {
        return asks(aspect) ? params(aspect).number(name) : 0;
    }

    private Params params(CoverAspect aspect) {
        Profile.Applied applied = asked.get(aspect);
        if (applied == null) throw new IllegalArgumentException(aspect + " is not asked");
        return applied.params();
    }

    /** What a picture is not, with the weight that the destination gives it. */
    public SortedMap<CoverAspect, Weight> failing(PictureFacts cover) {
        SortedMap<CoverAspect, Weight> failing = new TreeMap<>();
        asked.forEach((aspect, applied) -> {
            if (!aspect.fits(cover, applied.params())) failing.put(aspect, applied.weight());
        });
        return failing;
    }

    /**
     * What to make of a picture so that it is taken: always a JPEG in sRGB, cut to a square where it has to be one, as large as
     * may be; where it has too many bytes, as small as may be, for that keeps the best quality. Empty where it is taken as it
     * is, or is too small: nothing is ever enlarged.
     */
    public Optional<Made> made(PictureFacts cover) {
        if (failing(cover).isEmpty()) return Optional.empty();
        boolean square = asks(CoverAspect.SQUARE) && !CoverAspect.SQUARE.fits(cover, params(CoverAspect.SQUARE));
        long longest = square ? Math.min(cover.width(), cover.height()) : cover.longest();
        if (longest < minPixels()) return Optional.empty();
        boolean heavy = maxBytes() > 0 && cover.bytes() > maxBytes();
        long side = heavy && minPixels() > 0 ? minPixels() : maxPixels() > 0 ? Math.min(longest, maxPixels()) : longest;
        return Optional.of(new Made(side == longest ? 0 : (int) side, maxBytes(), square));
    }
}
