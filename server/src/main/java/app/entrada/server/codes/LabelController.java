package app.entrada.server.codes;

import app.entrada.core.code.MalformedCode;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.platform.Problem;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The label's own facts and the prefixes of its blocks. */
@RestController
class LabelController {
    private static final int LONGEST_NAME = 200;
    private static final int LONGEST_PREFIX = 12;

    private final CodeBook codes;

    LabelController(CodeBook codes) {
        this.codes = codes;
    }

    @GetMapping("/api/label")
    LabelProfile label() {
        return codes.label();
    }

    @PutMapping("/api/label")
    LabelProfile save(@RequestBody LabelProfile typed) {
        if (typed.name() == null || typed.name().isBlank())
            throw Problem.input("name", "The label needs a name.").with("field", "name");
        try {
            codes.label(new LabelProfile(
                    bounded("name", "A label’s name", typed.name().strip(), LONGEST_NAME),
                    plain(typed.isrcPrefix()),
                    plain(typed.barcodePrefix()),
                    bounded("cataloguePrefix", "A catalogue prefix", plain(typed.cataloguePrefix()), LONGEST_PREFIX),
                    bounded(
                            "publisher",
                            "A publisher’s name",
                            typed.publisher() == null ? "" : typed.publisher().strip(),
                            LONGEST_NAME),
                    societyId(typed.societyId())));
        } catch (MalformedCode wrong) {
            throw Problem.input("malformed-code", wrong.getMessage()).with("field", wrong.kind());
        }
        return codes.label();
    }

    private static String bounded(String field, String what, String text, int longest) {
        if (text.length() > longest)
            throw Problem.input(
                            "too-long", "%s has at most %d characters. Nothing was changed.".formatted(what, longest))
                    .with("field", field);
        return text;
    }

    private static String societyId(String typed) {
        String digits = typed == null ? "" : typed.strip();
        if (!digits.matches("\\d{0,9}"))
            throw Problem.input(
                            "society-id", "“%s” is not a society ID; expected: up to nine digits.".formatted(digits))
                    .with("field", "societyId");
        return digits;
    }

    private static String plain(String typed) {
        return typed == null ? "" : typed.replaceAll("[\\s-]", "").toUpperCase(java.util.Locale.ROOT);
    }
}
