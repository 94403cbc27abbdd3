package org.epiglyph.documents;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationFileAttachment;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.documents.base.Scratch;

/**
 * What a PDF says and shows, independent of times and of the order in which it was written: equal PDFs have equal
 * content.
 */
public final class PdfContent {
    private PdfContent() {}

    /**
     * A line for the geometry of each page, for what is drawn on it, and for each annotation.
     *
     * @throws Problem if it cannot be read
     */
    public static List<String> of(Path pdf) throws Problem {
        try (PDDocument document = Loader.loadPDF(pdf.toFile(), Scratch.cache())) {
            List<String> lines = new ArrayList<>();
            for (PDPage page : document.getPages()) {
                lines.add("page " + page.getCropBox() + " turned " + page.getRotation() + " draws " + digest(page));
                List<String> annotations = new ArrayList<>();
                for (PDAnnotation annotation : page.getAnnotations()) {
                    annotations.add(String.join(" | ", annotation.getSubtype(), text(annotation.getAnnotationName()),
                            String.valueOf(annotation.getRectangle()), text(annotation.getContents()),
                            text(annotation.getCOSObject().getString(COSName.T)), attached(annotation)));
                }
                annotations.stream().sorted().forEach(lines::add);
            }
            return lines;
        } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
            throw new Problem(Message.of(PdfContent.class, "unreadable", pdf.getFileName()), e);
        }
    }

    private static String text(String value) {
        return value == null ? "" : value;
    }

    private static String attached(PDAnnotation annotation) throws IOException {
        if (!(annotation instanceof PDAnnotationFileAttachment with)
                || !(with.getFile() instanceof PDComplexFileSpecification file) || file.getEmbeddedFile() == null) {
            return "";
        }
        try (InputStream content = file.getEmbeddedFile().createInputStream()) {
            return file.getFilename() + " " + digest(content);
        }
    }

    private static String digest(PDPage page) throws IOException {
        try (InputStream content = page.getContents()) {
            return digest(content);
        }
    }

    private static String digest(InputStream content) throws IOException {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] some = new byte[8192];
            for (int read = content.read(some); read >= 0; read = content.read(some)) {
                digest.update(some, 0, read);
            }
            return HexFormat.of().formatHex(digest.digest()).toLowerCase(Locale.ROOT);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e); // every Java platform has it
        }
    }
}
