package app.entrada.core.message;

import java.io.StringWriter;
import java.util.Optional;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes indented XML; elements are closed in order. Characters that XML 1.0 cannot hold are left out. */
final class XmlText {
    private final XMLStreamWriter xml;
    private int depth;

    XmlText(StringWriter out) throws XMLStreamException {
        xml = XMLOutputFactory.newFactory().createXMLStreamWriter(out);
        xml.writeStartDocument("UTF-8", "1.0");
    }

    XmlText begin(String element, String... attributes) throws XMLStreamException {
        indent();
        xml.writeStartElement(element);
        for (int i = 0; i < attributes.length; i += 2) xml.writeAttribute(attributes[i], attributes[i + 1]);
        depth++;
        return this;
    }

    XmlText leaf(String element, String text) throws XMLStreamException {
        indent();
        xml.writeStartElement(element);
        xml.writeCharacters(
                text.replaceAll("[^\\x09\\x0A\\x0D\\x20-\\uD7FF\\uE000-\\uFFFD\\x{10000}-\\x{10FFFF}]", ""));
        xml.writeEndElement();
        return this;
    }

    XmlText leaf(String element, String text, String attribute, String value) throws XMLStreamException {
        indent();
        xml.writeStartElement(element);
        xml.writeAttribute(attribute, value);
        xml.writeCharacters(text);
        xml.writeEndElement();
        return this;
    }

    /** An element without content. */
    XmlText empty(String element, String... attributes) throws XMLStreamException {
        indent();
        xml.writeEmptyElement(element);
        for (int i = 0; i < attributes.length; i += 2) xml.writeAttribute(attributes[i], attributes[i + 1]);
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

    private void indent() throws XMLStreamException {
        xml.writeCharacters("\n" + "  ".repeat(depth));
    }
}
