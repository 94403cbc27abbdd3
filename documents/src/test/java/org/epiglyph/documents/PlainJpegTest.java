package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Compared with PDFBox's own decoding of images, pixel by pixel. */
class PlainJpegTest {
    private static final int WIDTH = 61;
    private static final int HEIGHT = 47;
    private final PDDocument document = new PDDocument();

    @AfterEach
    void close() throws IOException {
        document.close();
    }

    private static BufferedImage picture(int type) {
        BufferedImage picture = new BufferedImage(WIDTH, HEIGHT, type);
        Graphics2D g = picture.createGraphics();
        g.setPaint(new GradientPaint(0, 0, Color.RED, WIDTH, HEIGHT, new Color(20, 90, 200)));
        g.fillRect(0, 0, WIDTH, HEIGHT);
        g.dispose();
        return picture;
    }

    private PDImageXObject jpeg(int type) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(picture(type), "jpeg", bytes);
        return JPEGFactory.createFromStream(document, new ByteArrayInputStream(bytes.toByteArray()));
    }

    private static void assertSame(BufferedImage one, BufferedImage other) {
        assertThat(one.getWidth()).isEqualTo(other.getWidth());
        assertThat(one.getHeight()).isEqualTo(other.getHeight());
        assertThat(one.getRGB(0, 0, one.getWidth(), one.getHeight(), null, 0, one.getWidth()))
                .isEqualTo(other.getRGB(0, 0, one.getWidth(), one.getHeight(), null, 0, one.getWidth()));
    }

    @Test
    void decodesACameraPictureExactlyAsPdfBoxDoes() throws IOException {
        PDImageXObject image = jpeg(BufferedImage.TYPE_3BYTE_BGR);
        PDImage plain = PlainJpeg.of(image);
        assertThat(plain).isInstanceOf(PlainJpeg.class);
        assertThat(plain.getImage().getType()).isEqualTo(BufferedImage.TYPE_3BYTE_BGR);
        assertSame(plain.getImage(), image.getImage());
        assertSame(plain.getImage(null, 3), image.getImage(null, 3));
    }

    @Test
    void leavesAllOthersToPdfBox() throws IOException {
        PDImageXObject grey = jpeg(BufferedImage.TYPE_BYTE_GRAY);
        PDImageXObject lossless = LosslessFactory.createFromImage(document, picture(BufferedImage.TYPE_INT_RGB));
        PDImageXObject turned = jpeg(BufferedImage.TYPE_3BYTE_BGR);
        COSArray decode = new COSArray();
        for (int i = 0; i < 6; i++) {
            decode.add(COSInteger.get(1 - i % 2));
        }
        turned.setDecode(decode);
        PDImageXObject masked = jpeg(BufferedImage.TYPE_3BYTE_BGR);
        masked.getCOSObject().setItem(COSName.SMASK, grey);
        for (PDImageXObject one : new PDImageXObject[]{grey, lossless, turned, masked}) {
            assertThat(PlainJpeg.of(one)).isSameAs(one);
        }
    }

    /** In a damaged or hostile file, the declared size and the size of the image may differ. */
    @Test
    void handlesAPictureWhoseSizeDiffersFromItsDictionaryAsPdfBoxDoes() throws IOException {
        PDImageXObject image = jpeg(BufferedImage.TYPE_3BYTE_BGR);
        image.setWidth(WIDTH - 20);
        assertSame(PlainJpeg.of(image).getImage(), image.getImage());
    }
}
