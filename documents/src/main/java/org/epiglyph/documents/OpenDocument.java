package org.epiglyph.documents;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.rendering.ImageType;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageText;
import org.epiglyph.documents.base.Scratch;

/**
 * A document open for reading. May be used by several threads, of which one works at a time, since page trees are not
 * thread-safe. Never writes.
 */
public final class OpenDocument implements AutoCloseable {
    /** A picture with more pixels is drawn at a smaller scale. */
    private static final double MOST_PIXELS = 24e6;
    /** How long drawing a page, or reading its words, may take. */
    public static final Duration USUAL_BUDGET = Duration.ofSeconds(10);
    private final PDDocument document;
    private final List<PageGeometry> geometries = new ArrayList<>();

    private OpenDocument(PDDocument document) {
        this.document = document;
        if (!PageTree.isRegular(document)) {
            PageTree.repair(document); // else pages by index differ from pages in order
        }
        for (PDPage page : document.getPages()) {
            geometries.add(Geometries.of(page));
        }
    }

    /**
     * Opens a PDF.
     *
     * @throws Problem if it is {@linkplain Missing missing}, or cannot be read, which {@link Intake} has reported
     *         before for every document of a batch
     */
    public static OpenDocument open(Path pdf) throws Problem {
        try {
            return new OpenDocument(Loader.loadPDF(pdf.toFile(), Scratch.cache()));
        } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
            throw Files.exists(pdf)
                    ? new Problem(Message.of(OpenDocument.class, "unreadable", pdf.getFileName()), e)
                    : new Missing(pdf);
        }
    }

    public int pageCount() {
        return geometries.size();
    }

    /** The geometry of a page, by zero-based index. */
    public PageGeometry geometry(int index) {
        return geometries.get(index);
    }

    /** The words of a page, by zero-based index. A page whose text cannot be read has none. */
    public synchronized PageText text(int index) throws Problem {
        try {
            return WordReader.read(document, index, geometries.get(index), new Budget(USUAL_BUDGET));
        } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
            throw new Problem(Message.of(OpenDocument.class, "wordsUnreadable", index + 1),
                    e);
        }
    }

    /**
     * The text of a page's annotations, from top to bottom, as any reader of the file finds it.
     *
     * @param index zero-based
     */
    public synchronized List<WrittenRemark> remarks(int index) throws Problem {
        PageGeometry shape = geometries.get(index);
        List<WrittenRemark> remarks = new ArrayList<>();
        try {
            for (PDAnnotation annotation : document.getPage(index).getAnnotations()) {
                String text = annotation.getContents();
                PDRectangle box = annotation.getRectangle();
                if (text != null && !text.isBlank() && box != null && !annotation.isHidden()) {
                    PagePoint corner = shape.toShown(shape.fromPdf(box.getLowerLeftX(), box.getUpperRightY()));
                    PagePoint other = shape.toShown(shape.fromPdf(box.getUpperRightX(), box.getLowerLeftY()));
                    remarks.add(new WrittenRemark(Math.min(corner.y(), other.y()), text.strip()));
                }
            }
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Problem(Message.of(OpenDocument.class, "annotationsUnreadable", index + 1), e);
        }
        remarks.sort(Comparator.comparingDouble(WrittenRemark::top));
        return remarks;
    }

    /** There is no such file, or no longer. */
    public static final class Missing extends Problem {
        private static final long serialVersionUID = 1;

        Missing(Path pdf) {
            super(Message.of(OpenDocument.class, "missing", pdf));
        }
    }

    /** A page takes too long; it can be tried with more time. */
    public static final class TooSlow extends Problem {
        private static final long serialVersionUID = 1;

        TooSlow(int index, Duration budget) {
            super(Message.of(OpenDocument.class, "tooSlow", index + 1, budget.toSeconds()));
        }
    }

    /** Draws a page within the usual budget. */
    public PageImage render(int index, double scale) throws Problem {
        return render(index, scale, USUAL_BUDGET);
    }

    /**
     * Draws a page.
     *
     * @param index  zero-based
     * @param scale  pixels per point, above 0; lowered for pages of extreme size
     * @param budget how long it may take
     * @throws TooSlow if it takes longer
     */
    public synchronized PageImage render(int index, double scale, Duration budget) throws Problem {
        PageGeometry shape = geometries.get(index);
        double pixels = shape.shownWidth() * shape.shownHeight() * scale * scale;
        double bounded = pixels > MOST_PIXELS ? scale * Math.sqrt(MOST_PIXELS / pixels) : scale;
        try {
            BufferedImage image = new BoundedRenderer(document, new Budget(budget)).renderImage(index,
                    (float) (bounded * shape.userUnit()), ImageType.RGB);
            return opaque(image);
        } catch (Budget.Spent | OutOfMemoryError e) {
            throw new TooSlow(index, budget);
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Problem(
                    Message.of(OpenDocument.class, "cannotBeDrawn", index + 1),
                    e);
        }
    }

    private static PageImage opaque(BufferedImage image) {
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] |= 0xff000000;
        }
        return new PageImage(image.getWidth(), image.getHeight(), pixels);
    }

    @Override
    public synchronized void close() {
        IOUtils.closeQuietly(document);
    }
}
