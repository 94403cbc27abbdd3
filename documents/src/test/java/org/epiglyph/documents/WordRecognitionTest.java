package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Text of scans, recognised by the installed Tesseract: text drawn as an image is found as words in the same place. */
class WordRecognitionTest {
    private static final List<String> LINES = List.of("Low water stands at ten past eleven",
            "and the range of the tide is four metres");
    @TempDir
    private Path folder;

    /** A page that contains only an image of text, rotated by the page's own rotation. */
    private Path scan(int rotation) throws Exception {
        BufferedImage image = new BufferedImage(1654, 2339, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, image.getWidth(), image.getHeight());
        g.setColor(Color.BLACK);
        g.setFont(new Font(Font.SERIF, Font.PLAIN, 44));
        g.drawString(LINES.get(0), 200, 400);
        g.drawString(LINES.get(1), 200, 480);
        g.dispose();
        Path file = folder.resolve("scan" + rotation + ".pdf");
        try (PDDocument document = new PDDocument()) {
            boolean sideways = rotation % 180 != 0;
            PDRectangle a4 = PDRectangle.A4;
            PDPage page = new PDPage(sideways ? new PDRectangle(a4.getHeight(), a4.getWidth()) : a4);
            page.setRotation(rotation);
            document.addPage(page);
            var picture = LosslessFactory.createFromImage(document, turned(image, (360 - rotation) % 360));
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.drawImage(picture, 0, 0, page.getMediaBox().getWidth(), page.getMediaBox().getHeight());
            }
            document.save(file.toFile());
        }
        return file;
    }

    private static BufferedImage turned(BufferedImage image, int degrees) {
        boolean sideways = degrees % 180 != 0;
        BufferedImage turned = new BufferedImage(sideways ? image.getHeight() : image.getWidth(),
                sideways ? image.getWidth() : image.getHeight(), BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = turned.createGraphics();
        g.translate(turned.getWidth() / 2.0, turned.getHeight() / 2.0);
        g.rotate(Math.toRadians(degrees));
        g.drawImage(image, -image.getWidth() / 2, -image.getHeight() / 2, null);
        g.dispose();
        return turned;
    }

    private static WordRecognition installed() {
        return WordRecognition.installed().orElseThrow(() -> new AssertionError("tesseract-ocr is not installed"));
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 90, 180, 270})
    void readsTheWordsOfAPictureInTheirPlaces(int rotation) throws Exception {
        try (OpenDocument document = OpenDocument.open(scan(rotation))) {
            assertThat(document.text(0).words()).isEmpty();
            PageText text = installed().read(document, 0, "en-GB", () -> false);
            assertThat(text.words().stream().map(PageWord::text).collect(Collectors.joining(" ")))
                    .isEqualTo(String.join(" ", LINES));
            assertThat(text.words().stream().map(PageWord::line).distinct()).containsExactly(0, 1);
            PageBox first = document.geometry(0).toShown(text.words().getFirst().box());
            assertThat(first.left()).isBetween(68.0, 76.0); // 200 pixels at 200 dots per inch are 72 points
            assertThat(first.bottom()).isBetween(138.0, 148.0);
            assertThat(text.find("range of the tide")).hasSize(1);
        }
    }

    @Test
    void aBlankOrCancelledPageHasNoWords() throws Exception {
        Path blank = folder.resolve("blank.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage(PDRectangle.A4));
            document.save(blank.toFile());
        }
        try (OpenDocument document = OpenDocument.open(blank); OpenDocument full = OpenDocument.open(scan(0))) {
            assertThat(installed().read(document, 0, "xx", () -> false).words()).isEmpty();
            assertThat(installed().read(full, 0, "en-GB", () -> true).words()).isEmpty();
        }
    }
}
