package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * Renders pages with programs that are not part of the project, at 144 dots per inch (two pixels per point), and
 * compares the images.
 */
final class Drawers {
    static final List<String> ALL = List.of("poppler", "mupdf");

    private Drawers() {}

    static BufferedImage draw(String drawer, Path pdf, Path png) throws Exception {
        return draw(drawer, pdf, png, 1);
    }

    /** @param unit points a user unit; poppler does not know user units, so that it is asked for as many dots more */
    static BufferedImage draw(String drawer, Path pdf, Path png, double unit) throws Exception {
        if (drawer.equals("poppler")) {
            String name = png.toString();
            run("pdftoppm", "-r", String.valueOf(144 * unit), "-png", "-singlefile", "-cropbox", pdf.toString(),
                    name.substring(0, name.length() - 4));
        } else {
            run("mutool", "draw", "-q", "-r", "144", "-o", png.toString(), pdf.toString(), "1");
        }
        return ImageIO.read(png.toFile());
    }

    /** True if a pixel looks different; a page with blending may be rounded slightly differently from one without. */
    private static boolean differs(int one, int other) {
        int red = Math.abs((one >> 16 & 255) - (other >> 16 & 255));
        int green = Math.abs((one >> 8 & 255) - (other >> 8 & 255));
        int blue = Math.abs((one & 255) - (other & 255));
        return Math.max(red, Math.max(green, blue)) > 24;
    }

    static int changed(BufferedImage before, BufferedImage after, PageBox shown) {
        int count = 0;
        for (int y = (int) (shown.top() * 2); y < Math.min(after.getHeight(), shown.bottom() * 2); y++) {
            for (int x = (int) (shown.left() * 2); x < Math.min(after.getWidth(), shown.right() * 2); x++) {
                count += differs(before.getRGB(x, y), after.getRGB(x, y)) ? 1 : 0;
            }
        }
        return count;
    }

    static int changedOutside(BufferedImage before, BufferedImage after, List<PageBox> shown) {
        int width = after.getWidth();
        int[] old = before.getRGB(0, 0, width, after.getHeight(), null, 0, width);
        int[] now = after.getRGB(0, 0, width, after.getHeight(), null, 0, width);
        return (int) IntStream.range(0, now.length)
                .filter(i -> differs(old[i], now[i]))
                .mapToObj(i -> new PagePoint(i % width / 2.0, i / width / 2.0))
                .filter(p -> shown.stream().noneMatch(b -> b.contains(p)))
                .count();
    }

    static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        return out;
    }
}
