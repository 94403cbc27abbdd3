package org.epiglyph.documents;

import java.awt.Paint;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.awt.image.WritableRaster;
import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.filter.DecodeOptions;
import org.apache.pdfbox.pdmodel.graphics.color.PDColorSpace;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/**
 * A picture as scanners and cameras make it: one three-colour JPEG without mask or decode table. The platform reads it
 * directly; PDFBox reads it in the same way but then copies every pixel twice, which takes as long as the rest of a
 * scanned page.
 */
final class PlainJpeg implements PDImage {
    private static final int COLOURS = 3;
    private static final int BITS = 8;
    private final PDImageXObject image;

    private PlainJpeg(PDImageXObject image) {
        this.image = image;
    }

    /** The picture itself if it is any other. */
    static PDImage of(PDImage image) throws IOException {
        return image instanceof PDImageXObject one && isPlain(one) ? new PlainJpeg(one) : image;
    }

    private static boolean isPlain(PDImageXObject image) throws IOException {
        COSDictionary dictionary = image.getCOSObject();
        List<COSName> filters = image.getStream().getFilters();
        return filters.size() == 1 && filters.getFirst().equals(COSName.DCT_DECODE) && !image.isStencil()
                && image.getBitsPerComponent() == BITS && image.getColorSpace() instanceof PDDeviceRGB
                && dictionary.getDictionaryObject(COSName.DECODE) == null
                && dictionary.getDictionaryObject(COSName.D) == null
                && dictionary.getDictionaryObject(COSName.MASK) == null
                && dictionary.getDictionaryObject(COSName.SMASK) == null && image.getOptionalContent() == null;
    }

    @Override
    public BufferedImage getImage() throws IOException {
        return getImage(null, 1);
    }

    @Override
    public BufferedImage getImage(Rectangle region, int subsampling) throws IOException {
        Optional<BufferedImage> read = region == null ? read(subsampling) : Optional.empty();
        return read.isPresent() ? read.get() : image.getImage(region, subsampling);
    }

    /**
     * Empty if the platform cannot read it, or reads something other than the dictionary says; PDFBox then handles it.
     */
    private Optional<BufferedImage> read(int subsampling) throws IOException {
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("JPEG");
        if (!readers.hasNext()) {
            return Optional.empty();
        }
        ImageReader reader = readers.next();
        try (InputStream jpeg = image.getCOSObject().createRawInputStream();
                ImageInputStream in = new MemoryCacheImageInputStream(jpeg)) {
            reader.setInput(in); // as PDFBox does
            if (reader.getWidth(0) != image.getWidth() || reader.getHeight(0) != image.getHeight()) {
                return Optional.empty();
            }
            ImageReadParam every = reader.getDefaultReadParam();
            every.setSourceSubsampling(subsampling, subsampling, 0, 0);
            BufferedImage read = reader.read(0, every);
            boolean usual = read.getType() == BufferedImage.TYPE_3BYTE_BGR
                    && read.getRaster().getNumBands() == COLOURS;
            return usual ? Optional.of(read) : Optional.empty();
        } catch (IOException | RuntimeException e) { // the platform's reader fails on some damaged files
            return Optional.empty();
        } finally {
            reader.dispose();
        }
    }

    @Override
    public COSDictionary getCOSObject() {
        return image.getCOSObject();
    }

    @Override
    public WritableRaster getRawRaster() throws IOException {
        return image.getRawRaster();
    }

    @Override
    public BufferedImage getRawImage() throws IOException {
        return image.getRawImage();
    }

    @Override
    public BufferedImage getStencilImage(Paint paint) throws IOException {
        return image.getStencilImage(paint);
    }

    @Override
    public InputStream createInputStream() throws IOException {
        return image.createInputStream();
    }

    @Override
    public InputStream createInputStream(List<String> until) throws IOException {
        return image.createInputStream(until);
    }

    @Override
    public InputStream createInputStream(DecodeOptions options) throws IOException {
        return image.createInputStream(options);
    }

    @Override
    public boolean isEmpty() {
        return image.isEmpty();
    }

    @Override
    public boolean isStencil() {
        return false;
    }

    @Override
    public int getBitsPerComponent() {
        return image.getBitsPerComponent();
    }

    @Override
    public PDColorSpace getColorSpace() throws IOException {
        return image.getColorSpace();
    }

    @Override
    public int getHeight() {
        return image.getHeight();
    }

    @Override
    public int getWidth() {
        return image.getWidth();
    }

    @Override
    public COSArray getDecode() {
        return image.getDecode();
    }

    @Override
    public boolean getInterpolate() {
        return image.getInterpolate();
    }

    @Override
    public String getSuffix() {
        return image.getSuffix();
    }

    @Override
    public void setStencil(boolean stencil) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void setBitsPerComponent(int bits) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void setColorSpace(PDColorSpace space) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void setHeight(int height) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void setWidth(int width) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void setDecode(COSArray decode) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void setInterpolate(boolean interpolate) {
        throw new UnsupportedOperationException();
    }
}
