package app.entrada.core.delivery.kind;

import java.io.StringWriter;
import java.util.Optional;
import java.util.regex.Pattern;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes indented XML; elements are closed in order. Characters that XML 1.0 cannot hold are left out. */
final class XmlText {
    /** What XML 1.0 has no place for, section 2.2. */
    private static final Pattern NOT_IN_XML =
            Pattern.compile("[^\\x09\\x0A\\x0D\\x20-\\uD7FF\\uE000-\\uFFFD\\x{10000}-\\x{10FFFF}]");

    private final XMLStreamWriter xml;
    private int depth;

    XmlText(StringWriter out) throws XMLStreamException {
        xml = XMLOutputFactory.newFactory().createXMLStreamWriter(out);
        xml.writeStartDocument("UTF-8", "1.0");
    }

    XmlText begin(String element, String... attributes) throws XMLStreamException {
        indent();
        xml.writeStartElement(element);
        attributes(attributes);
        depth++;
        return this;
    }

    XmlText leaf(String element, String text) throws XMLStreamException {
        indent();
        xml.writeStartElement(element);
        xml.writeCharacters(clean(text));
        xml.writeEndElement();
        return this;
    }

    XmlText leaf(String element, String text, String attribute, String value) throws XMLStreamException {
        indent();
        xml.writeStartElement(element);
        attributes(attribute, value);
        xml.writeCharacters(clean(text));
        xml.writeEndElement();
        return this;
    }

    /** An element without content. */
    XmlText empty(String element, String... attributes) throws XMLStreamException {
        indent();
        xml.writeEmptyElement(element);
        attributes(attributes);
        return this;
    }

    XmlText leaf(String element, Optional<String> text) throws XMLStreamException {
        return text.isPresent() ? leaf(element, text.get()) : this;
    }

    XmlText end() throws XMLStreamException {
        depth--;
        indent();
        xml.writeEndElement();
        return this;
    }

    void finish() throws XMLStreamException {
        end();
        xml.writeCharacters("\n");
        xml.writeEndDocument();
        xml.flush();
    }

    private void attributes(String... namesAndValues) throws XMLStreamException {
        for (int i = 0; i < namesAndValues.length; i += 2)
            xml.writeAttribute(namesAndValues[i], clean(namesAndValues[i + 1]));
    }

    private static String clean(String text) {
        return NOT_IN_XML.matcher(text).replaceAll("");
    }

    private void indent() throws XMLStreamException {
        xml.writeCharacters("\n" + "  ".repeat(depth));
    }
}
