package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.List;
import java.util.stream.Stream;

/** Files that fit no track. */
public final class AudioUnplaced implements Rule {
    @Override
    public String id() {
        return "audio.unplaced";
    }

    @Override
    public Family family() {
        return Family.AUDIO;
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
    public Stream<Observation> check(Subject s, Params p) {
        List<String> names = s.loose().stream()
                .filter(file -> file.proposed() == 0)
                .map(Subject.Loose::name)
                .toList();
        if (names.isEmpty()) return Stream.empty();
        return Stream.of(s.at(
                Fields.RELEASE_RUNNING_ORDER,
                "%s on no track: %s.",
                names.size() == 1 ? "A file is" : names.size() + " files are",
                String.join(", ", names.size() > 3 ? names.subList(0, 3) : names) + (names.size() > 3 ? " …" : "")));
    }
}
