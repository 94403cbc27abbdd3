package org.epiglyph.documents.rendition;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.epiglyph.core.feedback.ClassReport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The mark book as PDF. */
class BookPagesTest {
    @TempDir
    private Path folder;

    private static ClassReport table(int students, int columns) {
        List<String> headings = new ArrayList<>(List.of("Name"));
        IntStream.range(0, columns).forEach(c -> headings.add("Crit" + c));
        return new ClassReport(headings, IntStream.range(0, students).mapToObj(s -> {
            List<ClassReport.Cell> row = new ArrayList<>(List.of(new ClassReport.Text("Student" + s + " \u00d8rsted")));
            IntStream.range(0, columns)
                    .forEach(c -> row.add(new ClassReport.Number(BigDecimal.valueOf(s * 100L + c))));
            return row;
        }).toList());
    }

    private String[] read(ClassReport table, List<List<ClassReport.Cell>> foot) throws Exception {
        Path file = folder.resolve("book.pdf");
        BookPages.pdf(table, foot, "Tides <&> heights", "All students", Instant.EPOCH, file);
        try (PDDocument document = Loader.loadPDF(file.toFile())) {
            PDFTextStripper stripper = new PDFTextStripper();
            stripper.setSortByPosition(true);
            String[] pages = new String[document.getNumberOfPages()];
            for (int i = 0; i < pages.length; i++) {
                stripper.setStartPage(i + 1);
                stripper.setEndPage(i + 1);
                pages[i] = stripper.getText(document);
            }
            return pages;
        }
    }

    @Test
    void readsBackInTableOrderWithItsHeadingsOnEveryPage() throws Exception {
        String[] pages = read(table(120, 5), List.of());
        assertThat(pages.length).isGreaterThan(1);
        assertThat(pages).allSatisfy(p -> assertThat(p).contains("Name Crit0 Crit1 Crit2 Crit3 Crit4"));
        assertThat(pages[0]).contains("Tides <&> heights", "Student7 \u00d8rsted 700 701 702 703 704");
        String all = String.join("\n", pages);
        int before = -1;
        for (int i = 0; i < 120; i++) {
            int here = all.indexOf("Student" + i + " ");
            assertThat(here).isGreaterThan(before);
            before = here;
        }
    }

    @Test
    void continuesAWideTableOnFurtherPagesWithTheNames() throws Exception {
        String[] pages = read(table(3, 40), List.of());
        assertThat(pages).hasSize(4);
        assertThat(pages).allSatisfy(p -> assertThat(p).contains("Student2 \u00d8rsted"));
        assertThat(pages[3]).contains("Crit39", "239");
    }

    @Test
    void printsFiguresBelowTheLastStudent() throws Exception {
        List<ClassReport.Cell> mean = List.of(new ClassReport.Text("Mean"), new ClassReport.Number(BigDecimal.TEN));
        assertThat(read(table(2, 1), List.of(mean))[0]).containsSubsequence("Student1", "Mean 10");
        assertThat(read(table(0, 1), List.of())[0]).contains("Name Crit0");
    }
}
