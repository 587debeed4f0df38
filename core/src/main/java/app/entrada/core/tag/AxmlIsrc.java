package app.entrada.core.tag;

import app.entrada.core.code.Isrc;
import app.entrada.core.code.MalformedCode;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The ISRC in the {@code axml} chunk of a broadcast wave file, EBU Tech 3352. */
public final class AxmlIsrc {
    private static final Pattern IDENTIFIER =
            Pattern.compile("formatLabel\\s*=\\s*\"ISRC\"[^>]*>\\s*<(?:\\w+:)?identifier>\\s*(?:ISRC:)?([^<]+)<");

    /** Anything that says more than one identifier is somebody else's document. */
    private static final Pattern OTHER_CONTENT =
            Pattern.compile("<(?!/|\\?|!)(?:\\w+:)?+(?!ebuCoreMain\\b|coreMetadata\\b|identifier\\b)\\w+");

    private AxmlIsrc() {}

    /** The document for one ISRC. */
    public static byte[] write(Isrc isrc) {
        return """
                <?xml version="1.0" encoding="UTF-8"?>
                <ebucore:ebuCoreMain xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:ebucore="urn:ebu:metadata-schema:ebuCore_2012">
                <ebucore:coreMetadata>
                <ebucore:identifier typeLabel="GUID" typeDefinition="Globally Unique Identifier" formatLabel="ISRC" formatDefinition="International Standard Recording Code" formatLink="http://www.ebu.ch/metadata/cs/ebu_IdentifierTypeCodeCS.xml#3.7">
                <dc:identifier>ISRC:%s</dc:identifier>
                </ebucore:identifier>
                </ebucore:coreMetadata>
                </ebucore:ebuCoreMain>
                """.formatted(isrc.compact()).getBytes(StandardCharsets.UTF_8);
    }

    /** The first right ISRC of a document. */
    public static Optional<Isrc> read(byte[] document) {
        return all(document).stream().findFirst();
    }

    /** All right ISRCs of a document, in order. */
    public static List<Isrc> all(byte[] document) {
        List<Isrc> all = new ArrayList<>();
        Matcher found = IDENTIFIER.matcher(text(document));
        while (found.find())
            try {
                Isrc code = Isrc.parse(found.group(1));
                if (!all.contains(code)) all.add(code);
            } catch (MalformedCode somethingElse) {
                // an identifier of another kind under this label
            }
        return all;
    }

    /** The text in its own encoding: UTF-16 where a byte order mark or its zero bytes say so, else UTF-8. */
    private static String text(byte[] document) {
        if (document.length >= 2) {
            int first = (document[0] & 0xFF) << 8 | document[1] & 0xFF;
            if (first == 0xFEFF || first == 0xFFFE) return new String(document, StandardCharsets.UTF_16);
            if (first == 0x3C00) return new String(document, StandardCharsets.UTF_16LE);
            if (first == 0x003C) return new String(document, StandardCharsets.UTF_16BE);
        }
        return new String(document, StandardCharsets.UTF_8);
    }

    /** Whether a document holds more than an ISRC, so that replacing it would lose something. */
    public static boolean holdsMore(byte[] document) {
        String text = text(document);
        return !text.isBlank()
                && (all(document).size() != 1 || OTHER_CONTENT.matcher(text).find());
    }
}
