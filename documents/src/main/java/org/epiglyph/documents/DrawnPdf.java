package org.epiglyph.documents;

import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D;
import java.awt.Graphics2D;
import java.io.IOException;
import java.nio.file.Path;
import java.util.function.Consumer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.places.WholeFile;

/** A drawing as a PDF of one page, with vector lines. Letters are drawn as outlines. */
public final class DrawnPdf {
    private DrawnPdf() {}

    /**
     * Writes a drawing atomically.
     *
     * @param width  of the page in points
     * @param height of the page in points
     * @param title  of the document
     * @param draw   draws it
     * @throws Problem if it cannot be written
     */
    public static void write(float width, float height, String title, Consumer<Graphics2D> draw, Path file)
            throws Problem {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(width, height));
            document.addPage(page);
            document.getDocumentInformation().setTitle(title);
            PdfBoxGraphics2D g = new PdfBoxGraphics2D(document, width, height);
            draw.accept(g);
            g.dispose();
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.drawForm(g.getXFormObject());
            }
            WholeFile.write(file, beside -> document.save(beside.toFile()));
        } catch (IOException e) {
            throw new Problem(Message.of(DrawnPdf.class, "cannotBeWritten", file.getFileName()), e);
        }
    }
}
