package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.documents.base.Typeface;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Vertical text (ISO 32000-2, 9.7.4.3): a mark on a word covers its ink as rendered by PDFBox. */
class VerticalTextTest {
    private static final double SCALE = 2;
    @TempDir
    private Path folder;

    private Path columns(String... columns) throws Exception {
        Path pdf = folder.resolve("vertical.pdf");
        try (PDDocument document = new PDDocument(); InputStream face = Typeface.FIXED_PITCH.open()) {
            PDType0Font font = PDType0Font.loadVertical(document,
                    new TTFParser().parse(new RandomAccessReadBuffer(face)), true);
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                for (int i = 0; i < columns.length; i++) {
                    content.beginText();
                    content.setFont(font, 20);
                    content.newLineAtOffset(400 - 60 * i, 700);
                    content.showText(columns[i]);
                    content.endText();
                }
            }
            document.save(pdf.toFile());
        }
        return pdf;
    }

    @Test
    void boxesOfVerticalWordsCoverTheirInk() throws Exception {
        try (OpenDocument document = OpenDocument.open(columns("HIGH", "WATER"))) {
            List<PageWord> words = document.text(0).words();
            assertThat(String.join("", words.stream().map(PageWord::text).toList())).hasSize(9);
            PageImage image = document.render(0, SCALE);
            int ink = 0;
            int covered = 0;
            for (int y = 0; y < image.height(); y++) {
                for (int x = 0; x < image.width(); x++) {
                    if ((image.argb()[y * image.width() + x] & 0xff) < 128) {
                        ink++;
                        double px = x / SCALE;
                        double py = y / SCALE;
                        covered += words.stream().anyMatch(w -> holds(w.box(), px, py)) ? 1 : 0;
                    }
                }
            }
            assertThat(ink).isGreaterThan(500);
            assertThat(covered / (double) ink).as("share of the ink within the boxes of its words").isGreaterThan(0.95);
            for (PageWord word : words) {
                assertThat(word.box().width()).as(word.text()).isLessThan(30);
            }
        }
    }

    private static boolean holds(PageBox box, double x, double y) {
        return x >= box.left() - 1 && x <= box.right() + 1 && y >= box.top() - 1 && y <= box.bottom() + 1;
    }
}
