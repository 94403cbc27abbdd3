package org.epiglyph.documents;

import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Locale;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.documents.base.Typeface;

/** Operators of a content stream (ISO 32000-2, 8.5), from places in page space. Text is drawn as outlines. */
final class ContentWriter {
    private static final HexFormat HEX = HexFormat.of();
    private final PageGeometry geometry;
    private final StringBuilder content = new StringBuilder();

    ContentWriter(PageGeometry geometry) {
        this.geometry = geometry;
    }

    /** Appends raw operators. */
    ContentWriter append(String operators) {
        content.append(operators);
        return this;
    }

    byte[] bytes() {
        return content.toString().getBytes(StandardCharsets.US_ASCII);
    }

    /** The width of lines in points. */
    void lineWidth(double points) {
        content.append(number(points / geometry.userUnit())).append(" w\n");
    }

    /**
     * Draws a line of text, base line at 0, y down: as text if the face has every letter, else as outlines with the
     * text attached (ISO 32000-2, 14.9.4).
     */
    void text(String line, EmbeddedFace face, double size, AffineTransform place) throws IOException {
        if (!face.canSet(line)) {
            append("/Span <</ActualText <FEFF" + HEX.formatHex(line.getBytes(StandardCharsets.UTF_16BE)) + ">>> BDC\n");
            text(line, face.face(), size, place);
            append("EMC\n");
            return;
        }
        double[] m = {0, 0, 1, 0, 0, -1}; // the origin, one point to the right, one point up
        place.transform(m, 0, m, 0, 3);
        PagePoint origin = new PagePoint(m[0], m[1]);
        PagePoint right = new PagePoint(m[2], m[3]);
        PagePoint up = new PagePoint(m[4], m[5]);
        double x = geometry.toPdfX(origin);
        double y = geometry.toPdfY(origin);
        content.append("BT /").append(face.name()).append(' ').append(number(size)).append(" Tf ");
        for (double value : new double[]{geometry.toPdfX(right) - x, geometry.toPdfY(right) - y,
                geometry.toPdfX(up) - x, geometry.toPdfY(up) - y, x, y}) {
            content.append(number(value)).append(' ');
        }
        content.append("Tm <").append(HEX.formatHex(face.encode(line))).append("> Tj ET\n");
    }

    /** Fills the outlines of a line of text, base line at 0, y down. */
    void text(String line, Typeface face, double size, AffineTransform place) {
        Shape outline = face.outline(line, size);
        fill(outline.getPathIterator(place));
    }

    void area(PageBox box) {
        point(box.topLeft(), "m");
        point(new PagePoint(box.right(), box.top()), "l");
        point(new PagePoint(box.right(), box.bottom()), "l");
        point(new PagePoint(box.left(), box.bottom()), "l");
        content.append("h\n");
    }

    /** Fills what a path encloses. */
    void fill(PathIterator path) {
        double[] c = new double[6];
        PagePoint at = new PagePoint(0, 0);
        boolean any = false;
        for (; !path.isDone(); path.next()) {
            any = true;
            switch (path.currentSegment(c)) {
                case PathIterator.SEG_MOVETO -> point(at = new PagePoint(c[0], c[1]), "m");
                case PathIterator.SEG_LINETO -> point(at = new PagePoint(c[0], c[1]), "l");
                case PathIterator.SEG_QUADTO -> {
                    PagePoint end = new PagePoint(c[2], c[3]);
                    coordinates(new PagePoint(at.x() + (c[0] - at.x()) * 2 / 3, at.y() + (c[1] - at.y()) * 2 / 3));
                    coordinates(new PagePoint(end.x() + (c[0] - end.x()) * 2 / 3, end.y() + (c[1] - end.y()) * 2 / 3));
                    point(at = end, "c");
                }
                case PathIterator.SEG_CUBICTO -> {
                    coordinates(new PagePoint(c[0], c[1]));
                    coordinates(new PagePoint(c[2], c[3]));
                    point(at = new PagePoint(c[4], c[5]), "c");
                }
                default -> content.append("h\n");
            }
        }
        if (any) {
            content.append("f\n");
        }
    }

    void point(PagePoint p, String operator) {
        coordinates(p);
        content.append(operator).append('\n');
    }

    void coordinates(PagePoint p) {
        content.append(number(geometry.toPdfX(p))).append(' ').append(number(geometry.toPdfY(p))).append(' ');
    }

    /** @param operator RG for lines, rg for areas */
    void colour(int rgb, String operator) {
        content.append(number((rgb >> 16) / 255.0))
                .append(' ')
                .append(number((rgb >> 8 & 255) / 255.0))
                .append(' ')
                .append(number((rgb & 255) / 255.0))
                .append(' ')
                .append(operator)
                .append('\n');
    }

    static String number(double value) {
        return String.format(Locale.ROOT, "%.3f", value);
    }
}
