package org.epiglyph.documents;

import java.awt.geom.AffineTransform;
import java.awt.geom.Point2D;
import java.util.List;
import java.util.Set;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.pdmodel.PDPage;

/**
 * Makes a page's annotations, including the student's own and form fields, follow a page that is scaled down. Their
 * appearances fit themselves into the new rectangles (ISO 32000-2, 12.5.5, algorithm 8).
 */
final class ScaledAnnotations {
    /** Entries with coordinates in user space, as pairs of numbers (ISO 32000-2, 12.5.6). */
    private static final List<COSName> PLACES = List.of(COSName.RECT, COSName.QUADPOINTS, COSName.getPDFName("L"),
            COSName.getPDFName("Vertices"), COSName.getPDFName("CL"));
    private static final COSName DIFFERENCES = COSName.getPDFName("RD");

    private ScaledAnnotations() {}

    /** @param changed receives every changed dictionary */
    static void follow(PDPage page, AffineTransform scaling, Set<COSDictionary> changed) {
        if (!(page.getCOSObject().getDictionaryObject(COSName.ANNOTS) instanceof COSArray all)) {
            return;
        }
        for (int i = 0; i < all.size(); i++) {
            if (all.getObject(i) instanceof COSDictionary annotation) {
                scale(annotation, scaling);
                changed.add(annotation);
            }
        }
    }

    private static void scale(COSDictionary annotation, AffineTransform scaling) {
        for (COSName key : PLACES) {
            if (annotation.getDictionaryObject(key) instanceof COSArray places) {
                annotation.setItem(key, places(places, scaling));
            }
        }
        if (annotation.getDictionaryObject(COSName.INKLIST) instanceof COSArray strokes) {
            COSArray other = new COSArray();
            for (int i = 0; i < strokes.size(); i++) {
                COSBase stroke = strokes.getObject(i);
                other.add(stroke instanceof COSArray places ? places(places, scaling) : stroke);
            }
            annotation.setItem(COSName.INKLIST, other);
        }
        if (annotation.getDictionaryObject(DIFFERENCES) instanceof COSArray widths) {
            COSArray other = new COSArray();
            for (int i = 0; i < widths.size(); i++) {
                other.add(number(number(widths.getObject(i)) * scaling.getScaleX()));
            }
            annotation.setItem(DIFFERENCES, other);
        }
        if (annotation.getDictionaryObject(COSName.BS) instanceof COSDictionary border
                && border.getDictionaryObject(COSName.W) instanceof COSNumber width) {
            COSDictionary own = new COSDictionary(border);
            own.setItem(COSName.W, number(width.floatValue() * scaling.getScaleX()));
            annotation.setItem(COSName.BS, own);
        }
    }

    private static COSArray places(COSArray places, AffineTransform scaling) {
        COSArray other = new COSArray();
        for (int i = 0; i + 1 < places.size(); i += 2) {
            Point2D place = scaling.transform(
                    new Point2D.Double(number(places.getObject(i)), number(places.getObject(i + 1))), null);
            other.add(number(place.getX()));
            other.add(number(place.getY()));
        }
        return other;
    }

    private static double number(COSBase value) {
        return value instanceof COSNumber number ? number.floatValue() : 0;
    }

    private static COSFloat number(double value) {
        return new COSFloat((float) value);
    }
}
