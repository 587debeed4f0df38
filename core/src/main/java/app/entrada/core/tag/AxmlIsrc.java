package app.entrada.core.tag;

import app.entrada.core.code.Isrc;
import app.entrada.core.code.MalformedCode;
import java.nio.charset.StandardCharsets;
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

    /** The ISRC of a document, when it holds a right one. */
    public static Optional<Isrc> read(byte[] document) {
        Matcher found = IDENTIFIER.matcher(new String(document, StandardCharsets.UTF_8));
        if (!found.find()) return Optional.empty();
        try {
            return Optional.of(Isrc.parse(found.group(1)));
        } catch (MalformedCode somethingElse) {
            return Optional.empty();
        }
    }

    /** Whether a document holds more than an ISRC, so that replacing it would lose something. */
    public static boolean holdsMore(byte[] document) {
        String text = new String(document, StandardCharsets.UTF_8);
        return !text.isBlank()
                && (read(document).isEmpty() || OTHER_CONTENT.matcher(text).find());
    }
}
