package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import javafx.stage.FileChooser.ExtensionFilter;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The file name that results from the answer of a system dialog. */
class FileDialogTest {
    private static final ExtensionFilter TABLE = new ExtensionFilter("XLSX", "*.xlsx");
    private static final ExtensionFilter TEXT = new ExtensionFilter("CSV", "*.csv", "*.tsv");
    private static final List<ExtensionFilter> KINDS = List.of(TABLE, TEXT);

    @ParameterizedTest
    @CsvSource({"marks.xlsx, XLSX, marks.xlsx", // as proposed
            "marks.xlsx, CSV, marks.csv", // as proposed, with another kind
            "my marks.csv, XLSX, my marks.csv", // typed with the extension of a kind
            "My Marks.CSV, CSV, My Marks.CSV", "lines.tsv, CSV, lines.tsv", // another extension of that kind
            "my marks, CSV, my marks.csv", "term 1.2, XLSX, term 1.2.xlsx", // typed without one
            "marks.pdf, CSV, marks.pdf.csv"}) // the extension of no kind
    void aTypedExtensionOverridesTheChosenFormat(String chosen, String kind, String named) {
        assertThat(FileDialog.named(chosen, "marks.xlsx", KINDS,
                Optional.of(kind.equals("CSV") ? TEXT : TABLE))).isEqualTo(named);
    }

    @ParameterizedTest
    @CsvSource({"marks.xlsx", "marks"})
    void keepsTheNameIfNoFormatIsOffered(String chosen) {
        assertThat(FileDialog.named(chosen, "marks.xlsx", List.of(), Optional.empty())).isEqualTo(chosen);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aDiskThatDoesNotRespondBlocksNobody(boolean otherwise) {
        CountDownLatch gone = new CountDownLatch(1);
        assertThat(FileDialog.atOnce(() -> {
            try {
                gone.await();
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
            return !otherwise;
        }, otherwise)).isEqualTo(otherwise);
        gone.countDown();
        assertThat(FileDialog.atOnce(() -> {
            throw new SecurityException("not to be read");
        }, otherwise)).isEqualTo(otherwise);
        assertThat(FileDialog.atOnce(() -> true, false)).isTrue();
    }
}
