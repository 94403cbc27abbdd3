package org.epiglyph.demo;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.epiglyph.documents.base.Typeface;

/** A typed workbook saved as PDF: text, a table and a drawn tide curve. */
final class TypedPages implements AutoCloseable {
    private static final float MARGIN = 64;
    private final PDDocument document = new PDDocument();
    private final PDFont plain;
    private final PDFont strong;
    private final PDRectangle sheet;
    private PDPageContentStream out;
    private float y;

    TypedPages(boolean landscape) throws IOException {
        this.sheet = landscape
                ? new PDRectangle(PDRectangle.A4.getHeight(), PDRectangle.A4.getWidth())
                : PDRectangle.A4;
        try (InputStream serif = Typeface.SERIF.open(); InputStream semibold = Typeface.SERIF_STRONG.open()) {
            plain = font(serif);
            strong = font(semibold);
        }
    }

    /** Ligatures have no text in the file, so the letters stay separate. */
    private PDFont font(InputStream file) throws IOException {
        TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(file));
        font.setEnableGsub(false);
        return PDType0Font.load(document, font, true);
    }

    /** Writes the whole workbook, a new page for each of the given question numbers (from 1). */
    void write(String name, String key, Workbook workbook, List<Integer> newPageBefore) throws IOException {
        newPage();
        line("Tidal heights workbook", strong, 20);
        line(name + ", " + key + ". Tides and Passage Planning", plain, 10.5f);
        y -= 12;
        int number = 0;
        for (Workbook.Part part : workbook.parts()) {
            if (newPageBefore.contains(++number)) {
                newPage();
            }
            line(part.heading(), strong, 13);
            for (String paragraph : part.paragraphs()) {
                paragraph(paragraph);
            }
            if (number == 1) {
                table(workbook.table());
            }
            if (number == 2) {
                curve(workbook.tide());
            }
            y -= 10;
        }
    }

    /** A page of afterthoughts, so that workbooks have two to six pages. */
    void appendix(String heading, List<String> paragraphs) throws IOException {
        newPage();
        line(heading, strong, 13);
        for (String paragraph : paragraphs) {
            paragraph(paragraph);
        }
    }

    /** Turns the last page on its side, as a careless scanner does. */
    void turnLastPage() {
        document.getPage(document.getNumberOfPages() - 1).setRotation(90);
    }

    void save(Path file) throws IOException {
        out.close();
        document.setDocumentId(7L);
        document.save(file.toFile(), CompressParameters.NO_COMPRESSION);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }

    private void newPage() throws IOException {
        if (out != null) {
            out.close();
        }
        PDPage page = new PDPage(sheet);
        document.addPage(page);
        out = new PDPageContentStream(document, page);
        y = sheet.getHeight() - MARGIN;
    }

    private void line(String text, PDFont font, float size) throws IOException {
        if (y < MARGIN + size) {
            newPage();
        }
        y -= size * 1.4f;
        text(text, font, size, MARGIN, y);
    }

    private void text(String text, PDFont font, float size, float x, float baseline) throws IOException {
        out.beginText();
        out.setFont(font, size);
        out.newLineAtOffset(x, baseline);
        out.showText(text);
        out.endText();
    }

    private void paragraph(String text) throws IOException {
        StringBuilder line = new StringBuilder();
        for (String word : text.split(" ")) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (plain.getStringWidth(longer) / 1000 * 11.5f > sheet.getWidth() - 2 * MARGIN) {
                line(line.toString(), plain, 11.5f);
                line.setLength(0);
                line.append(word);
            } else {
                line.setLength(0);
                line.append(longer);
            }
        }
        line(line.toString(), plain, 11.5f);
        y -= 6;
    }

    private void table(List<List<String>> rows) throws IOException {
        List<List<String>> all = new ArrayList<>();
        all.add(List.of("Hour", "Time", "Risen", "Height"));
        all.addAll(rows);
        if (y < MARGIN + all.size() * 18) {
            newPage();
        }
        for (List<String> row : all) {
            y -= 18;
            for (int column = 0; column < row.size(); column++) {
                text(row.get(column), row == all.getFirst() ? strong : plain, 10.5f, MARGIN + 8 + column * 90, y);
            }
            out.setLineWidth(0.5f);
            out.moveTo(MARGIN, y - 5);
            out.lineTo(MARGIN + 360, y - 5);
            out.stroke();
        }
        y -= 16;
    }

    /** Half a wave from low to high water. */
    private void rising(float base, float width, float height) throws IOException {
        out.setLineWidth(1.4f);
        for (int i = 0; i <= 60; i++) {
            float x = MARGIN + width * i / 60f;
            float h = base + 8 + (height - 20) * (float) ((1 - Math.cos(Math.PI * i / 60)) / 2);
            if (i == 0) {
                out.moveTo(x, h);
            } else {
                out.lineTo(x, h);
            }
        }
        out.stroke();
    }

    private void curve(Tide tide) throws IOException {
        float height = 130;
        float width = 330;
        if (y < MARGIN + height + 30) {
            newPage();
        }
        float base = y - height - 8;
        out.setLineWidth(0.8f);
        out.moveTo(MARGIN, base + height);
        out.lineTo(MARGIN, base);
        out.lineTo(MARGIN + width, base);
        out.stroke();
        rising(base, width, height);
        float asked = MARGIN + width * (float) ((tide.elapsedSixths() + tide.intoSixth()) / 6);
        float risen = base + 8 + (height - 20) * (float) ((tide.requestedHeight() - tide.lowM()) / tide.range());
        out.setLineWidth(0.5f);
        out.setLineDashPattern(new float[]{3, 3}, 0);
        out.moveTo(asked, base);
        out.lineTo(asked, risen);
        out.lineTo(MARGIN, risen);
        out.stroke();
        out.setLineDashPattern(new float[]{}, 0);
        text("LW " + tide.low(), plain, 9, MARGIN, base - 12);
        text(tide.asked().toString(), plain, 9, asked - 10, base - 12);
        text("HW " + tide.high(), plain, 9, MARGIN + width - 40, base - 12);
        y = base - 24;
    }
}
