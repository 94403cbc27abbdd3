package org.epiglyph.documents;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.parser.resources.ResourcePolicy;
import com.github.weisj.jsvg.view.FloatSize;
import com.github.weisj.jsvg.view.ViewBox;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Locale;
import javax.imageio.ImageIO;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.places.WholeFile;

/**
 * A picture of the marker's own, for a stamp or a remark: redrawn as a PNG of limited size, so that only the picture
 * itself is passed on.
 *
 * @param name   the digest of its bytes, with the extension .png
 * @param png    its bytes
 * @param aspect width over height
 */
public record OwnPicture(String name, byte[] png, double aspect) {
    private static final int LONGEST_SIDE = 640;
    private static final long MOST_BYTES = 20L << 20;
    private static final long MOST_PIXELS = 100_000_000;

    /**
     * Reads a picture.
     *
     * @param file an SVG, PNG, JPEG or GIF
     * @throws Problem if it is not a picture, or too large
     */
    public static OwnPicture read(Path file) throws Problem {
        String name = String.valueOf(file.getFileName());
        try {
            if (Files.size(file) > MOST_BYTES) {
                throw new Problem(Message.of(OwnPicture.class, "tooLarge", name));
            }
            byte[] bytes = Files.readAllBytes(file);
            BufferedImage image = name.toLowerCase(Locale.ROOT).endsWith(".svg")
                    ? drawn(bytes, file)
                    : scaled(picture(bytes, name));
            return of(image);
        } catch (IOException | RuntimeException e) {
            throw new Problem(Message.of(OwnPicture.class, "unreadable", name), e);
        }
    }

    private static BufferedImage picture(byte[] bytes, String name) throws IOException, Problem {
        try (var stream = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            var readers = ImageIO.getImageReaders(stream);
            if (!readers.hasNext()) {
                throw new Problem(Message.of(OwnPicture.class, "unreadable", name));
            }
            var reader = readers.next();
            try {
                reader.setInput(stream);
                if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS) {
                    throw new Problem(Message.of(OwnPicture.class, "tooManyPixels", name));
                }
                return reader.read(0);
            } finally {
                reader.dispose();
            }
        }
    }

    private static BufferedImage scaled(BufferedImage image) {
        double factor = Math.min(1, (double) LONGEST_SIDE / Math.max(image.getWidth(), image.getHeight()));
        int width = Math.max(1, (int) Math.round(image.getWidth() * factor));
        int height = Math.max(1, (int) Math.round(image.getHeight() * factor));
        BufferedImage copy = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = copy.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        g.drawImage(image, 0, 0, width, height, null);
        g.dispose();
        return copy;
    }

    /** Loads nothing outside the drawing itself. */
    private static BufferedImage drawn(byte[] svg, Path file) throws IOException {
        LoaderContext context = LoaderContext.builder().externalResourcePolicy(ResourcePolicy.DENY_EXTERNAL).build();
        SVGDocument document = new SVGLoader().load(new ByteArrayInputStream(svg), file.toUri(), context);
        if (document == null) {
            throw new IOException("No drawing");
        }
        FloatSize size = document.size();
        double factor = LONGEST_SIDE / Math.max(size.width, size.height);
        int width = Math.clamp(Math.round(size.width * factor), 1, LONGEST_SIDE);
        int height = Math.clamp(Math.round(size.height * factor), 1, LONGEST_SIDE);
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        document.render(null, g, new ViewBox(0, 0, width, height));
        g.dispose();
        return image;
    }

    private static OwnPicture of(BufferedImage image) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        byte[] png = out.toByteArray();
        try {
            String digest = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(png));
            return new OwnPicture(digest + ".png", png, (double) image.getWidth() / image.getHeight());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Stores the picture in a folder under its name; an existing one stays. */
    public void storeIn(Path folder) throws Problem {
        try {
            Files.createDirectories(folder);
            Path target = folder.resolve(name);
            if (!Files.exists(target)) {
                WholeFile.write(target, beside -> Files.write(beside, png));
            }
        } catch (IOException e) {
            throw new Problem(Message.of(OwnPicture.class, "cannotBeKept"), e);
        }
    }
}
