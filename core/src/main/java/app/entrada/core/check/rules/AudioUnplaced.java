package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.LooseFile;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.stream.Stream;

/** Files that fit no track. */
public final class AudioUnplaced implements Rule {
    @Override
    public String id() {
        return "audio.unplaced";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "File on no track";
    }

    @Override
    public String reason() {
        return "A file that came in for a release and is nowhere on it was forgotten, or belongs elsewhere.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        List<String> names = s.loose().stream()
                .filter(file -> file.proposed() == 0)
                .map(LooseFile::name)
                .toList();
        if (names.isEmpty()) return Stream.empty();
        return Stream.of(Observation.at(
                s,
                Fields.RELEASE_RUNNING_ORDER,
                "%s on no track: %s.",
                names.size() == 1 ? "A file is" : names.size() + " files are",
                String.join(", ", names.size() > 3 ? names.subList(0, 3) : names) + (names.size() > 3 ? " …" : "")));
    }
}
