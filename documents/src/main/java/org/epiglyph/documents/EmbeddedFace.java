package org.epiglyph.documents;

import java.io.IOException;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.epiglyph.documents.base.Typeface;

/** One of the program's typefaces in a document: only the letters that are used, each mapped to its character. */
final class EmbeddedFace {
    private final PDDocument document;
    private final Typeface face;
    private final COSName name;
    private PDType0Font font;

    EmbeddedFace(PDDocument document, Typeface face) {
        this.document = document;
        this.face = face;
        this.name = COSName.getPDFName("Epiglyph" + face.ordinal());
    }

    /** True if every letter is in the typeface and the text simply runs from left to right. */
    boolean canSet(String line) {
        return line.codePoints()
                .allMatch(c -> face.has(c) && Character.getDirectionality(c) != Character.DIRECTIONALITY_RIGHT_TO_LEFT
                        && Character.getDirectionality(c) != Character.DIRECTIONALITY_RIGHT_TO_LEFT_ARABIC
                        && Character.getType(c) != Character.NON_SPACING_MARK);
    }

    /** The text in the font's codes. */
    byte[] encode(String line) throws IOException {
        PDType0Font used = font();
        line.codePoints().forEach(used::addToSubset);
        return used.encode(line);
    }

    Typeface face() {
        return face;
    }

    /** Its name in a page's resources, once it was added there. */
    String name() {
        return name.getName();
    }

    /** Adds it to the resources of a page, which are copied first: other pages may share them. */
    void addTo(PDPage page) throws IOException {
        PDResources inherited = page.getResources();
        COSDictionary own = new COSDictionary(inherited == null ? new COSDictionary() : inherited.getCOSObject());
        COSDictionary fonts = own.getDictionaryObject(COSName.FONT) instanceof COSDictionary there
                ? new COSDictionary(there)
                : new COSDictionary();
        fonts.setItem(name, font());
        own.setItem(COSName.FONT, fonts);
        page.setResources(new PDResources(own));
    }

    private PDType0Font font() throws IOException {
        if (font == null) {
            font = PDType0Font.load(document, face.trueType(), true);
        }
        return font;
    }

    /** Drops the letters that are not used; if the library saves the whole document, it does so itself. */
    void subset() throws IOException {
        if (font != null && font.willBeSubset()) {
            font.subset();
        }
    }
}
