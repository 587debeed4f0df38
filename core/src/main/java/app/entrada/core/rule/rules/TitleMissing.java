package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Release and tracks have titles. */
public final class TitleMissing implements Rule {
    @Override
    public String id() {
        return "title.missing";
    }

    @Override
    public Family family() {
        return Family.TITLES;
    }

    @Override
    public String name() {
        return "Title missing";
    }

    @Override
    public String reason() {
        return "Nothing can be found without its title.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        Stream<Observation> release =
                s.release().facts().get(Fields.RELEASE_TITLE).isPresent()
                        ? Stream.empty()
                        : Stream.of(s.at(Fields.RELEASE_TITLE, "The release has no title."));
        return Stream.concat(
                release,
                s.tracks(track -> track.facts().get(Fields.TRACK_TITLE).isPresent()
                        ? Optional.empty()
                        : Optional.of(s.at(track, Fields.TRACK_TITLE, "Track %d has no title.", track.number()))));
    }
}
