package org.epiglyph.documents;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageGeometry;

/** Draws marks into the page itself, so that no program can remove or omit them. Typed text stays text. */
final class Flattening {
    private final PDDocument document;
    private final Path pictures;

    /** @param pictures the folder of the marker's own pictures */
    Flattening(PDDocument document, Path pictures) {
        this.document = document;
        this.pictures = pictures;
    }

    void draw(PDPage page, List<Mark> marks) throws IOException {
        if (marks.isEmpty()) {
            return;
        }
        PageGeometry geometry = Geometries.of(page);
        COSDictionary forms = new COSDictionary();
        StringBuilder content = new StringBuilder();
        for (int i = 0; i < marks.size(); i++) {
            Mark mark = marks.get(i);
            COSName name = COSName.getPDFName("EpiglyphMark" + i);
            forms.setItem(name, Appearance.of(document, geometry, mark.ink(), mark.drawing(),
                    mark.bounds().expandedBy(1), pictures));
            content.append("/Span <</ActualText <FEFF").append(hex(mark)).append(">>> BDC /");
            content.append(name.getName()).append(" Do EMC\n");
        }
        put(page, forms);
        PageContent.addBehind(document, page, content.toString().getBytes(StandardCharsets.US_ASCII));
    }

    private static String hex(Mark mark) {
        String words = mark instanceof TypedText text ? text.text() : "";
        return HexFormat.of().formatHex(words.getBytes(StandardCharsets.UTF_16BE));
    }

    /** Resources that the page may share with others are copied. */
    private static void put(PDPage page, COSDictionary forms) {
        PDResources inherited = page.getResources();
        COSDictionary own = new COSDictionary(inherited == null ? new COSDictionary() : inherited.getCOSObject());
        COSDictionary all = own.getDictionaryObject(COSName.XOBJECT) instanceof COSDictionary there
                ? new COSDictionary(there)
                : new COSDictionary();
        all.addAll(forms);
        own.setItem(COSName.XOBJECT, all);
        page.setResources(new PDResources(own));
    }
}
