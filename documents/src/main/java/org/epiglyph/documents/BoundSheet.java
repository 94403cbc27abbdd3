package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.documents.base.Scratch;
import org.epiglyph.places.WholeFile;

/** A marked copy and its feedback sheet as one document. It is rewritten, so that signatures in it become invalid. */
public final class BoundSheet {
    private BoundSheet() {}

    /**
     * Joins the pages of both, and reopens the result before it replaces the target.
     *
     * @param before true for the sheet before the pages, false for after them
     * @param at     the time from which the document's id is derived
     * @param target the file to write; an earlier one is replaced
     * @return true if the marked copy had signatures, which are no longer valid
     * @throws Problem if they cannot be joined; the target is unchanged
     */
    public static boolean write(Path marked, Path sheet, boolean before, Instant at, Path target) throws Problem {
        try (PDDocument pages = Loader.loadPDF(marked.toFile(), Scratch.cache());
                PDDocument feedback = Loader.loadPDF(sheet.toFile(), Scratch.cache());
                PDDocument both = new PDDocument(Scratch.cache())) {
            Files.createDirectories(target.toAbsolutePath().getParent());
            PDFMergerUtility merger = new PDFMergerUtility();
            merger.appendDocument(both, before ? feedback : pages);
            merger.appendDocument(both, before ? pages : feedback);
            both.setDocumentInformation(pages.getDocumentInformation());
            both.getDocumentCatalog().setLanguage(pages.getDocumentCatalog().getLanguage());
            both.setDocumentId(at.toEpochMilli());
            int expected = pages.getNumberOfPages() + feedback.getNumberOfPages();
            int remarks = annotations(pages) + annotations(feedback);
            WholeFile.write(target, beside -> {
                both.save(beside.toFile(), CompressParameters.NO_COMPRESSION);
                refuseLoss(beside, expected, remarks);
            });
            return !pages.getSignatureDictionaries().isEmpty();
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Problem(Message.of(BoundSheet.class, "cannotBeBound"),
                    e);
        }
    }

    private static void refuseLoss(Path bound, int pages, int annotations) throws IOException {
        try (PDDocument read = Loader.loadPDF(bound.toFile(), Scratch.cache())) {
            if (read.getNumberOfPages() != pages || annotations(read) != annotations) {
                throw new IOException("Pages or annotations were lost on the way");
            }
        }
    }

    private static int annotations(PDDocument document) throws IOException {
        int all = 0;
        for (var page : document.getPages()) {
            all += page.getAnnotations().size();
        }
        return all;
    }
}
