package org.epiglyph.documents;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.Locale;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.epiglyph.core.batch.Pages;

/** Looks at a received file by its content, never by its name, and makes pages of it where that is possible. */
public final class Intake {
    private static final long MOST_IMAGE_PIXELS = 80_000_000;
    private static final int HEAD = 1024;

    private Intake() {}

    /**
     * @param file      the original; only read
     * @param rendition where a PDF made from a picture goes; written only then
     * @return pages, or the reason why there are none; a file at fault is never an exception
     * @throws IOException where the disk fails, not the file
     */
    public static Pages examine(Path file, Path rendition) throws IOException {
        byte[] head = head(file);
        if (head.length == 0) {
            return new Pages.None("The file is empty. Ask the student for it again.");
        }
        if (new String(head, StandardCharsets.ISO_8859_1).contains("%PDF-")) {
            return pdf(file);
        }
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            Iterator<ImageReader> readers = in == null ? null : ImageIO.getImageReaders(in);
            if (readers != null && readers.hasNext()) {
                return picture(file, readers.next(), in, rendition);
            }
        }
        return new Pages.None(
                "This kind of file cannot become pages yet. Open it in another program; it can be scored all the same.");
    }

    private static byte[] head(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return in.readNBytes(HEAD);
        }
    }

    private static Pages pdf(Path file) {
        try (PDDocument document = Loader.loadPDF(file.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            int count = 0;
            for (PDPage page : document.getPages()) {
                Geometries.of(page);
                count++;
            }
            return count == 0
                    ? new Pages.None(
                            "The PDF has no pages; it may have been cut off on its way. Ask the student for it again.")
                    : new Pages.Ready(count, "");
        } catch (InvalidPasswordException e) {
            return new Pages.None(
                    "The PDF is locked with a password. Ask the student for the password or an open copy.");
        } catch (IOException | RuntimeException | StackOverflowError e) {
            return new Pages.None("The PDF is broken and cannot be read. Ask the student for it again.");
        }
    }

    private static Pages picture(Path file, ImageReader reader, ImageInputStream in, Path rendition)
            throws IOException {
        BufferedImage image;
        try {
            reader.setInput(in, true);
            long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
            if (pixels > MOST_IMAGE_PIXELS) {
                return new Pages.None("The picture has " + pixels / 1_000_000 + " million pixels, more than "
                        + MOST_IMAGE_PIXELS / 1_000_000
                        + " million. Ask the student for a smaller copy.");
            }
            image = reader.read(0);
        } catch (IOException | RuntimeException e) {
            return new Pages.None("The picture is broken and cannot be shown. Ask the student for it again.");
        } finally {
            reader.dispose();
        }
        boolean jpeg = reader.getOriginatingProvider().getFormatNames()[0].toLowerCase(Locale.ROOT).startsWith("jp");
        writeRendition(file, image, jpeg, rendition);
        return new Pages.Ready(1, rendition.getFileName().toString());
    }

    private static void writeRendition(Path file, BufferedImage image, boolean jpeg, Path rendition)
            throws IOException {
        try (PDDocument document = new PDDocument(IOUtils.createTempFileOnlyStreamCache());
                InputStream bytes = Files.newInputStream(file)) {
            PDImageXObject picture = jpeg && image.getColorModel().getNumComponents() < 4
                    ? JPEGFactory.createFromStream(document, bytes)
                    : LosslessFactory.createFromImage(document, image);
            boolean wide = image.getWidth() > image.getHeight();
            PDRectangle sheet = wide
                    ? new PDRectangle(PDRectangle.A4.getHeight(), PDRectangle.A4.getWidth())
                    : PDRectangle.A4;
            float scale = Math.min(sheet.getWidth() / image.getWidth(), sheet.getHeight() / image.getHeight());
            PDPage page = new PDPage(new PDRectangle(image.getWidth() * scale, image.getHeight() * scale));
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.drawImage(picture, 0, 0, image.getWidth() * scale, image.getHeight() * scale);
            }
            document.setDocumentId(1L);
            document.save(rendition.toFile(), CompressParameters.NO_COMPRESSION);
        }
    }
}
