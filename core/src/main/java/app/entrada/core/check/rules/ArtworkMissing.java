package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** A release has a front cover. */
public final class ArtworkMissing implements Rule {
    @Override
    public String id() {
        return "artwork.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
    }

    @Override
    public String name() {
        return "Front cover missing";
    }

    @Override
    public String reason() {
        return "No shop shows a release without its cover.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_COVER).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(
                        s, Fields.RELEASE_COVER, "The release has no front cover: drop a picture on the release."));
    }
}
