package org.epiglyph.documents;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.epiglyph.documents.base.Typeface;

/** Draws a page that nobody sees, so that the first real one does not wait for class loading. */
public final class Warming {
    private static final float SCALE = 0.3f;

    private Warming() {}

    /** Draws it in memory. Takes about a second in a freshly started program. */
    public static void run() throws IOException {
        byte[] pdf = page();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            new PDFRenderer(document).renderImage(0, SCALE);
        }
    }

    private static byte[] page() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            PDType0Font font = PDType0Font.load(document, Typeface.SERIF.trueType(), true);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.addRect(50, 500, 200, 100);
                out.stroke();
                out.beginText();
                out.setFont(font, 12);
                out.newLineAtOffset(60, 550);
                out.showText("A page that nobody sees.");
                out.endText();
            }
            document.save(bytes);
        }
        return bytes.toByteArray();
    }
}
