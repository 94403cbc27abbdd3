package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.epiglyph.documents.Typeface;

/**
 * Written text in a fixed pitch on A4. Source code has its line numbers, and a line that does not fit goes on behind a
 * sign; plain text is broken between words.
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

    private TextPages() {}

    private record Line(String number, String text) {}

    static Rendition make(String text, boolean numbered, Path target) throws IOException, Unreadable {
        PDRectangle a4 = PDRectangle.A4;
        int columns = (int) ((a4.getWidth() - 2 * MARGIN) / PITCH) - (numbered ? NUMBER_WIDTH : 0);
        int rows = (int) ((a4.getHeight() - 2 * MARGIN) / LINE);
        List<Line> lines = new ArrayList<>();
        int number = 0;
        for (String line : (text.isBlank() ? " " : text).split("\r\n|\r|\n", -1)) {
            fold(expanded(line), numbered ? Integer.toString(++number) : "", numbered, columns, lines);
        }
        while (lines.size() > 1 && lines.getLast().text.isBlank()) {
            lines.removeLast();
        }
        int pages = Math.ceilDiv(lines.size(), rows);
        if (pages > MOST_PAGES) {
            throw new Unreadable("The text would fill " + pages + " pages, more than " + MOST_PAGES
                    + ". Open it in another program; it can be scored all the same.");
        }
        Letters letters = new Letters();
        try (PDDocument document = Rendition.newDocument(); InputStream typeface = Typeface.FIXED_PITCH.open()) {
            PDFont font = PDType0Font.load(document,
                    new TTFParser().parse(new RandomAccessReadBuffer(typeface)), true);
            for (int page = 0; page < pages; page++) {
                write(document, font, lines.subList(page * rows, Math.min(lines.size(), (page + 1) * rows)), numbered,
                        letters);
            }
            Rendition.save(document, target);
        }
        return new Rendition(pages, letters.note());
    }

    private static void fold(String line, String number, boolean numbered, int columns, List<Line> into) {
        String rest = line;
        String shown = number;
        boolean first = true;
        while (true) {
            String lead = first || !numbered ? "" : GOES_ON;
            int room = columns - lead.length();
            if (rest.codePointCount(0, rest.length()) <= room) {
                into.add(new Line(shown, lead + rest));
                return;
            }
            int cut = rest.offsetByCodePoints(0, room);
            int blank = rest.lastIndexOf(' ', cut);
            int end = !numbered && blank > 0 ? blank : cut;
            into.add(new Line(shown, lead + rest.substring(0, end)));
            rest = numbered ? rest.substring(end) : rest.substring(end).stripLeading();
            shown = "";
            first = false;
        }
    }

    private static String expanded(String line) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            if (c == '\t') {
                out.append(" ".repeat(TAB - out.length() % TAB));
            } else if (c >= 32) {
                out.append(c);
            }
        }
        return out.toString();
    }

    private static void write(PDDocument document, PDFont font, List<Line> lines, boolean numbered, Letters letters)
            throws IOException {
        PDPage page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        float top = (float) (PDRectangle.A4.getHeight() - MARGIN - SIZE);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.setFont(font, (float) SIZE);
            for (int i = 0; i < lines.size(); i++) {
                Line line = lines.get(i);
                float y = (float) (top - i * LINE);
                if (!line.number.isEmpty()) {
                    double right = MARGIN + (NUMBER_WIDTH - 2) * PITCH - line.number.length() * PITCH;
                    content.setNonStrokingColor(0.42f);
                    show(content, (float) right, y, line.number);
                    content.setNonStrokingColor(0f);
                }
                show(content, (float) (MARGIN + (numbered ? NUMBER_WIDTH * PITCH : 0)), y,
                        letters.known(line.text));
            }
        }
    }

    private static void show(PDPageContentStream content, float x, float y, String text) throws IOException {
        if (!text.isBlank()) {
            content.beginText();
            content.newLineAtOffset(x, y);
            content.showText(text);
            content.endText();
        }
    }

    /** Puts a box in the place of letters that the typeface has not, and counts them. */
    private static final class Letters {
        private int missing;

        String known(String text) {
            StringBuilder out = new StringBuilder();
            text.codePoints().forEach(c -> {
                boolean has = Typeface.FIXED_PITCH.has(c);
                missing += has ? 0 : 1;
                out.appendCodePoint(has ? c : '\u25A1');
            });
            return out.toString();
        }

        String note() {
            return missing == 0
                    ? ""
                    : missing + " letters are shown as \u25A1, since no font that ships with the program has them.";
        }
    }
}
