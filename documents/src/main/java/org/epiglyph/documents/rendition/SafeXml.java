package org.epiglyph.documents.rendition;

import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLEventFactory;
import javax.xml.stream.XMLEventReader;
import javax.xml.stream.XMLEventWriter;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.events.Attribute;
import javax.xml.stream.events.Namespace;
import javax.xml.stream.events.StartElement;
import javax.xml.stream.events.XMLEvent;

/**
 * The only reader of XML that students hand in. It supports no document type, no entities and nothing outside the text;
 * its depth is limited. What it reads is rewritten in UTF-8, so that no later reader sees anything else.
 */
final class SafeXml {
    private static final int DEEPEST = 400;
    private static final XMLEventFactory EVENTS = XMLEventFactory.newDefaultFactory();

    private SafeXml() {}

    /** Decides about the elements. Called in the order of the text. */
    interface Rules {
        /** The attribute to write; empty to remove it. */
        default Optional<Attribute> attribute(StartElement element, Attribute attribute) {
            return Optional.of(attribute);
        }

        /** False to remove the element with everything in it. */
        default boolean keeps(StartElement element) {
            return true;
        }

        /** The text to write in place of text directly in an element. */
        default String text(StartElement element, String text) {
            return text;
        }
    }

    /** A text that declares a document type, which no office program writes. */
    static final class Declares extends XMLStreamException {
        private static final long serialVersionUID = 1;

        Declares() {
            super("A document type is declared");
        }
    }

    /**
     * Reads a text and rewrites it.
     *
     * @throws Declares if it declares a document type
     * @throws XMLStreamException if it is not well-formed XML, or too deep
     */
    static void rewrite(InputStream in, OutputStream out, Rules rules) throws XMLStreamException {
        XMLEventReader reader = closed().createXMLEventReader(in);
        XMLEventWriter writer = XMLOutputFactory.newDefaultFactory().createXMLEventWriter(out, "UTF-8");
        Rewriting rewriting = new Rewriting(writer, rules);
        while (reader.hasNext()) {
            rewriting.take(reader.nextEvent());
        }
        writer.close();
    }

    /** The state while a document is rewritten. */
    private static final class Rewriting {
        private final XMLEventWriter writer;
        private final Rules rules;
        private final List<StartElement> path = new ArrayList<>();
        private int leftOut;

        Rewriting(XMLEventWriter writer, Rules rules) {
            this.writer = writer;
            this.rules = rules;
        }

        void take(XMLEvent event) throws XMLStreamException {
            switch (event.getEventType()) {
                case XMLEvent.DTD, XMLEvent.ENTITY_DECLARATION, XMLEvent.ENTITY_REFERENCE -> throw new Declares();
                case XMLEvent.START_DOCUMENT -> writer.add(EVENTS.createStartDocument("UTF-8", "1.0"));
                case XMLEvent.PROCESSING_INSTRUCTION, XMLEvent.COMMENT -> {
                    // not relevant to the page
                }
                case XMLEvent.START_ELEMENT -> start(event.asStartElement());
                case XMLEvent.END_ELEMENT -> {
                    path.removeLast();
                    keep(event);
                    leftOut -= leftOut > 0 ? 1 : 0;
                }
                case XMLEvent.CHARACTERS, XMLEvent.CDATA, XMLEvent.SPACE -> {
                    if (!path.isEmpty()) {
                        keep(EVENTS.createCharacters(rules.text(path.getLast(), event.asCharacters().getData())));
                    }
                }
                default -> keep(event);
            }
        }

        private void start(StartElement element) throws XMLStreamException {
            path.add(element);
            if (path.size() > DEEPEST) {
                throw new XMLStreamException("Deeper than " + DEEPEST);
            }
            leftOut += leftOut > 0 || !rules.keeps(element) ? 1 : 0;
            if (leftOut == 0) {
                writer.add(rewritten(element, rules));
            }
        }

        private void keep(XMLEvent event) throws XMLStreamException {
            if (leftOut == 0) {
                writer.add(event);
            }
        }
    }

    /** A factory that reads nothing but the text itself. */
    private static XMLInputFactory closed() {
        XMLInputFactory inputs = XMLInputFactory.newDefaultFactory();
        inputs.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        inputs.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        inputs.setProperty(XMLInputFactory.IS_REPLACING_ENTITY_REFERENCES, true);
        inputs.setXMLResolver((_, _, _, _) -> {
            throw new XMLStreamException("Nothing outside the text is read");
        });
        return inputs;
    }

    private static StartElement rewritten(StartElement element, Rules rules) {
        List<Attribute> attributes = new ArrayList<>();
        for (Iterator<Attribute> all = element.getAttributes(); all.hasNext();) {
            rules.attribute(element, all.next()).ifPresent(attributes::add);
        }
        List<Namespace> namespaces = new ArrayList<>();
        element.getNamespaces().forEachRemaining(namespaces::add);
        return EVENTS.createStartElement(element.getName(), attributes.iterator(), namespaces.iterator());
    }

    /** The value of an attribute by its local name, whatever its namespace. */
    static Optional<String> value(StartElement element, String localName) {
        for (Iterator<Attribute> all = element.getAttributes(); all.hasNext();) {
            Attribute attribute = all.next();
            if (attribute.getName().getLocalPart().equals(localName)) {
                return Optional.of(attribute.getValue());
            }
        }
        return Optional.empty();
    }

    static Attribute with(Attribute attribute, String value) {
        return EVENTS.createAttribute(attribute.getName(), value);
    }
}
