package org.epiglyph.documents;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.epiglyph.core.Message;
import org.epiglyph.core.margin.MarginLayout;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.documents.base.RemarkText;
import org.epiglyph.documents.base.TextDirection;
import org.epiglyph.documents.base.Typeface;

/**
 * Prints remarks beside their places into a margin added at the right of the page as shown, so that they can be read in
 * every program and on paper. Nothing is drawn on the page itself: a line leads from its edge, at the height of the
 * mark, to the numbered text. What does not fit continues on a page after it. The remarks are text, so that they can be
 * searched and copied.
 */
final class PrintedMargin {
    private static final double A4_AREA = 595.0 * 842;
    private static final double LEAST_SCALE = 0.6;
    /** A page is not scaled down further than this for its margin. */
    private static final double LEAST_SHRINK = 0.5;
    private static final double MOST_SCALE = 8;
    private static final double WIDTH = 168;
    private static final double EDGE = 18;
    private static final double LEAD = 22;
    private static final double SIZE = 9.5;
    private static final double LEADING = 12.5;
    private static final double GAP = 7;
    private static final double NUMBER = 0.8;
    private static final int RULE = 0xd5ccba;
    /** Gives every line of such a remark its direction, also one that begins with a word in other letters. */
    private static final String RIGHT_TO_LEFT_MARK = "\u200f";
    private static final int SECOND = 0x555b7a;
    private final PDDocument document;
    private final boolean scaled;
    private final Set<COSDictionary> changed;
    private final EmbeddedFace textFace;
    private int number;

    /**
     * @param scaled  true to scale down page and margin, so that the page keeps its size
     * @param changed receives every changed dictionary
     */
    PrintedMargin(PDDocument document, boolean scaled, Set<COSDictionary> changed) {
        this.scaled = scaled;
        this.document = document;
        this.changed = changed;
        textFace = new EmbeddedFace(document, Typeface.SERIF);
    }

    /**
     * A remark in lines.
     *
     * @param wish  where its top would be, in points from the top of the page as shown
     * @param place the height of its mark there
     */
    private record Printed(int number, int rgb, String text, List<String> lines, double wish, double place) {}

    /**
     * Measures of one page, in points as shown.
     *
     * @param shrink the factor by which page and margin are scaled down in the end; 1 for not at all
     */
    private record Measures(PageGeometry shape, double scale, double shrink) {
        static Measures of(PageGeometry shape, boolean scaled) {
            double scale = Math.clamp(Math.sqrt(shape.shownWidth() * shape.shownHeight() / A4_AREA), LEAST_SCALE,
                    MOST_SCALE);
            if (!scaled) {
                return new Measures(shape, scale, 1);
            }
            double shrink = Math.max(LEAST_SHRINK, 1 - WIDTH * scale / shape.shownWidth());
            return new Measures(shape, shape.shownWidth() * (1 - shrink) / (shrink * WIDTH), shrink);
        }

        /** The measures of a continuation page, which has the page's final size. */
        Measures behind() {
            double width = shrink < 1 ? shape.shownWidth() : shape.shownWidth() + of(WIDTH);
            return new Measures(new PageGeometry(0, 0, width, shape.shownHeight(), 0, 1), scale * shrink, 1);
        }

        /** The height of page and margin before they are scaled down. */
        double height() {
            return shape.shownHeight() / shrink;
        }

        double of(double usual) {
            return usual * scale;
        }

        double left() {
            return shape.shownWidth() + of(LEAD);
        }

        double column() {
            return of(WIDTH - LEAD - EDGE);
        }

        double height(Printed remark) {
            return remark.lines.size() * of(LEADING);
        }

        double bottom() {
            return height() - of(EDGE);
        }

        /** From the page as shown to page space. */
        AffineTransform place() {
            PagePoint o = shape.fromShown(new PagePoint(0, 0));
            PagePoint x = shape.fromShown(new PagePoint(1, 0));
            PagePoint y = shape.fromShown(new PagePoint(0, 1));
            return new AffineTransform(x.x() - o.x(), x.y() - o.y(), y.x() - o.x(), y.y() - o.y(), o.x(), o.y());
        }
    }

    /**
     * Prints the remarks of a page's marks.
     *
     * @return number of pages added after it
     */
    int print(PDPage page, List<Mark> marks) throws IOException {
        Measures m = Measures.of(Geometries.of(page), scaled);
        List<Printed> all = printed(marks, m);
        if (all.isEmpty()) {
            return 0;
        }
        List<Printed> fitting = fitting(all, m);
        List<Printed> rest = all.subList(fitting.size(), all.size());
        ContentWriter content = content(fitting, rest, m);
        textFace.addTo(page);
        if (scaled) {
            shrink(page, m, content);
        } else {
            widen(page, m);
            PageContent.addBehind(document, page, content.bytes());
        }
        changed.add(page.getCOSObject());
        return rest.isEmpty() ? 0 : continueBehind(page, m, rest);
    }

    /** What is printed, numbered from the top of the page as shown. */
    private List<Printed> printed(List<Mark> marks, Measures m) {
        List<Printed> all = new ArrayList<>();
        List<Mark> speaking = marks.stream()
                .filter(k -> !k.remark().isEmpty())
                .sorted(Comparator.comparingDouble(k -> m.shape.toShown(k.bounds()).top()))
                .toList();
        for (Mark mark : speaking) {
            PageBox box = m.shape.toShown(mark.bounds());
            double place = Math.clamp(box.centre().y(), 0, m.shape.shownHeight());
            number++;
            String said = RemarkText.plain(mark.remark().text()).strip();
            all.add(new Printed(number, mark.ink().textRgb(), said,
                    lines(number, said, m, m.column()),
                    place - m.of(LEADING) / 2, place));
        }
        return all;
    }

    /** @param rest what goes onto the next page */
    private ContentWriter content(List<Printed> fitting, List<Printed> rest, Measures m) throws IOException {
        ContentWriter content = new ContentWriter(m.shape);
        ground(content, m);
        double[] tops = tops(fitting, m);
        for (int i = 0; i < fitting.size(); i++) {
            lead(content, m, fitting.get(i), tops[i]);
            text(content, m, fitting.get(i), tops[i], m.left(), m.column());
        }
        if (!rest.isEmpty()) {
            printLine(content, m,
                    Message.of(PrintedMargin.class, "onNextPage", rest.getFirst().number, rest.getLast().number)
                            .text(),
                    m.left(), m.bottom() + m.of(EDGE) / 2);
        }
        return content;
    }

    /** The text in lines, the first with room for the number. */
    private static List<String> lines(int number, String text, Measures m, double column) {
        String room = "\u2007".repeat(String.valueOf(number).length() + 1); // as wide as the number and its space
        List<String> lines = Typeface.SERIF.lines(room + text, m.of(SIZE), column);
        lines.set(0, lines.getFirst().replaceFirst("^\u2007+", ""));
        return lines;
    }

    private static List<Printed> fitting(List<Printed> all, Measures m) {
        List<Printed> fitting = new ArrayList<>(all);
        while (!fitting.isEmpty() && height(fitting, m) > m.bottom() - m.of(EDGE)) {
            fitting.removeLast();
        }
        return fitting;
    }

    private static double height(List<Printed> some, Measures m) {
        return some.stream().mapToDouble(r -> m.height(r) + m.of(GAP)).sum();
    }

    /** As near to their places as possible between the page's edges. */
    private static double[] tops(List<Printed> remarks, Measures m) {
        double[] tops = MarginLayout.tops(
                remarks.stream().map(r -> new MarginLayout.Wish(r.wish, m.height(r))).toList(), m.of(GAP), m.of(EDGE));
        double bottom = m.bottom();
        for (int i = tops.length - 1; i >= 0; i--) {
            tops[i] = Math.min(tops[i], bottom - m.height(remarks.get(i)));
            bottom = tops[i] - m.of(GAP);
        }
        return tops;
    }

    /** The margin is separate paper: what the page hides beyond its edge stays hidden. */
    private static void ground(ContentWriter content, Measures m) {
        content.colour(0xffffff, "rg");
        PageBox strip = PageBox.between(new PagePoint(m.shape.shownWidth(), 0),
                new PagePoint(m.shape.shownWidth() + m.of(WIDTH), m.height()));
        content.area(m.shape.fromShown(strip));
        content.append("f\n");
        content.colour(RULE, "RG");
        content.lineWidth(m.of(0.6));
        double x = m.shape.shownWidth() + m.of(0.3);
        line(content, m, new PagePoint(x, 0), new PagePoint(x, m.height()));
    }

    private static void line(ContentWriter content, Measures m, PagePoint from, PagePoint to) {
        content.point(m.shape.fromShown(from), "m");
        content.point(m.shape.fromShown(to), "l");
        content.append("S\n");
    }

    private static void lead(ContentWriter content, Measures m, Printed remark, double top) {
        double start = m.shape.shownWidth() + m.of(1);
        double end = m.left() - m.of(4);
        double to = top + m.of(LEADING) * 0.55;
        content.colour(remark.rgb, "RG");
        content.lineWidth(m.of(0.7));
        content.point(m.shape.fromShown(new PagePoint(start, remark.place)), "m");
        content.coordinates(m.shape.fromShown(new PagePoint((start + end) / 2, remark.place)));
        content.coordinates(m.shape.fromShown(new PagePoint((start + end) / 2, to)));
        content.point(m.shape.fromShown(new PagePoint(end, to)), "c");
        content.append("S\n");
    }

    /** Text that reads from right to left ends at the right of the column; its number stays at the left. */
    private void text(ContentWriter content, Measures m, Printed remark, double top, double left, double column)
            throws IOException {
        content.colour(remark.rgb, "rg");
        String number = String.valueOf(remark.number);
        AffineTransform head = m.place();
        head.translate(left, top + m.of(SIZE));
        content.text(number, textFace, m.of(SIZE * NUMBER), head);
        double indent = left + m.of(4) + textFace.face().width(number, m.of(SIZE * NUMBER));
        boolean fromRight = TextDirection.isRightToLeft(remark.text);
        for (int i = 0; i < remark.lines.size(); i++) {
            String line = fromRight ? RIGHT_TO_LEFT_MARK + remark.lines.get(i) : remark.lines.get(i);
            double start = i == 0 ? indent : left;
            AffineTransform place = m.place();
            place.translate(fromRight ? left + column - textFace.face().width(line, m.of(SIZE)) : start,
                    top + m.of(SIZE) + i * m.of(LEADING));
            content.text(line, textFace, m.of(SIZE), place);
        }
    }

    private void printLine(ContentWriter content, Measures m, String said, double left, double baseLine)
            throws IOException {
        content.colour(SECOND, "rg");
        AffineTransform place = m.place();
        place.translate(left, baseLine);
        content.text(said, textFace, m.of(SIZE * NUMBER), place);
    }

    /** True if it changed a page: a signature covers its content, and detects it. */
    boolean hasPrinted() {
        return number > 0;
    }

    /** To be called before an update is written; if the whole document is saved, the library does this. */
    void subset() throws IOException {
        textFace.subset();
    }

    /** The crop box grows on the side shown at the right, and the media box with it. */
    private void widen(PDPage page, Measures m) {
        PDRectangle crop = page.getCropBox();
        PagePoint corner = m.shape.fromShown(new PagePoint(m.shape.shownWidth() + m.of(WIDTH), m.shape.shownHeight()));
        PDRectangle wide = around(crop, (float) m.shape.toPdfX(corner), (float) m.shape.toPdfY(corner));
        PDRectangle media = page.getMediaBox();
        page.setMediaBox(around(around(wide, media.getLowerLeftX(), media.getLowerLeftY()), media.getUpperRightX(),
                media.getUpperRightY()));
        page.setCropBox(wide);
        changed.add(page.getCOSObject());
    }

    /** Page and margin are scaled down about the corner shown at the upper left; the boxes stay. */
    private void shrink(PDPage page, Measures m, ContentWriter content) throws IOException {
        PagePoint corner = m.shape.fromShown(new PagePoint(0, 0));
        double x = m.shape.toPdfX(corner);
        double y = m.shape.toPdfY(corner);
        AffineTransform scaling = new AffineTransform(m.shrink, 0, 0, m.shrink, x * (1 - m.shrink),
                y * (1 - m.shrink));
        PDRectangle crop = page.getCropBox();
        String all = String.format(Locale.ROOT, "%.6f 0 0 %.6f %.4f %.4f cm\n", m.shrink, m.shrink,
                scaling.getTranslateX(), scaling.getTranslateY());
        String own = String.format(Locale.ROOT, "%.4f %.4f %.4f %.4f re W n\n", crop.getLowerLeftX(),
                crop.getLowerLeftY(), crop.getWidth(), crop.getHeight()); // what it hides stays hidden
        PageContent.add(document, page, all, own, content.bytes());
        ScaledAnnotations.follow(page, scaling, changed);
    }

    private static PDRectangle around(PDRectangle box, float x, float y) {
        float left = Math.min(box.getLowerLeftX(), x);
        float bottom = Math.min(box.getLowerLeftY(), y);
        return new PDRectangle(left, bottom, Math.max(box.getUpperRightX(), x) - left,
                Math.max(box.getUpperRightY(), y) - bottom);
    }

    // --- pages behind

    private int continueBehind(PDPage page, Measures m, List<Printed> rest) throws IOException {
        Measures sheet = m.behind();
        double column = Math.min(sheet.shape.shownWidth() - 4 * sheet.of(EDGE), sheet.of(420));
        double left = 2 * sheet.of(EDGE);
        int added = 0;
        PDPage last = page;
        ContentWriter content = null;
        double top = 0;
        for (Printed remark : rest) {
            List<String> lines = lines(remark.number, remark.text, sheet, column);
            while (!lines.isEmpty()) {
                if (content == null || top + sheet.of(LEADING) > sheet.bottom()) {
                    if (content != null) {
                        last = pageBehind(last, sheet, content);
                        added++;
                    }
                    content = continued(sheet, left);
                    top = 3 * sheet.of(EDGE);
                }
                int room = Math.max(1, (int) ((sheet.bottom() - top) / sheet.of(LEADING)));
                List<String> now = lines.subList(0, Math.min(room, lines.size()));
                text(content, sheet, new Printed(remark.number, remark.rgb, remark.text, now, 0, 0), top, left,
                        column);
                top += now.size() * sheet.of(LEADING) + sheet.of(GAP);
                lines = lines.subList(now.size(), lines.size());
            }
        }
        pageBehind(last, sheet, content);
        return added + 1;
    }

    private ContentWriter continued(Measures sheet, double left) throws IOException {
        ContentWriter content = new ContentWriter(sheet.shape);
        printLine(content, sheet, Message.of(PrintedMargin.class, "continued").text(), left, 2 * sheet.of(EDGE));
        return content;
    }

    private PDPage pageBehind(PDPage before, Measures sheet, ContentWriter content) throws IOException {
        PDPage page = new PDPage(new PDRectangle((float) sheet.shape.cropWidth(), (float) sheet.shape.cropHeight()));
        page.getCOSObject().setItem(COSName.CONTENTS, PageContent.stream(document, content.bytes()));
        textFace.addTo(page);
        document.getPages().insertAfter(page, before);
        COSBase parent = before.getCOSObject().getDictionaryObject(COSName.PARENT);
        while (parent instanceof COSDictionary node) {
            changed.add(node);
            parent = node.getDictionaryObject(COSName.PARENT);
        }
        changed.add(page.getCOSObject());
        return page;
    }
}
