package app.entrada.core.delivery;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Track;
import java.util.List;
import java.util.function.Function;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** What documents of several kinds say in the same way. */
public final class DocumentParts {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private DocumentParts() {}

    /** Indented JSON of maps and lists, fields in the order they were put. */
    public static String json(Object value) {
        return JSON.writeValueAsString(value) + "\n";
    }

    /** A right code in its compact form, empty for none. */
    public static <C> String code(Facts facts, Field<DraftCode<C>> field, Function<C, String> compact) {
        return facts.code(field).map(compact).orElse("");
    }

    /** The ISRC of a track’s recording, compact; empty for none. */
    public static String isrc(Track track) {
        return code(track.recording().facts(), Fields.RECORDING_ISRC, code -> code.compact());
    }

    /** The digits of the release’s barcode; empty for none. */
    public static String barcode(Outgoing out) {
        return code(out.release().facts(), Fields.RELEASE_BARCODE, code -> code.digits());
    }

    /** Names that hold for a track. */
    public static List<String> names(Outgoing out, Track track, Field<Names> field) {
        return out.release().holds(track, field).map(Names::list).orElse(List.of());
    }

    /** Words that hold for a track. */
    public static List<String> terms(Outgoing out, Track track, Field<Terms> field) {
        return out.release().holds(track, field).map(Terms::list).orElse(List.of());
    }

    /** A plain value that holds for a track, as text; empty for none. */
    public static String text(Outgoing out, Track track, Field<?> field) {
        String text = out.release().text(track, field);
        return text == null ? "" : text;
    }

    /** A plain value of the release, as text; empty for none. */
    public static String text(Outgoing out, Field<?> field) {
        String text = out.release().facts().text(field);
        return text == null ? "" : text;
    }
}
