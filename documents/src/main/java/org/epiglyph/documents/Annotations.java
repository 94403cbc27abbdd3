package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Path;
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
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.documents.base.RemarkText;

/** Marks as annotations (ISO 32000-2, 12.5), each with an appearance stream so that every reader shows the same. */
final class Annotations {
    private static final int PRINT = 4;
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("'D:'yyyyMMddHHmmss'Z'", Locale.ROOT)
            .withZone(ZoneOffset.UTC);
    private final String author;
    private final Instant at;

    private final Path pictures;

    /** @param pictures the folder of the marker's own pictures */
    Annotations(String author, Instant at, Path pictures) {
        this.pictures = pictures;
        this.author = author;
        this.at = at;
    }

    List<COSDictionary> of(PDDocument document, PDPage page, List<Mark> marks) throws IOException {
        PageGeometry geometry = Geometries.of(page);
        List<COSDictionary> annotations = new ArrayList<>();
        for (Mark mark : marks) {
            if (mark instanceof Correction correction) {
                annotations.addAll(correction(document, page, geometry, correction));
            } else {
                Mark written = asWritten(geometry, mark);
                COSDictionary a = bare(page, geometry, mark, written.bounds());
                shape(a, geometry, written);
                appear(a, document, geometry, written.ink(), written.drawing(), written.bounds());
                annotations.add(a);
            }
        }
        return annotations;
    }

    /**
     * A note's annotation does not turn with the page: readers keep the upper left corner of its rectangle and show it
     * upright (ISO 32000-2, 12.5.3, NoRotate, and 12.5.6.4). So it is written unturned at the corner where it is shown.
     */
    private static Mark asWritten(PageGeometry geometry, Mark mark) {
        if (!(mark instanceof Note note) || geometry.rotation() == 0) {
            return mark;
        }
        PageBox shown = geometry.toShown(note.bounds().expandedBy(1));
        PagePoint corner = geometry.fromShown(shown.topLeft());
        Note upright = note.withHead(note.head().withoutRotation());
        PageBox box = upright.bounds().expandedBy(1);
        return upright.movedBy(corner.x() - box.left(), corner.y() - box.top());
    }

    /** The entries of every mark's annotation (ISO 32000-2, tables 166 and 172). */
    COSDictionary bare(PDPage page, PageGeometry geometry, Mark mark, PageBox box) {
        COSDictionary a = new COSDictionary();
        a.setItem(COSName.TYPE, COSName.ANNOT);
        a.setItem(COSName.RECT, rectangle(geometry, box.expandedBy(1)));
        a.setItem(COSName.P, page.getCOSObject());
        a.setString(COSName.NM, mark.id());
        a.setString(COSName.M, DATE.format(at));
        a.setInt(COSName.F, PRINT);
        a.setItem(COSName.C, colour(mark.ink()));
        a.setString(COSName.T, author);
        a.setString(COSName.CONTENTS, contents(mark));
        String rich = RemarkText.rich(mark.remark().text());
        if (!rich.isEmpty() && !(mark instanceof TypedText)) {
            a.setString(COSName.getPDFName("RC"), rich);
        }
        if (!mark.head().meaning().isEmpty()) {
            a.setString(COSName.getPDFName("Subj"), mark.head().meaning());
        }
        return a;
    }

    private void appear(COSDictionary a, PDDocument document, PageGeometry geometry, Ink ink, List<Drawn> drawing,
            PageBox box) throws IOException {
        COSDictionary appearances = new COSDictionary();
        appearances.setItem(COSName.N,
                Appearance.of(document, geometry, ink, drawing, box.expandedBy(1), pictures));
        a.setItem(COSName.AP, appearances);
    }

    private static void shape(COSDictionary a, PageGeometry geometry, Mark mark) {
        switch (mark) {
            case Stroke stroke -> ink(a, geometry, stroke);
            case TextMarkup markup -> markup(a, geometry, markup);
            case Note _ -> note(a);
            case Shape figure -> figure(a, geometry, figure);
            case TypedText text -> freeText(a, geometry, text);
            case Stamp stamp -> {
                a.setItem(COSName.SUBTYPE, COSName.getPDFName("Stamp"));
                a.setName(COSName.NAME, name(stamp.face()));
            }
            case Correction _ -> throw new IllegalArgumentException("A correction is more than one annotation");
        }
    }

    private static void group(COSDictionary strike, Correction correction, COSDictionary caret) {
        strike.setString(COSName.NM, correction.id() + "-strike");
        strike.setString(COSName.CONTENTS, "");
        strike.removeItem(COSName.getPDFName("RC"));
        strike.setItem(COSName.getPDFName("IRT"), caret);
        strike.setName(COSName.getPDFName("RT"), "Group");
    }

    /** Caret and strike-out; if there are both, the strike-out belongs to the caret's group (ISO 32000-2, 12.5.6.2). */
    private List<COSDictionary> correction(PDDocument document, PDPage page, PageGeometry geometry,
            Correction correction) throws IOException {
        List<COSDictionary> both = new ArrayList<>();
        correction.caretPath().ifPresent(_ -> {
            COSDictionary caret = bare(page, geometry, correction, correction.caretBounds());
            caret.setItem(COSName.SUBTYPE, COSName.getPDFName("Caret"));
            caret.setName(COSName.getPDFName("Sy"), "None");
            both.add(caret);
        });
        if (!both.isEmpty()) {
            appear(both.getFirst(), document, geometry, correction.ink(),
                    List.of(new Drawn.Lines(List.of(correction.caretPath().get()), 1.2, false)),
                    correction.caretBounds());
        }
        if (!correction.struck().isEmpty()) {
            PageBox box = PageBox.around(correction.struck());
            COSDictionary strike = bare(page, geometry, correction, box);
            strike.setItem(COSName.SUBTYPE, COSName.getPDFName("StrikeOut"));
            strike.setItem(COSName.QUADPOINTS, quads(geometry, correction.struck()));
            if (!both.isEmpty()) {
                group(strike, correction, both.getFirst());
            }
            appear(strike, document, geometry, correction.ink(), List.of(correction.strike()), box);
            both.add(strike);
        }
        return both;
    }

    private static void line(COSDictionary a, PageGeometry geometry, Shape figure) {
        a.setName(COSName.SUBTYPE, "Line");
        COSArray ends = new COSArray();
        add(ends, geometry, figure.from());
        add(ends, geometry, figure.to());
        a.setItem(COSName.getPDFName("L"), ends);
        COSArray endings = new COSArray();
        endings.add(COSName.getPDFName("None"));
        endings.add(COSName.getPDFName(figure.form() == Shape.Form.ARROW ? "OpenArrow" : "None"));
        a.setItem(COSName.getPDFName("LE"), endings);
    }

    private static void figure(COSDictionary a, PageGeometry geometry, Shape figure) {
        switch (figure.form()) {
            case BOX -> a.setName(COSName.SUBTYPE, "Square");
            case ELLIPSE -> a.setName(COSName.SUBTYPE, "Circle");
            case LINE, ARROW -> line(a, geometry, figure);
            case BRACKET -> {
                a.setName(COSName.SUBTYPE, "PolyLine");
                COSArray corners = new COSArray();
                InkPath path = figure.paths().getFirst();
                add(corners, geometry, path.start());
                path.curves().forEach(c -> add(corners, geometry, c.end()));
                a.setItem(COSName.getPDFName("Vertices"), corners);
            }
        }
        if (figure.form().isArea()) {
            COSArray inset = new COSArray();
            for (int i = 0; i < 4; i++) {
                inset.add(number((1 + figure.width() / 2) / geometry.userUnit()));
            }
            a.setItem(COSName.getPDFName("RD"), inset);
        }
        a.setItem(COSName.BS, border(figure.width() / geometry.userUnit()));
    }

    private static COSDictionary border(double width) {
        COSDictionary border = new COSDictionary();
        border.setItem(COSName.W, new COSFloat((float) width));
        return border;
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
        a.setItem(COSName.BS, border(stroke.width() / geometry.userUnit()));
        if (stroke.nib() == Stroke.Nib.BROAD) {
            a.setItem(COSName.CA, new COSFloat((float) Mark.WASH_STRENGTH));
        }
    }

    /**
     * The corners in the order top left, top right, bottom left, bottom right of the page as read: the order that
     * readers use (common practice, no source), not the counterclockwise one in the text of ISO 32000-2, 12.5.6.10.
     */
    private static COSArray quads(PageGeometry geometry, List<PageBox> boxes) {
        COSArray quads = new COSArray();
        for (PageBox box : boxes) {
            PageBox shown = geometry.toShown(box);
            for (PagePoint corner : List.of(shown.topLeft(), new PagePoint(shown.right(), shown.top()),
                    new PagePoint(shown.left(), shown.bottom()),
                    new PagePoint(shown.right(), shown.bottom()))) {
                add(quads, geometry, geometry.fromShown(corner));
            }
        }
        return quads;
    }

    private static void markup(COSDictionary a, PageGeometry geometry, TextMarkup markup) {
        a.setName(COSName.SUBTYPE, switch (markup.style()) {
            case HIGHLIGHT -> "Highlight";
            case UNDERLINE -> "Underline";
            case WAVY_UNDERLINE -> "Squiggly";
            case STRIKE_OUT -> "StrikeOut";
        });
        a.setItem(COSName.QUADPOINTS, quads(geometry, markup.boxes()));
        if (markup.style() == TextMarkup.Style.HIGHLIGHT) {
            a.setItem(COSName.CA, new COSFloat((float) Mark.WASH_STRENGTH));
        }
    }

    private static void note(COSDictionary a) {
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("Text"));
        a.setName(COSName.NAME, "Note");
        a.setBoolean(COSName.getPDFName("Open"), false);
    }

    private static void freeText(COSDictionary a, PageGeometry geometry, TypedText text) {
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("FreeText"));
        int rgb = text.ink().textRgb();
        a.setString(COSName.DA,
                String.format(Locale.ROOT, "%.3f %.3f %.3f rg /Helv %.2f Tf", (rgb >> 16) / 255.0,
                        (rgb >> 8 & 255) / 255.0,
                        (rgb & 255) / 255.0, text.size() / geometry.userUnit()));
        COSDictionary border = new COSDictionary();
        border.setInt(COSName.W, 0);
        a.setItem(COSName.BS, border);
        a.removeItem(COSName.C); // for free text it would be the background, not the ink
        if (text.ground()) {
            a.setItem(COSName.C, colour(Drawn.Ground.PAPER));
        }
    }

    private static String contents(Mark mark) {
        String words = RemarkText.plain(mark.remark().text());
        return switch (mark) {
            case TypedText text -> text.text();
            case Stamp stamp when words.isEmpty() -> text(stamp.face());
            default -> words;
        };
    }

    private static String text(Face face) {
        return switch (face) {
            case Sign sign -> text(sign);
            case Face.Text(String text, double _) -> text;
            case Face.Score score -> score.text();
            case Face.Picture _ -> "";
        };
    }

    private static String text(Sign sign) {
        return switch (sign) {
            case TICK -> "Right";
            case HALF_TICK -> "Half right";
            case CROSS -> "Wrong";
            case QUERY -> "Not clear";
            case OMISSION -> "Something is left out here";
            case CARRIED_FORWARD -> "Error carried forward";
            case BENEFIT_OF_DOUBT -> "Benefit of the doubt";
            case REPETITION -> "Said before";
            case IRRELEVANT -> "Does not answer the question";
            case TOO_VAGUE -> "Too vague";
            case SEEN -> "Seen";
            case TAKE_OUT -> "Take out";
            case CLOSE_UP -> "Close up";
            case SPACE -> "Put in a space";
            case CHANGE_PLACES -> "Change places";
            case NEW_PARAGRAPH -> "New paragraph";
            case RUN_ON -> "Run on, no new paragraph";
            case CAPITALS -> "Capital letters";
            case SMALL_LETTERS -> "Small letters";
            case ITALIC -> "Italic";
            case LET_STAND -> "Let it stand";
        };
    }

    private static String name(Face face) {
        return switch (face) {
            case Sign sign -> name(sign.name());
            case Face.Text _ -> "Words";
            case Face.Score _ -> "Score";
            case Face.Picture _ -> "Picture";
        };
    }

    private static String name(String sign) {
        StringBuilder name = new StringBuilder();
        for (String word : sign.split("_")) {
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
        return colour(ink.rgb());
    }

    private static COSArray colour(int rgb) {
        COSArray c = new COSArray();
        c.add(new COSFloat((rgb >> 16) / 255f));
        c.add(new COSFloat((rgb >> 8 & 255) / 255f));
        c.add(new COSFloat((rgb & 255) / 255f));
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
