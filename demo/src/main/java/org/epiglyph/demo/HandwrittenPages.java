package org.epiglyph.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** Pages that look written by hand on ruled paper and scanned: a slight tilt, grain, no text to select. */
final class HandwrittenPages {
    private static final int WIDTH = 1240;
    private static final int HEIGHT = 1754;
    private static final int RULE = 58;
    private final Random random;
    private final Font hand;

    HandwrittenPages(Random random) throws IOException {
        this.random = random;
        try (InputStream in = HandwrittenPages.class.getResourceAsStream("Kalam_300Light.ttf")) {
            hand = Font.createFont(Font.TRUETYPE_FONT, in).deriveFont(36f);
        } catch (FontFormatException e) {
            throw new IllegalStateException("The shipped handwriting is damaged", e);
        }
    }

    /** The workbook on two pages. */
    List<BufferedImage> pages(String name, Workbook workbook) {
        List<String> first = new ArrayList<>(List.of("Tidal heights workbook", name, ""));
        List<String> second = new ArrayList<>();
        List<Workbook.Part> parts = workbook.parts();
        for (int i = 0; i < parts.size(); i++) {
            List<String> lines = i < 2 ? first : second;
            lines.add(parts.get(i).heading());
            parts.get(i).paragraphs().forEach(p -> lines.addAll(wrapped(p)));
            lines.add("");
        }
        return List.of(page(first), page(second));
    }

    static byte[] jpeg(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            how.setCompressionQuality(0.6f);
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), how);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    /** The pages as a PDF of pictures only. */
    static void pdf(List<BufferedImage> pages, Path file) throws IOException {
        try (PDDocument document = new PDDocument(); OutputStream out = Files.newOutputStream(file)) {
            for (BufferedImage image : pages) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                PDImageXObject picture = JPEGFactory.createFromByteArray(document, jpeg(image));
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.drawImage(picture, 0, 0, PDRectangle.A4.getWidth(), PDRectangle.A4.getHeight());
                }
            }
            document.setDocumentId(9L);
            document.save(out, CompressParameters.NO_COMPRESSION);
        }
    }

    private static List<String> wrapped(String paragraph) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : paragraph.split(" ")) {
            if (line.length() + word.length() > 54) {
                lines.add(line.toString().strip());
                line.setLength(0);
            }
            line.append(word).append(' ');
        }
        lines.add(line.toString().strip());
        return lines;
    }

    private BufferedImage page(List<String> lines) {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setColor(new Color(0xf4f1e8));
        g.fillRect(0, 0, WIDTH, HEIGHT);
        g.rotate((random.nextDouble() - 0.5) * 0.024, WIDTH / 2.0, HEIGHT / 2.0);
        g.setColor(new Color(0xb9c8d6));
        g.setStroke(new BasicStroke(2));
        for (int y = 150; y < HEIGHT - 60; y += RULE) {
            g.drawLine(40, y, WIDTH - 40, y);
        }
        g.setColor(new Color(0x2b3f78));
        AffineTransform straight = g.getTransform();
        int y = 150;
        for (String line : lines) {
            g.translate(110 + random.nextInt(12), y - 8 + random.nextInt(5));
            g.rotate((random.nextDouble() - 0.5) * 0.008);
            g.setFont(hand);
            g.drawString(line, 0, 0);
            g.setTransform(straight);
            y += RULE;
        }
        g.dispose();
        grain(image);
        return image;
    }

    private void grain(BufferedImage image) {
        for (int i = 0; i < WIDTH * HEIGHT / 6; i++) {
            int x = random.nextInt(WIDTH);
            int y = random.nextInt(HEIGHT);
            int shade = random.nextInt(17) - 8;
            int rgb = image.getRGB(x, y);
            int r = Math.clamp((rgb >> 16 & 255) + shade, 0, 255);
            int g = Math.clamp((rgb >> 8 & 255) + shade, 0, 255);
            int b = Math.clamp((rgb & 255) + shade, 0, 255);
            image.setRGB(x, y, r << 16 | g << 8 | b);
        }
    }
}
