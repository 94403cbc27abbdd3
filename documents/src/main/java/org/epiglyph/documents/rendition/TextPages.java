package org.epiglyph.documents.rendition;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import com.ibm.icu.text.ArabicShaping;
import com.ibm.icu.text.ArabicShapingException;
import com.ibm.icu.text.Bidi;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.epiglyph.core.Message;
import org.epiglyph.documents.base.Typeface;

/**
 * Plain text in a fixed pitch on A4. Source code has line numbers, and a line that does not fit continues after a sign;
 * other text is broken between words. Lines that run from right to left begin at the right.
 */
final class TextPages {
    private static final double SIZE = 9.5;
    private static final double PITCH = SIZE * 0.602; // every letter of the typeface is 1233 of 2048 units wide
    private static final double LINE = 13;
    private static final double MARGIN = 51;
    private static final int NUMBER_WIDTH = 6;
    private static final int TAB = 4;
    private static final int MOST_PAGES = 2000;
    private static final String GOES_ON = "\u21AA ";
    private static final PDRectangle A4 = PDRectangle.A4;
    private static final int ROWS = (int) ((A4.getHeight() - 2 * MARGIN) / LINE);
    private final boolean numbered;
    private final int columns;
    private final List<Line> lines = new ArrayList<>();

    private TextPages(boolean numbered) {
        this.numbered = numbered;
        this.columns = (int) ((A4.getWidth() - 2 * MARGIN) / PITCH) - (numbered ? NUMBER_WIDTH : 0);
    }

    private record Line(String number, String text) {}

    static Rendition make(String text, boolean numbered, Path target) throws IOException, Unreadable {
        TextPages pages = new TextPages(numbered);
        pages.breakIntoLines(text.isBlank() ? " " : text);
        return pages.write(target);
    }

    private void breakIntoLines(String text) throws Unreadable {
        int number = 0;
        int at = 0;
        while (at <= text.length()) {
            int end = at;
            while (end < text.length() && !isLineEnd(text.charAt(end))) {
                end++;
            }
            fold(visible(text, at, end), numbered ? Integer.toString(++number) : "");
            at = end + (text.startsWith("\r\n", end) ? 2 : 1);
        }
        while (lines.size() > 1 && lines.getLast().text.isBlank()) {
            lines.removeLast();
        }
    }

    /** Line ends of Unicode (Unicode 16, 5.8), including vertical tab and form feed. */
    private static boolean isLineEnd(char c) {
        return c == '\n' || c == '\r' || c == '\u0085' || c == '\u2028' || c == '\u2029' || c == '\u000B' || c == '\f';
    }

    /** The visible part of a stretch of text: tabs as spaces, without format characters. */
    private static String visible(String text, int from, int to) {
        StringBuilder out = new StringBuilder();
        for (int i = from; i < to;) {
            int c = text.codePointAt(i);
            i += Character.charCount(c);
            int type = Character.getType(c);
            if (c == '\t') {
                out.append(" ".repeat(TAB - out.length() % TAB));
            } else if (type == Character.SPACE_SEPARATOR) {
                out.append(' ');
            } else if (type != Character.CONTROL && type != Character.FORMAT && type != Character.SURROGATE) {
                out.appendCodePoint(c);
            }
        }
        return out.toString();
    }

    private void fold(String line, String number) throws Unreadable {
        int at = 0;
        String shown = number;
        boolean first = true;
        do {
            String lead = first || !numbered ? "" : GOES_ON;
            int end = fitting(line, at, columns - lead.length());
            if (end < line.length() && !numbered) {
                int blank = line.lastIndexOf(' ', end);
                end = blank > at ? blank : end;
            }
            lines.add(new Line(shown, lead + line.substring(at, end)));
            if (lines.size() > MOST_PAGES * ROWS) {
                throw new Unreadable(Message.of(TextPages.class, "tooLong", MOST_PAGES));
            }
            at = end;
            while (!numbered && at < line.length() && line.charAt(at) == ' ') {
                at++;
            }
            shown = "";
            first = false;
        } while (at < line.length());
    }

    /** The position up to which a line fits into a number of columns; East Asian letters take two. */
    private static int fitting(String line, int from, int room) {
        int used = 0;
        int at = from;
        while (at < line.length()) {
            int c = line.codePointAt(at);
            used += columns(c);
            if (used > room) {
                return at > from ? at : at + Character.charCount(c);
            }
            at += Character.charCount(c);
        }
        return at;
    }

    private static int columns(int c) {
        if (c < 0x300) {
            return 1;
        }
        int width = UCharacter.getIntPropertyValue(c, UProperty.EAST_ASIAN_WIDTH);
        return width == UCharacter.EastAsianWidth.WIDE || width == UCharacter.EastAsianWidth.FULLWIDTH ? 2 : 1;
    }

    private Rendition write(Path target) throws IOException {
        int pages = Math.ceilDiv(lines.size(), ROWS);
        try (Faces faces = Faces.of(Typeface.FIXED_PITCH, Typeface.HEBREW, Typeface.ARABIC);
                PDDocument document = Rendition.newDocument()) {
            for (int page = 0; page < pages; page++) {
                write(document, faces, lines.subList(page * ROWS, Math.min(lines.size(), (page + 1) * ROWS)));
            }
            Rendition.save(document, target);
            return new Rendition(pages, missing(faces.missing()));
        }
    }

    private static List<Message> missing(int letters) {
        return switch (letters) {
            case 0 -> List.of();
            case 1 -> List.of(Message.of(TextPages.class, "missingOne", Faces.MISSING));
            default -> List.of(Message.of(TextPages.class, "missing", letters, Faces.MISSING));
        };
    }

    private void write(PDDocument document, Faces faces, List<Line> onPage) throws IOException {
        PDPage page = new PDPage(A4);
        document.addPage(page);
        float top = (float) (A4.getHeight() - MARGIN - SIZE);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            for (int i = 0; i < onPage.size(); i++) {
                Line line = onPage.get(i);
                float y = (float) (top - i * LINE);
                if (!line.number.isEmpty()) {
                    content.setNonStrokingColor(0.42f);
                    double right = MARGIN + (NUMBER_WIDTH - 2) * PITCH - line.number.length() * PITCH;
                    show(document, content, faces, (float) right, y, line.number);
                    content.setNonStrokingColor(0f);
                }
                showLine(document, content, faces, y, line.text);
            }
        }
    }

    private void showLine(PDDocument document, PDPageContentStream content, Faces faces, float y, String text)
            throws IOException {
        float left = (float) (MARGIN + (numbered ? NUMBER_WIDTH * PITCH : 0));
        if (!Bidi.requiresBidi(text.toCharArray(), 0, text.length())) {
            show(document, content, faces, left, y, text);
            return;
        }
        Bidi bidi = new Bidi(shaped(text), Bidi.LEVEL_DEFAULT_LTR);
        String visual = bidi.writeReordered(Bidi.DO_MIRRORING);
        boolean fromRight = !bidi.isLeftToRight() && bidi.getParaLevel() % 2 == 1 && !numbered;
        float x = fromRight ? (float) (A4.getWidth() - MARGIN) - width(document, faces, visual) : left;
        show(document, content, faces, x, y, visual);
    }

    /** Arabic letters in their contextual forms. */
    private static String shaped(String text) {
        try {
            return new ArabicShaping(ArabicShaping.LETTERS_SHAPE | ArabicShaping.LENGTH_GROW_SHRINK).shape(text);
        } catch (ArabicShapingException e) {
            return text; // unjoined letters can still be read
        }
    }

    private static float width(PDDocument document, Faces faces, String text) throws IOException {
        float width = 0;
        int missing = faces.missing();
        for (Faces.Run run : faces.runs(text)) {
            width += faces.font(run, document).getStringWidth(run.text()) / 1000 * (float) SIZE;
        }
        faces.forget(missing);
        return width;
    }

    private static void show(PDDocument document, PDPageContentStream content, Faces faces, float x, float y,
            String text)
            throws IOException {
        if (text.isBlank()) {
            return;
        }
        content.beginText();
        content.newLineAtOffset(x, y);
        for (Faces.Run run : faces.runs(text)) {
            PDFont font = faces.font(run, document);
            content.setFont(font, (float) SIZE);
            content.showText(run.text());
        }
        content.endText();
    }
}
