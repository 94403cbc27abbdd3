package org.epiglyph.documents;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.documents.base.Scratch;
import org.epiglyph.places.WholeFile;

/**
 * The marks of a document as XFDF (ISO 19444-1): the same annotations as in the marked copy, as XML that other programs
 * can apply to the received document.
 */
public final class Xfdf {
    private static final String NAMESPACE = "http://ns.adobe.com/xfdf/";
    private static final int COLOUR = 255;

    private Xfdf() {}

    /**
     * Writes the marks beside a document.
     *
     * @param source   the document's pages as PDF; only read
     * @param pictures the folder of the marker's own pictures
     * @param marks    the marks to write; the caller has left out what is private
     * @param manner   the author and the time
     * @param href     the name of the document that they belong to
     * @param target   the file to write; an earlier one is replaced
     * @throws Problem if the pages cannot be read or the file cannot be written
     */
    public static void write(Path source, Path pictures, List<Mark> marks, MarkedPdf.Manner manner, String href,
            Path target) throws Problem {
        if (marks.stream().anyMatch(Mark::isPrivate)) {
            throw new IllegalArgumentException("A private mark is on its way out");
        }
        Map<Integer, List<Mark>> byPage = marks.stream()
                .collect(Collectors.groupingBy(m -> m.page().index(), TreeMap::new, Collectors.toList()));
        try (PDDocument document = Loader.loadPDF(source.toFile(), Scratch.cache())) {
            Files.createDirectories(target.toAbsolutePath().getParent());
            Annotations annotations = new Annotations(manner.author(), manner.at(), pictures);
            WholeFile.write(target, beside -> {
                try (OutputStream out = Files.newOutputStream(beside)) {
                    write(out, document, annotations, byPage, href);
                } catch (XMLStreamException e) {
                    throw new IOException(e);
                }
            });
        } catch (IOException | RuntimeException e) {
            throw new Problem(Message.of(Xfdf.class, "cannotBeWritten"),
                    e);
        }
    }

    private static void write(OutputStream out, PDDocument document, Annotations annotations,
            Map<Integer, List<Mark>> byPage, String href) throws IOException, XMLStreamException {
        XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(out, StandardCharsets.UTF_8.name());
        xml.writeStartDocument(StandardCharsets.UTF_8.name(), "1.0");
        xml.writeStartElement("xfdf");
        xml.writeDefaultNamespace(NAMESPACE);
        xml.writeAttribute("xml:space", "preserve");
        xml.writeStartElement("annots");
        for (Map.Entry<Integer, List<Mark>> page : byPage.entrySet()) {
            for (COSDictionary a : annotations.of(document, document.getPage(page.getKey()), page.getValue())) {
                new Writing(xml, a, page.getKey()).write();
            }
        }
        xml.writeEndElement();
        xml.writeEmptyElement("f");
        xml.writeAttribute("href", href);
        xml.writeEndElement();
        xml.writeEndDocument();
        xml.close();
    }

    /**
     * The content of a file without the times at which it was written.
     *
     * @return empty if it is not XFDF
     */
    public static Optional<List<String>> content(Path file) {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try (InputStream in = Files.newInputStream(file)) {
            List<String> said = new ArrayList<>();
            XMLStreamReader xml = factory.createXMLStreamReader(in);
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.START_ELEMENT) {
                    said.add(xml.getLocalName());
                    for (int i = 0; i < xml.getAttributeCount(); i++) {
                        if (!xml.getAttributeLocalName(i).equals("date")) {
                            said.add(xml.getAttributeLocalName(i) + "=" + xml.getAttributeValue(i));
                        }
                    }
                } else if (event == XMLStreamConstants.CHARACTERS) {
                    said.add(xml.getText());
                }
            }
            return Optional.of(said);
        } catch (IOException | XMLStreamException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** One annotation being written. */
    private record Writing(XMLStreamWriter xml, COSDictionary a, int page) {
        void write() throws XMLStreamException {
            String subtype = a.getNameAsString(COSName.SUBTYPE);
            xml.writeStartElement(subtype.toLowerCase(Locale.ROOT));
            attribute("page", Integer.toString(page));
            attribute("rect", numbers(a.getCOSArray(COSName.RECT)));
            attribute("color", colour(a.getCOSArray(COSName.C)));
            attribute("flags", "print");
            attribute("name", a.getString(COSName.NM));
            attribute("title", a.getString(COSName.T));
            attribute("date", a.getString(COSName.M));
            attribute("subject", a.getString(COSName.getPDFName("Subj")));
            if (a.containsKey(COSName.CA)) {
                attribute("opacity", number(a.getDictionaryObject(COSName.CA)));
            }
            if (a.getCOSDictionary(COSName.BS) != null) {
                attribute("width", number(a.getCOSDictionary(COSName.BS).getDictionaryObject(COSName.W)));
            }
            if (a.getCOSDictionary(COSName.getPDFName("IRT")) != null) {
                attribute("inreplyto", a.getCOSDictionary(COSName.getPDFName("IRT")).getString(COSName.NM));
                attribute("replyType", "group");
            }
            own(subtype);
            element("contents", a.getString(COSName.CONTENTS, ""));
            children(subtype);
            xml.writeEndElement();
        }

        private void own(String subtype) throws XMLStreamException {
            switch (subtype) {
                case "Text", "Stamp" -> attribute("icon", a.getNameAsString(COSName.NAME));
                case "Highlight", "Underline", "Squiggly", "StrikeOut" ->
                    attribute("coords", numbers(a.getCOSArray(COSName.QUADPOINTS)));
                case "Caret" -> attribute("symbol", "none");
                case "Square", "Circle" -> attribute("fringe", numbers(a.getCOSArray(COSName.getPDFName("RD"))));
                case "Line" -> {
                    List<String> ends = points(a.getCOSArray(COSName.getPDFName("L")));
                    attribute("start", ends.getFirst());
                    attribute("end", ends.getLast());
                    COSArray endings = a.getCOSArray(COSName.getPDFName("LE"));
                    attribute("head", endings.getName(0));
                    attribute("tail", endings.getName(1));
                }
                default -> {
                }
            }
        }

        private void children(String subtype) throws XMLStreamException {
            switch (subtype) {
                case "Ink" -> {
                    xml.writeStartElement("inklist");
                    for (COSBase path : a.getCOSArray(COSName.INKLIST)) {
                        element("gesture", String.join(";", points((COSArray) path)));
                    }
                    xml.writeEndElement();
                }
                case "PolyLine" ->
                    element("vertices", String.join(";", points(a.getCOSArray(COSName.getPDFName("Vertices")))));
                case "FreeText" -> element("defaultappearance", a.getString(COSName.DA));
                default -> {
                }
            }
        }

        private void attribute(String name, String value) throws XMLStreamException {
            if (value != null && !value.isEmpty()) {
                xml.writeAttribute(name, allowed(value));
            }
        }

        private void element(String name, String text) throws XMLStreamException {
            if (text != null && !text.isEmpty()) {
                xml.writeStartElement(name);
                xml.writeCharacters(allowed(text));
                xml.writeEndElement();
            }
        }

        /** Without characters that XML 1.0 does not allow (2.2, Char). */
        private static String allowed(String text) {
            return text.codePoints()
                    .filter(c -> c == '\t' || c == '\n' || c == '\r' || c >= 0x20 && c <= 0xD7FF
                            || c >= 0xE000 && c <= 0xFFFD || c >= 0x10000)
                    .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                    .toString();
        }

        private static String colour(COSArray c) {
            return c == null
                    ? ""
                    : String.format(Locale.ROOT, "#%02X%02X%02X", part(c, 0), part(c, 1), part(c, 2));
        }

        private static int part(COSArray c, int index) {
            return Math.round(((COSNumber) c.getObject(index)).floatValue() * COLOUR);
        }

        private static String numbers(COSArray array) {
            List<String> all = new ArrayList<>();
            for (int i = 0; array != null && i < array.size(); i++) {
                all.add(number(array.getObject(i)));
            }
            return String.join(",", all);
        }

        private static List<String> points(COSArray array) {
            List<String> all = new ArrayList<>();
            for (int i = 0; i + 1 < array.size(); i += 2) {
                all.add(number(array.getObject(i)) + "," + number(array.getObject(i + 1)));
            }
            return all;
        }

        private static String number(COSBase number) {
            return String.valueOf(((COSNumber) number).floatValue());
        }
    }
}
