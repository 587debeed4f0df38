package app.entrada.core.check.rules;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.Objection;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What destinations answered, at the place it is about. */
final class AnswerRules {
    private AnswerRules() {}

    static List<Rule> all() {
        return List.of(rule(
                "answer.objection",
                "Objection in an answer",
                "An objection or question from a destination stays open until the release is delivered again.",
                Map.of("from", ""),
                (s, p) -> s.objections().stream()
                        .filter(answer -> answer.destination().equals(p.plain("from")))
                        .map(answer -> observation(s, answer))));
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.ANSWERS, id, name, reason, parameters, look);
    }

    private static Observation observation(ReleaseContext s, Objection answer) {
        Optional<Field<?>> named = Fields.all().stream()
                .filter(field -> field.id().equals(answer.field()))
                .findFirst();
        Optional<Track> track = s.release().tracks().stream()
                .filter(each -> each.number() == answer.track())
                .findFirst();
        if (track.isPresent()) {
            Field<?> field = named.filter(each -> each.entity() != Entity.RELEASE && each.entity() != Entity.PARTY)
                    .orElse(Fields.TRACK_TITLE);
            return Observation.at(s, track.get(), field, "%s", answer.message());
        }
        Field<?> field = named.filter(each -> each.entity() == Entity.RELEASE).orElse(Fields.RELEASE_TITLE);
        return Observation.at(s, field, "%s", answer.message());
    }
}
