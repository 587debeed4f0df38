package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** A release has a front cover. */
public final class ArtworkMissing implements Rule {
    @Override
    public String id() {
        return "artwork.missing";
    }

    @Override
    public Family family() {
        return Family.ARTWORK;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.release().facts().get(Fields.RELEASE_COVER).isPresent()
                ? Stream.empty()
                : Stream.of(
                        s.at(Fields.RELEASE_COVER, "The release has no front cover: drop a picture on the release."));
    }
}
