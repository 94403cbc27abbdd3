package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.epiglyph.core.Problem;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/**
 * Every kind of mark as XFDF, read back by the platform's own XML parser: the element and attributes that ISO 19444-1
 * defines for its annotation (names from memory, without the standard at hand), all within the page.
 */
class XfdfTest {
    private static final PagePoint AT = new PagePoint(120, 80);
    @TempDir
    private Path folder;
    private Path original;

    @BeforeEach
    void twoPages() throws Exception {
        original = folder.resolve("original.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage(new PDRectangle(400, 300)));
            document.addPage(new PDPage(new PDRectangle(400, 300)));
            document.save(original.toFile());
        }
    }

    private static Head head(String id, int page, String text) {
        return new Head(id, new PageRef("d1", page), Ink.MADDER, 0, Remark.of(text));
    }

    private Element written(Mark... marks) throws Exception {
        Path file = folder.resolve("marks.xfdf");
        Xfdf.write(original, folder.resolve("pictures"), List.of(marks),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "A. Marker", Instant.EPOCH),
                "K-1 \"own\" <work>.pdf",
                file);
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setNamespaceAware(true);
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        return factory.newDocumentBuilder().parse(file.toFile()).getDocumentElement();
    }

    private static List<Element> annotations(Element xfdf) {
        NodeList all = ((Element) xfdf.getElementsByTagName("annots").item(0)).getChildNodes();
        List<Element> elements = new ArrayList<>();
        for (int i = 0; i < all.getLength(); i++) {
            if (all.item(i) instanceof Element element) {
                elements.add(element);
            }
        }
        return elements;
    }

    private Element only(Mark mark) throws Exception {
        List<Element> all = annotations(written(mark));
        assertThat(all).hasSize(1);
        return all.getFirst();
    }

    private static String child(Element of, String name) {
        NodeList found = of.getElementsByTagName(name);
        return found.getLength() == 0 ? "" : found.item(0).getTextContent();
    }

    private static double[] numbers(String list) {
        return Arrays.stream(list.split("[,;]")).mapToDouble(Double::parseDouble).toArray();
    }

    @Test
    void namesItsDocumentAndNamespace() throws Exception {
        Element xfdf = written(new Note(head("n", 0, "Why?"), AT));
        assertThat(xfdf.getLocalName()).isEqualTo("xfdf");
        assertThat(xfdf.getNamespaceURI()).isEqualTo("http://ns.adobe.com/xfdf/");
        assertThat(((Element) xfdf.getElementsByTagName("f").item(0)).getAttribute("href"))
                .isEqualTo("K-1 \"own\" <work>.pdf");
    }

    @Test
    void writesTheCommonAttributes() throws Exception {
        Element note = only(new Note(head("n1", 1, "Which table?"), AT));
        assertThat(note.getTagName()).isEqualTo("text");
        assertThat(List.of(note.getAttribute("page"), note.getAttribute("name"), note.getAttribute("title"),
                note.getAttribute("flags"))).containsExactly("1", "n1", "A. Marker", "print");
        assertThat(note.getAttribute("date")).startsWith("D:19700101");
        assertThat(note.getAttribute("color")).matches("#[0-9A-F]{6}");
        assertThat(child(note, "contents")).isEqualTo("Which table?");
        double[] rect = numbers(note.getAttribute("rect"));
        assertThat(rect).hasSize(4);
        assertThat(rect[0]).isBetween(100.0, 130.0);
        assertThat(rect[1]).as("measured from the bottom").isBetween(190.0, 230.0);
    }

    @Test
    void writesEachKindOfMarkWithinThePage() throws Exception {
        PagePoint from = new PagePoint(40, 40);
        PagePoint to = new PagePoint(90, 70);
        Map<Mark, String> kinds = new HashMap<>();
        kinds.put(new Stroke(head("stroke", 0, ""),
                InkFit.smooth(List.of(from, new PagePoint(60, 50), to), 0.25), 1.5, Stroke.Nib.FINE), "ink");
        for (Shape.Form form : Shape.Form.values()) {
            kinds.put(new Shape(head("shape " + form, 0, ""), form, from, to, 1.5), switch (form) {
                case BOX -> "square";
                case ELLIPSE -> "circle";
                case LINE, ARROW -> "line";
                case BRACKET -> "polyline";
            });
        }
        for (TextMarkup.Style style : TextMarkup.Style.values()) {
            kinds.put(
                    new TextMarkup(head("markup " + style, 0, ""), List.of(new PageBox(40, 40, 60, 12)), "word", style),
                    switch (style) {
                        case HIGHLIGHT -> "highlight";
                        case UNDERLINE -> "underline";
                        case WAVY_UNDERLINE -> "squiggly";
                        case STRIKE_OUT -> "strikeout";
                    });
        }
        kinds.put(new TypedText(head("typed", 0, ""), AT, "see me", 12, 40), "freetext");
        kinds.put(new Stamp(head("tick", 0, ""), Sign.TICK, AT, 20), "stamp");
        kinds.put(new Stamp(head("score", 0, ""), new Face.Score(new BigDecimal("1.5"), 1.2), AT, 20), "stamp");
        kinds.put(new Correction(head("insert", 0, "not"), List.of(), "", Optional.of(AT), 12), "caret");
        for (Map.Entry<Mark, String> kind : kinds.entrySet()) {
            Element one = annotations(written(kind.getKey())).getFirst();
            assertThat(one.getTagName()).as(kind.getKey().id()).isEqualTo(kind.getValue());
            double[] rect = numbers(one.getAttribute("rect"));
            assertThat(rect[0]).as(kind.getKey().id()).isBetween(0.0, rect[2]);
            assertThat(rect[1]).as(kind.getKey().id()).isBetween(0.0, rect[3]);
            assertThat(rect[2]).as(kind.getKey().id()).isLessThanOrEqualTo(400);
            assertThat(rect[3]).as(kind.getKey().id()).isLessThanOrEqualTo(300);
        }
    }

    @Test
    void markedTextHasFourCornersPerLine() throws Exception {
        Element two = only(new TextMarkup(head("m", 0, ""),
                List.of(new PageBox(40, 40, 60, 12), new PageBox(20, 56, 90, 12)), "two lines",
                TextMarkup.Style.HIGHLIGHT));
        double[] coords = numbers(two.getAttribute("coords"));
        assertThat(coords).hasSize(16);
        assertThat(coords).contains(40, 100, 20, 110);
    }

    @Test
    void aLineHasItsEndsAndAnArrowItsHead() throws Exception {
        PagePoint from = new PagePoint(40, 40);
        PagePoint to = new PagePoint(90, 70);
        Element line = only(new Shape(head("l", 0, ""), Shape.Form.LINE, from, to, 1.5));
        assertThat(numbers(line.getAttribute("start"))).containsExactly(40, 260);
        assertThat(numbers(line.getAttribute("end"))).containsExactly(90, 230);
        Element arrow = only(new Shape(head("a", 0, ""), Shape.Form.ARROW, from, to, 1.5));
        assertThat(Stream.of(line, arrow).map(e -> e.getAttribute("head") + e.getAttribute("tail")).distinct())
                .as("an arrow is no plain line")
                .hasSize(2);
        assertThat(line.getAttribute("width")).isEqualTo("1.5");
    }

    @Test
    void handwritingHasItsPathsWithinItsBox() throws Exception {
        Element ink = only(new Stroke(head("s", 0, ""),
                InkFit.smooth(List.of(new PagePoint(40, 40), new PagePoint(60, 50), new PagePoint(90, 30)), 0.25), 2,
                Stroke.Nib.FINE));
        double[] rect = numbers(ink.getAttribute("rect"));
        double[] path = numbers(child(ink, "gesture"));
        assertThat(path.length).isGreaterThanOrEqualTo(6).isEven();
        for (int i = 0; i < path.length; i += 2) {
            assertThat(path[i]).isBetween(rect[0], rect[2]);
            assertThat(path[i + 1]).isBetween(rect[1], rect[3]);
        }
    }

    @Test
    void aReplacementIsAGroupOfTwo() throws Exception {
        List<Element> group = annotations(written(
                new Correction(head("r", 0, "high"), List.of(new PageBox(40, 40, 60, 12)), "low", Optional.empty(), 12)
                        .replacing()));
        assertThat(group).hasSize(2);
        Element second = group.stream().filter(e -> e.hasAttribute("inreplyto")).findFirst().orElseThrow();
        Element first = group.stream().filter(e -> !e.hasAttribute("inreplyto")).findFirst().orElseThrow();
        assertThat(second.getAttribute("inreplyto")).isEqualTo(first.getAttribute("name"));
        assertThat(second.getAttribute("replyType")).isEqualTo("group");
    }

    @Test
    void omitsCharactersThatXmlForbids() throws Exception {
        String text = "a < b & \"c\" \u0394 \ud835\udcb3\u0001\u0008\uffff end";
        Element note = only(new Note(head("n", 0, text), AT));
        assertThat(child(note, "contents")).isEqualTo("a < b & \"c\" \u0394 \ud835\udcb3 end");
    }

    @Test
    void omitsPrivateMarksAndKeepsAnExistingFile() throws Exception {
        Path file = folder.resolve("marks.xfdf");
        written(new Note(head("n", 0, "Fine."), AT));
        byte[] before = Files.readAllBytes(file);
        Mark secret = new Note(head("p", 0, "").withRemark(Remark.of("Copied?").withAudience(Audience.PRIVATE)), AT);
        assertThatThrownBy(() -> written(secret)).isInstanceOf(IllegalArgumentException.class);
        Files.writeString(original, "no PDF");
        assertThatThrownBy(() -> written(new Note(head("n", 0, "Other."), AT))).isInstanceOf(Problem.class)
                .hasMessageContaining("could not be written");
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
    }

    @Test
    void comparesContentIgnoringTimesAndRejectsOtherFormats() throws Exception {
        Path file = folder.resolve("marks.xfdf");
        written(new Note(head("n", 0, "Fine."), AT));
        List<String> said = Xfdf.content(file).orElseThrow();
        assertThat(said).contains("text", "Fine.", "name=n").noneMatch(s -> s.startsWith("date="));
        Files.writeString(file, "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><x>&e;</x>");
        assertThat(Xfdf.content(file).map(List::toString).orElse("")).doesNotContainPattern("[a-z0-9]{6,}");
        Files.writeString(file, "not at all");
        assertThat(Xfdf.content(file)).isEmpty();
        assertThat(Xfdf.content(folder.resolve("gone"))).isEmpty();
    }
}
