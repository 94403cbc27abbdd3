package org.epiglyph.documents;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.apache.pdfbox.util.Matrix;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.page.ReadingOrder;

/** Collects a page's words with their places, in reading order. */
final class WordReader extends PDFTextStripper {
    private static final double ASCENT = 0.78;
    private static final double DESCENT = 0.22;
    private final PageGeometry geometry;
    private final List<PageWord> words = new ArrayList<>();
    private final Budget budget;
    private int line;

    private WordReader(PageGeometry geometry, Budget budget) {
        this.geometry = geometry;
        this.budget = budget;
        setSortByPosition(true);
    }

    static PageText read(PDDocument document, int index, PageGeometry geometry, Budget budget) throws IOException {
        WordReader reader = new WordReader(geometry, budget);
        reader.setStartPage(index + 1);
        reader.setEndPage(index + 1);
        reader.getText(document);
        return new PageText(inReadingOrder(reader.words, geometry));
    }

    /** Lines are determined on the page as shown, so that text on a turned page counts as upright. */
    private static List<PageWord> inReadingOrder(List<PageWord> words, PageGeometry geometry) {
        List<PageWord> shown = words.stream()
                .map(w -> new PageWord(w.text(), geometry.toShown(w.box()), w.line()))
                .toList();
        return ReadingOrder.of(shown)
                .stream()
                .map(w -> new PageWord(w.text(), geometry.fromShown(w.box()), w.line()))
                .toList();
    }

    @Override
    protected void processOperator(Operator operator, List<COSBase> operands) throws IOException {
        budget.check();
        super.processOperator(operator, operands);
    }

    @Override
    protected void writeString(String text, List<TextPosition> positions) {
        List<PageBox> boxes = new ArrayList<>();
        StringBuilder word = new StringBuilder();
        for (TextPosition position : positions) {
            if (position.getUnicode().isBlank()) {
                flush(word, boxes);
            } else {
                word.append(position.getUnicode());
                boxes.add(box(position));
            }
        }
        flush(word, boxes);
    }

    @Override
    protected void writeLineSeparator() throws IOException {
        line++;
        super.writeLineSeparator();
    }

    private void flush(StringBuilder word, List<PageBox> boxes) {
        if (!boxes.isEmpty()) {
            words.add(new PageWord(word.toString(), PageBox.around(boxes), line));
            boxes.clear();
            word.setLength(0);
        }
    }

    /**
     * A letter set below the previous one (ISO 32000-2, 9.7.4.3) does not advance sideways; its box is as wide as it
     * is.
     */
    private static double width(TextPosition position, double size) {
        try {
            return position.getFont().isVertical() && position.getCharacterCodes().length > 0
                    ? position.getFont().getWidth(position.getCharacterCodes()[0]) / 1000 * size
                    : position.getWidthDirAdj();
        } catch (IOException e) {
            return size; // a font that does not say is assumed square
        }
    }

    /** The box of one letter. The matrix is relative to the crop box's lower left corner. */
    private PageBox box(TextPosition position) {
        Matrix matrix = position.getTextMatrix();
        double x = geometry.cropLeft() + matrix.getTranslateX();
        double y = geometry.cropBottom() + matrix.getTranslateY();
        double along = Math.hypot(matrix.getScaleX(), matrix.getShearY());
        double cos = along == 0 ? 1 : matrix.getScaleX() / along;
        double sin = along == 0 ? 0 : matrix.getShearY() / along;
        double size = position.getFontSizeInPt();
        double width = Math.max(width(position, size), size / 20);
        double up = size * ASCENT;
        double down = -size * DESCENT;
        return PageBox.between(geometry.fromPdf(x - sin * down, y + cos * down),
                geometry.fromPdf(x + cos * width - sin * up, y + sin * width + cos * up));
    }
}
