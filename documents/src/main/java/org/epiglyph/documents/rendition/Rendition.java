package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.epiglyph.core.Message;
import org.epiglyph.documents.base.Scratch;
import org.epiglyph.places.WholeFile;

/**
 * Pages made of a received file.
 *
 * @param pages number of pages, at least 1
 * @param notes how they were made and what to note; may be empty
 */
public record Rendition(int pages, List<Message> notes) {
    public Rendition {
        notes = List.copyOf(notes);
    }

    /** The same pages with further notes, which come first. */
    Rendition with(List<Message> more) {
        List<Message> all = new ArrayList<>(more);
        all.addAll(notes);
        return new Rendition(pages, all);
    }

    static PDDocument newDocument() {
        return new PDDocument(Scratch.cache());
    }

    /** Saves without anything that varies over time, and moves the file to its target. */
    public static void save(PDDocument document, Path target) throws IOException {
        document.setDocumentInformation(new PDDocumentInformation());
        document.getDocumentCatalog().setMetadata(null);
        document.getDocument().getTrailer().removeItem(COSName.ID);
        document.setDocumentId(1L);
        WholeFile.write(target, beside -> document.save(beside.toFile(), CompressParameters.NO_COMPRESSION));
    }
}
