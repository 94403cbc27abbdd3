package org.epiglyph.documents;

import java.io.IOException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Highlight;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;

/** Marks as the standard's annotations (ISO 32000-2, 12.5), each with an appearance stream so that every reader shows the same. */
final class Annotations {
    private static final int PRINT = 4;
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("'D:'yyyyMMddHHmmss'Z'", Locale.ROOT)
            .withZone(ZoneOffset.UTC);
    private final String author;
    private final Instant at;

    Annotations(String author, Instant at) {
        this.author = author;
        this.at = at;
    }

    List<COSDictionary> of(PDDocument document, PDPage page, List<Mark> marks) throws IOException {
        PageGeometry geometry = Geometries.of(page);
        List<COSDictionary> annotations = new ArrayList<>();
        for (Mark mark : marks) {
            annotations.add(annotation(document, page, geometry, asWritten(geometry, mark)));
        }
        return annotations;
    }

    /**
     * A note's annotation does not turn with the page: readers keep the upper left corner of its rectangle and set it
     * upright (ISO 32000-2, 12.5.3, NoRotate, and 12.5.6.4). So it is written unturned from the corner at which it is shown.
     */
    private static Mark asWritten(PageGeometry geometry, Mark mark) {
        if (!(mark instanceof Note note) || geometry.rotation() == 0) {
            return mark;
        }
        PageBox shown = geometry.toShown(note.bounds().grownBy(1));
        PagePoint corner = geometry.fromShown(shown.topLeft());
        Head unturned = new Head(note.id(), note.page(), note.ink(), 0, note.remark());
        Note upright = new Note(unturned, note.at());
        PageBox box = upright.bounds().grownBy(1);
        return upright.movedBy(corner.x() - box.left(), corner.y() - box.top());
    }

    private COSDictionary annotation(PDDocument document, PDPage page, PageGeometry geometry, Mark mark)
            throws IOException {
        COSDictionary a = new COSDictionary();
        a.setItem(COSName.TYPE, COSName.ANNOT);
        a.setItem(COSName.RECT, rectangle(geometry, mark.bounds().grownBy(1)));
        a.setItem(COSName.P, page.getCOSObject());
        a.setString(COSName.NM, mark.id());
        a.setString(COSName.M, DATE.format(at));
        a.setInt(COSName.F, PRINT);
        a.setItem(COSName.C, colour(mark.ink()));
        a.setString(COSName.T, author);
        a.setString(COSName.CONTENTS, contents(mark));
        switch (mark) {
            case Stroke stroke -> ink(a, geometry, stroke);
            case Highlight highlight -> highlight(a, geometry, highlight);
            case Note _ -> note(a);
            case TypedText text -> freeText(a, geometry, text);
            case Stamp stamp -> {
                a.setItem(COSName.SUBTYPE, COSName.getPDFName("Stamp"));
                a.setName(COSName.NAME, name(stamp.sign()));
            }
        }
        COSDictionary appearances = new COSDictionary();
        appearances.setItem(COSName.N, Appearance.of(document, geometry, mark));
        a.setItem(COSName.AP, appearances);
        return a;
    }

    private static void ink(COSDictionary a, PageGeometry geometry, Stroke stroke) {
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("Ink"));
        COSArray list = new COSArray();
        COSArray path = new COSArray();
        for (PagePoint p : stroke.path().flattened()) {
            add(path, geometry, p);
        }
        list.add(path);
        a.setItem(COSName.INKLIST, list);
        COSDictionary border = new COSDictionary();
        border.setItem(COSName.W, new COSFloat((float) (stroke.width() / geometry.userUnit())));
        a.setItem(COSName.BS, border);
        if (stroke.nib() == Stroke.Nib.BROAD) {
            a.setItem(COSName.CA, new COSFloat((float) Mark.WASH_STRENGTH));
        }
    }

    /**
     * The corners go top left, top right, bottom left, bottom right as the page is read: the order that readers
     * follow (common practice, no source), not the counterclockwise one in the text of ISO 32000-2, 12.5.6.10.
     */
    private static void highlight(COSDictionary a, PageGeometry geometry, Highlight highlight) {
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("Highlight"));
        COSArray quads = new COSArray();
        for (PageBox box : highlight.boxes()) {
            PageBox shown = geometry.toShown(box);
            for (PagePoint corner : List.of(shown.topLeft(), new PagePoint(shown.right(), shown.top()),
                    new PagePoint(shown.left(), shown.bottom()),
                    new PagePoint(shown.right(), shown.bottom()))) {
                add(quads, geometry, geometry.fromShown(corner));
            }
        }
        a.setItem(COSName.QUADPOINTS, quads);
        a.setItem(COSName.CA, new COSFloat((float) Mark.WASH_STRENGTH));
    }

    private static void note(COSDictionary a) {
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("Text"));
        a.setName(COSName.NAME, "Note");
        a.setBoolean(COSName.getPDFName("Open"), false);
    }

    private static void freeText(COSDictionary a, PageGeometry geometry, TypedText text) {
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("FreeText"));
        int rgb = text.ink().wordsRgb();
        a.setString(COSName.DA,
                String.format(Locale.ROOT, "%.3f %.3f %.3f rg /Helv %.2f Tf", (rgb >> 16) / 255.0,
                        (rgb >> 8 & 255) / 255.0,
                        (rgb & 255) / 255.0, text.size() / geometry.userUnit()));
        COSDictionary border = new COSDictionary();
        border.setInt(COSName.W, 0);
        a.setItem(COSName.BS, border);
        a.removeItem(COSName.C); // for free text it would be the ground, not the ink
    }

    private static String contents(Mark mark) {
        return switch (mark) {
            case TypedText text -> text.text();
            case Stamp stamp when mark.remark().isEmpty() -> words(stamp.sign());
            default -> mark.remark().words();
        };
    }

    private static String words(Sign sign) {
        return switch (sign) {
            case TICK -> "Right";
            case CROSS -> "Wrong";
            case QUERY -> "Not clear";
            case OMISSION -> "Something is left out here";
            case CARRIED_FORWARD -> "Error carried forward";
            case BENEFIT_OF_DOUBT -> "Benefit of the doubt";
        };
    }

    private static String name(Sign sign) {
        StringBuilder name = new StringBuilder();
        for (String word : sign.name().split("_")) {
            name.append(word.charAt(0)).append(word.substring(1).toLowerCase(Locale.ROOT));
        }
        return name.toString();
    }

    static COSArray rectangle(PageGeometry geometry, PageBox box) {
        COSArray r = new COSArray();
        add(r, geometry, new PagePoint(box.left(), box.bottom()));
        add(r, geometry, new PagePoint(box.right(), box.top()));
        return r;
    }

    private static COSArray colour(Ink ink) {
        COSArray c = new COSArray();
        c.add(new COSFloat((ink.rgb() >> 16) / 255f));
        c.add(new COSFloat((ink.rgb() >> 8 & 255) / 255f));
        c.add(new COSFloat((ink.rgb() & 255) / 255f));
        return c;
    }

    private static void add(COSArray array, PageGeometry geometry, PagePoint p) {
        array.add(number(geometry.toPdfX(p)));
        array.add(number(geometry.toPdfY(p)));
    }

    private static org.apache.pdfbox.cos.COSNumber number(double value) {
        double rounded = Math.round(value * 1000) / 1000.0;
        return rounded == Math.rint(rounded) ? COSInteger.get((long) rounded) : new COSFloat((float) rounded);
    }
}
