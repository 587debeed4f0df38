package app.entrada.core.check.rules;

import java.util.List;
import java.util.stream.Stream;

/** Rules that stand together by what they are about. */
public final class Topics {
    private Topics() {}

    /** All of them. */
    public static List<Rule> all() {
        return Stream.of(
                        CodeRules.all(),
                        TitleRules.all(),
                        NameRules.all(),
                        ReleaseRules.all(),
                        SyncRules.all(),
                        AudioRules.all(),
                        ArtworkRules.all(),
                        WorkRules.all(),
                        RecordingRules.all(),
                        FileRules.all(),
                        AnswerRules.all())
                .flatMap(List::stream)
                .toList();
    }
}
