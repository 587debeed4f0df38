package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** Bytes of the file. */
public final class ArtworkBytes implements Rule {
    @Override
    public String id() {
        return "artwork.bytes";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
    }

    @Override
    public String name() {
        return "Bytes of the cover";
    }

    @Override
    public String reason() {
        return "Larger files are refused at the door.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("max", 10000000);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.bytes() > p.number("max"))
                .map(cover -> Observation.at(
                                s,
                                Fields.RELEASE_COVER,
                                "The front cover has %,d bytes; at most %,d are taken.",
                                cover.bytes(),
                                p.number("max"))
                        .with(new Fix.Picture("Compress")))
                .stream();
    }
}
