package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Two recordings must never share a code. */
public final class IsrcShared implements Rule {
    @Override
    public String id() {
        return "isrc.shared";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "ISRC used twice";
    }

    @Override
    public String reason() {
        return "Royalties of one recording would be paid to the other (ISO 3901).";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.recording()
                .facts()
                .get(Fields.RECORDING_ISRC)
                .flatMap(isrc -> isrc.code())
                .flatMap(isrc -> {
                    List<String> sharing =
                            new ArrayList<>(s.elsewhere().isrcHolders().getOrDefault(isrc.compact(), List.of()));
                    s.release().tracks().stream()
                            .filter(other ->
                                    other.recording().id() != track.recording().id())
                            .filter(other -> other.recording()
                                    .facts()
                                    .get(Fields.RECORDING_ISRC)
                                    .flatMap(code -> code.code())
                                    .filter(isrc::equals)
                                    .isPresent())
                            .forEach(other -> sharing.add(s.name(other)));
                    return sharing.isEmpty()
                            ? Optional.empty()
                            : Optional.of(Observation.at(
                                    s,
                                    track,
                                    Fields.RECORDING_ISRC,
                                    "%s is also the code of %s.",
                                    isrc,
                                    String.join(", ", sharing)));
                }));
    }
}
