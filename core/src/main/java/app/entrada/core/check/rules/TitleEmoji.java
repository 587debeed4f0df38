package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import java.util.List;
import java.util.stream.Stream;

/** Emoji in a title. */
public final class TitleEmoji implements Rule {
    @Override
    public String id() {
        return "title.emoji";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.TITLES;
    }

    @Override
    public String name() {
        return "Picture character in a title";
    }

    @Override
    public String reason() {
        return "Receivers’ systems drop or mangle picture characters.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> title.codePoints().anyMatch(TitleEmoji::isPicture))
                .map(title -> {
                    Observation seen =
                            Observation.at(s, track, Fields.TRACK_TITLE, "“%s” holds a picture character.", title);
                    String plain = plain(title);
                    return plain.isEmpty()
                            ? seen
                            : seen.with(new Fix.Edit(
                                    "Take it out",
                                    List.of(new Change(
                                            s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                            Fields.TRACK_TITLE,
                                            title,
                                            plain))));
                }));
    }

    private static boolean isPicture(int character) {
        boolean joins = character == 0xFE0F || character == 0x200D;
        return joins || UCharacter.hasBinaryProperty(character, UProperty.EMOJI_PRESENTATION);
    }

    private static String plain(String title) {
        StringBuilder kept = new StringBuilder();
        title.codePoints().filter(character -> !isPicture(character)).forEach(kept::appendCodePoint);
        return kept.toString().replaceAll(" {2,}", " ").strip();
    }
}
