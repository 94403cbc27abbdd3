package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.spoken.SpokenSign;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Sounds attached to marks: extracted by poppler's pdfdetach, rendered in the right place by poppler and mupdf. */
class SoundAnnotationsTest {
    private static final PageRef PAGE = new PageRef("d1", 0);
    private static final PDRectangle CROP = new PDRectangle(15, -25, 400, 500);
    @TempDir
    private Path folder;
    private Path sound;

    @BeforeEach
    void sound() throws Exception {
        sound = Files.write(folder.resolve("said.opus"), "not heard here".getBytes());
    }

    private Path original(int rotation) throws Exception {
        Path file = folder.resolve("original" + rotation + ".pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(0, -60, 460, 580));
            page.setCropBox(CROP);
            page.setRotation(rotation);
            document.addPage(page);
            document.save(file.toFile());
        }
        return file;
    }

    private static Mark note(String id, double x, double y) {
        return new Note(new Head(id, PAGE, Ink.MADDER, 0, Remark.of("Which table?")), new PagePoint(x, y));
    }

    private AttachedSound said(String mark, String name) {
        return new AttachedSound(mark, name, "Spoken remark 1, on page 1 (0:12)", "Which table did you use?", sound);
    }

    private Path written(Path original, List<Mark> marks, List<AttachedSound> sounds) throws Exception {
        Path target = folder.resolve("marked.pdf");
        MarkedPdf.write(original, folder.resolve("pictures"), marks, sounds,
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "Marker", Instant.EPOCH), target);
        return target;
    }

    @ParameterizedTest
    @CsvSource({"0, poppler", "90, poppler", "180, poppler", "270, poppler", "0, mupdf", "90, mupdf", "180, mupdf",
            "270, mupdf"})
    void drawsTheSignOnlyBesideItsMark(int rotation, String drawer) throws Exception {
        Path original = original(rotation);
        List<Mark> marks = List.of(note("m1", 180, 220));
        BufferedImage silent = Drawers.draw(drawer, written(original, marks, List.of()), folder.resolve("a.png"));
        Path spoken = written(original, marks, List.of(said("m1", "one.opus")));
        BufferedImage heard = Drawers.draw(drawer, spoken, folder.resolve("b.png"));
        PageGeometry shape;
        try (OpenDocument document = OpenDocument.open(spoken)) {
            shape = document.geometry(0);
        }
        PageBox sign = shape.toShown(SpokenSign.of(shape, marks.getFirst(), 0).box()).expandedBy(2);
        double scale = heard.getWidth() / shape.shownWidth();
        int changed = 0;
        for (int y = 0; y < heard.getHeight(); y++) {
            for (int x = 0; x < heard.getWidth(); x++) {
                if (heard.getRGB(x, y) != silent.getRGB(x, y)) {
                    changed++;
                    assertThat(sign.contains(new PagePoint((x + 0.5) / scale, (y + 0.5) / scale)))
                            .as("changed at " + x + ", " + y)
                            .isTrue();
                }
            }
        }
        assertThat(changed).as("points of the sign").isGreaterThan(40);
    }

    @Test
    void extractsEverySoundUnderItsNameFromAWellFormedCopy() throws Exception {
        List<Mark> marks = List.of(note("m1", 100, 100), note("m2", 390, 480));
        Path pdf = written(original(0), marks, List.of(said("m1", "one.opus"), said("m1", "zwei \u00fc.opus"),
                said("m2", "three.opus"), said("gone", "four.opus")));
        assertThat(Drawers.run("qpdf", "--check", pdf.toString())).contains("No syntax or stream encoding errors");
        String listed = Drawers.run("pdfdetach", "-list", pdf.toString());
        assertThat(listed).contains("3 embedded files", "one.opus", "zwei \u00fc.opus", "three.opus")
                .doesNotContain("four.opus");
        for (int i = 1; i <= 3; i++) {
            Path out = folder.resolve("out" + i);
            Drawers.run("pdfdetach", "-save", String.valueOf(i), "-o", out.toString(), pdf.toString());
            assertThat(out).hasSameBinaryContentAs(sound);
        }
        try (OpenDocument document = OpenDocument.open(pdf)) {
            List<String> words = new ArrayList<>();
            document.remarks(0).forEach(r -> words.add(r.text()));
            assertThat(words).anySatisfy(w -> assertThat(w).contains("Which table did you use?"));
        }
    }
}
