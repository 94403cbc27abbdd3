package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.file.Path;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.epiglyph.documents.Scratch;
import org.epiglyph.places.WholeFile;

/**
 * Pages made of a received file.
 *
 * @param pages how many, at least 1
 * @param note  how they were made and what to mind; may be empty
 */
public record Rendition(int pages, String note) {
    static PDDocument newDocument() {
        return new PDDocument(Scratch.cache());
    }

    /** Saves without anything that differs from one time to the next, and moves the file into place. */
    public static void save(PDDocument document, Path target) throws IOException {
        document.setDocumentInformation(new PDDocumentInformation());
        document.getDocumentCatalog().setMetadata(null);
        document.getDocument().getTrailer().removeItem(COSName.ID);
        document.setDocumentId(1L);
        WholeFile.write(target, beside -> document.save(beside.toFile(), CompressParameters.NO_COMPRESSION));
    }
}
