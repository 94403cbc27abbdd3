package org.epiglyph.documents.rendition;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.MetadataException;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.util.Matrix;
import org.epiglyph.core.Message;

/**
 * A page for each picture in a file: JPEG, PNG, GIF, BMP, TIFF, WebP. Pictures turned by their camera are turned
 * upright (Exif 2.32, tag 0x0112). Very large ones are read at a reduced size.
 */
final class PicturePages {
    private static final long FULL_SIZE_PIXELS = 40_000_000;
    private static final long MOST_PIXELS = 1_000_000_000;
    private static final int MOST_FRAMES = 500;

    private PicturePages() {}

    /** @return empty if the file is not a picture of a supported kind */
    static Optional<Rendition> make(Path file, Path target) throws IOException, Unreadable {
        Unreadable failure = null;
        for (int nth = 0;; nth++) {
            try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
                Optional<ImageReader> reader = in == null ? Optional.empty() : reader(in, nth);
                if (reader.isEmpty() && failure != null) {
                    throw failure;
                }
                if (reader.isEmpty()) {
                    return Optional.empty();
                }
                try {
                    reader.get().setInput(in);
                    return Optional.of(make(file, reader.get(), target));
                } catch (Unreadable e) {
                    failure = failure == null ? e : failure; // another reader may support what this one does not
                } finally {
                    reader.get().dispose();
                }
            }
        }
    }

    private static Optional<ImageReader> reader(ImageInputStream in, int nth) {
        Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
        for (int i = 0; i < nth && readers.hasNext(); i++) {
            readers.next().dispose();
        }
        return readers.hasNext() ? Optional.of(readers.next()) : Optional.empty();
    }

    private static Rendition make(Path file, ImageReader reader, Path target) throws IOException, Unreadable {
        String kind = reader.getOriginatingProvider().getFormatNames()[0].toLowerCase(Locale.ROOT);
        int frames = kind.startsWith("tif") ? frames(reader) : 1;
        List<Message> notes = new ArrayList<>();
        if (kind.startsWith("gif") && frames(reader) > 1) {
            notes.add(Message.of(PicturePages.class, "moves"));
        }
        try (PDDocument document = Rendition.newDocument()) {
            int turn = kind.startsWith("tif") ? 1 : orientation(file);
            Unreadable failure = null;
            for (int frame = 0; frame < frames; frame++) {
                try {
                    add(document, file, reader, frame, kind.startsWith("jp"), turn, notes);
                } catch (Unreadable e) {
                    failure = e;
                    notes.add(Message.of(PicturePages.class, "leftOut", frame + 1, frames));
                }
            }
            int pages = document.getNumberOfPages();
            if (pages == 0 && failure != null) {
                throw failure;
            }
            Rendition.save(document, target);
            return new Rendition(pages, notes);
        }
    }

    private static int frames(ImageReader reader) throws Unreadable {
        try {
            int frames = reader.getNumImages(true);
            if (frames > MOST_FRAMES) {
                throw new Unreadable(Message.of(PicturePages.class, "tooManyPictures", frames, MOST_FRAMES));
            }
            return Math.max(1, frames);
        } catch (IOException | RuntimeException e) {
            throw broken(e);
        }
    }

    private static Unreadable broken(Exception cause) {
        return new Unreadable(Message.of(PicturePages.class, "broken"), cause);
    }

    private static void add(PDDocument document, Path file, ImageReader reader, int frame, boolean jpeg, int turn,
            List<Message> notes) throws IOException, Unreadable {
        BufferedImage image;
        boolean whole;
        try {
            long pixels = (long) reader.getWidth(frame) * reader.getHeight(frame);
            if (pixels > MOST_PIXELS) {
                throw new Unreadable(
                        Message.of(PicturePages.class, "tooManyPixels", pixels / 1_000_000, MOST_PIXELS / 1_000_000));
            }
            whole = pixels <= FULL_SIZE_PIXELS;
            int step = whole ? 1 : (int) Math.ceil(Math.sqrt(pixels / (double) FULL_SIZE_PIXELS));
            ImageReadParam part = reader.getDefaultReadParam();
            part.setSourceSubsampling(step, step, 0, 0);
            image = reader.read(frame, part);
            if (!whole) {
                notes.add(Message.of(PicturePages.class, "smaller", pixels / 1_000_000, step));
            }
        } catch (IOException | RuntimeException e) {
            throw broken(e);
        }
        PDImageXObject picture = picture(document, file, image, jpeg && whole);
        draw(document, picture, image.getWidth(), image.getHeight(), turn);
    }

    /** The JPEG's own bytes if a PDF can hold them, so that nothing is lost; else the picture, losslessly. */
    private static PDImageXObject picture(PDDocument document, Path file, BufferedImage image, boolean jpeg)
            throws IOException {
        if (jpeg && image.getColorModel().getNumComponents() < 4) {
            try (InputStream bytes = Files.newInputStream(file)) {
                return JPEGFactory.createFromStream(document, bytes);
            } catch (IOException | RuntimeException e) {
                return LosslessFactory.createFromImage(document, image); // a variant that the factory does not support
            }
        }
        return LosslessFactory.createFromImage(document, image);
    }

    private static void draw(PDDocument document, PDImageXObject picture, int width, int height, int turn)
            throws IOException {
        boolean lying = turn >= 5;
        double across = lying ? height : width;
        double down = lying ? width : height;
        PDRectangle a4 = PDRectangle.A4;
        boolean wide = across > down;
        double scale = Math.min((wide ? a4.getHeight() : a4.getWidth()) / across,
                (wide ? a4.getWidth() : a4.getHeight()) / down);
        PDPage page = new PDPage(new PDRectangle((float) (across * scale), (float) (down * scale)));
        document.addPage(page);
        AffineTransform place = AffineTransform.getScaleInstance(across * scale, down * scale);
        place.concatenate(upright(turn));
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.drawImage(picture, new Matrix(place));
        }
    }

    /** The transformation of the unit square, y up, for each of the eight Exif orientations. */
    private static AffineTransform upright(int orientation) {
        return switch (orientation) {
            case 2 -> new AffineTransform(-1, 0, 0, 1, 1, 0);
            case 3 -> new AffineTransform(-1, 0, 0, -1, 1, 1);
            case 4 -> new AffineTransform(1, 0, 0, -1, 0, 1);
            case 5 -> new AffineTransform(0, -1, -1, 0, 1, 1);
            case 6 -> new AffineTransform(0, -1, 1, 0, 0, 1);
            case 7 -> new AffineTransform(0, 1, 1, 0, 0, 0);
            case 8 -> new AffineTransform(0, 1, -1, 0, 1, 0);
            default -> new AffineTransform();
        };
    }

    private static int orientation(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            ExifIFD0Directory exif = ImageMetadataReader.readMetadata(in)
                    .getFirstDirectoryOfType(ExifIFD0Directory.class);
            return exif != null && exif.containsTag(ExifIFD0Directory.TAG_ORIENTATION)
                    ? exif.getInt(ExifIFD0Directory.TAG_ORIENTATION)
                    : 1;
        } catch (IOException | ImageProcessingException | MetadataException | RuntimeException e) {
            return 1; // a picture without an orientation is taken as it is
        }
    }
}
