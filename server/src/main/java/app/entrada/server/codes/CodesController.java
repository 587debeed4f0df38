package app.entrada.server.codes;

import app.entrada.core.code.CodeBlock;
import app.entrada.core.code.CodeReading;
import app.entrada.core.code.CodeStrip;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The code book over HTTP: strips of the blocks, codes kept and given free, pasted lists checked. */
@RestController
class CodesController {
    private static final int MOST_AT_ONCE = 100;
    private static final int MOST_PASTED = 2_000;

    private final CodeBook codes;

    CodesController(CodeBook codes) {
        this.codes = codes;
    }

    /** Neighbouring codes in one state. */
    record StripRun(int from, int to, String state) {}

    /** A code kept for something. */
    record KeptCodes(String code, String display, String reservedFor) {}

    /** A block. */
    record StripView(
            String field,
            String name,
            String block,
            int first,
            int size,
            int used,
            int spent,
            String next,
            List<StripRun> runs,
            List<KeptCodes> kept) {}

    record Reservation(String field, int count, String reservedFor) {}

    record Freed(String field, String code) {}

    record PastedCodes(String text) {}

    /** A pasted code: what it is, whether it is right, and on what it is. */
    record CodeLine(
            String input,
            String kind,
            boolean valid,
            @Nullable String display,
            String problem,
            List<String> on) {}

    @GetMapping("/api/codes")
    List<StripView> strips() {
        return codes.blocks().stream().map(CodesController::strip).toList();
    }

    private static StripView strip(CodeBook.BlockState state) {
        CodeBlock block = state.block();
        Field<?> field = state.field();
        CodeStrip strip = CodeStrip.of(block, state.states());
        return new StripView(
                field.id(),
                field.name(),
                block.name().substring(block.name().indexOf(':') + 1).replace(':', ' '),
                block.first(),
                block.size(),
                strip.counts().getOrDefault(CodeStrip.CodeState.USED, 0),
                strip.counts().getOrDefault(CodeStrip.CodeState.SPENT, 0),
                state.next().map(code -> display(field, code)).orElse(""),
                strip.runs().stream()
                        .map(run -> new StripRun(
                                run.from(), run.to(), run.state().name().toLowerCase(Locale.ROOT)))
                        .toList(),
                state.reservations().entrySet().stream()
                        .map(kept -> new KeptCodes(kept.getKey(), display(field, kept.getKey()), kept.getValue()))
                        .toList());
    }

    private static <T> String display(Field<T> field, String code) {
        return field.type().display(field.type().parse(code));
    }

    @PostMapping("/api/codes/reserve")
    List<StripView> reserve(@RequestBody Reservation wanted, @AuthenticationPrincipal Account account) {
        if (wanted.count() < 1 || wanted.count() > MOST_AT_ONCE)
            throw Problem.input("count", "1 to %d codes can be reserved at once.".formatted(MOST_AT_ONCE));
        if (wanted.reservedFor() == null
                || wanted.reservedFor().isBlank()
                || wanted.reservedFor().length() > 200)
            throw Problem.input("reserved-for", "Enter what they are reserved for.");
        codes.reserve(
                field(wanted.field()), wanted.count(), wanted.reservedFor().strip(), account.id());
        return strips();
    }

    @PostMapping("/api/codes/release")
    List<StripView> release(@RequestBody Freed wanted) {
        codes.release(field(wanted.field()), wanted.code());
        return strips();
    }

    private static Field<?> field(String id) {
        return Fields.byId(id == null ? "" : id);
    }

    @PostMapping("/api/codes/check")
    List<CodeLine> check(@RequestBody PastedCodes pasted) {
        List<String> inputs = Arrays.stream((pasted.text() == null ? "" : pasted.text()).split("[\\n\\t;,]+"))
                .map(String::strip)
                .filter(text -> !text.isEmpty())
                .limit(MOST_PASTED)
                .toList();
        Map<String, List<String>> on = codes.inUse();
        Map<String, Integer> seen = new HashMap<>();
        List<CodeLine> lines = new ArrayList<>();
        for (String input : inputs) {
            CodeReading reading = CodeReading.of(input.length() > 100 ? input.substring(0, 100) : input);
            String canonical = reading.canonical().orElse(input);
            boolean twice = seen.merge(canonical, 1, Integer::sum) > 1;
            lines.add(new CodeLine(
                    input,
                    reading.kind(),
                    reading.valid(),
                    reading.display().orElse(null),
                    reading.problem().orElse(twice ? "Appears twice in this list" : ""),
                    on.getOrDefault(canonical, List.of())));
        }
        return lines;
    }
}
