package org.epiglyph.documents.rendition;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.PDFAValidator;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.TestAssertion;
import org.verapdf.pdfa.results.ValidationResult;

/** The feedback sheet: PDF/UA-1 (ISO 14289-1) as far as veraPDF checks it, read in order by poppler's pdftotext. */
class FeedbackPagesTest {
    private static final Instant AT = Instant.parse("2026-03-20T20:00:00Z");
    @TempDir
    private Path folder;

    private static FeedbackSheet sheet(int criteria) {
        List<FeedbackSheet.Line> lines = IntStream.range(0, criteria)
                .mapToObj(i -> new FeedbackSheet.Line("Criterion " + i, i + " of 8", i == 1 ? "Sound" : "",
                        i == 2 ? "Say **which** table." : ""))
                .toList();
        return new FeedbackSheet("Tides", "Tidal heights workbook", "\u0394\u03b1\u03bd\u03ac\u03b7 Example", "K-4422",
                Optional.of("27 of 32"), Optional.of("Mate"), Optional.of("2 days late"), "A careful plan.\n\nGo on.",
                lines,
                List.of(new FeedbackSheet.PageRemarks("", 1, List.of("Units!", "<script>alert(1)</script> & why?")),
                        new FeedbackSheet.PageRemarks("second.pdf", 2, List.of("![sketch](picture:abc.png)"))),
                List.of(new FeedbackSheet.SpokenLine("Spoken remark 1, on the whole (0:12)", "Well <set> out.")),
                List.of("Sum: 27 of 32", "Percent: 84.375 %"), "Inks: madder for units.", List.of());
    }

    private Path pdf(FeedbackSheet sheet, String name) throws Exception {
        Path target = folder.resolve(name);
        FeedbackPages.pdf(sheet, AT, target);
        return target;
    }

    private static List<String> failures(Path pdf) throws Exception {
        VeraGreenfieldFoundryProvider.initialise();
        try (InputStream in = Files.newInputStream(pdf);
                PDFAParser parser = Foundries.defaultInstance().createParser(in, PDFAFlavour.PDFUA_1);
                PDFAValidator validator = Foundries.defaultInstance().createValidator(PDFAFlavour.PDFUA_1, false)) {
            ValidationResult result = validator.validate(parser);
            return result.getTestAssertions()
                    .stream()
                    .filter(a -> a.getStatus() == TestAssertion.Status.FAILED)
                    .map(a -> a.getRuleId() + " " + a.getMessage())
                    .distinct()
                    .toList();
        }
    }

    @Test
    void isTaggedWithTitleLanguageAndReadingOrder() throws Exception {
        Path pdf = pdf(sheet(60), "sheet.pdf");
        assertThat(failures(pdf)).isEmpty();
        Process reader = new ProcessBuilder("pdftotext", pdf.toString(), "-").redirectErrorStream(true).start();
        String text = new String(reader.getInputStream().readAllBytes()).replaceAll("\\s+", " ");
        assertThat(text).containsSubsequence("Tidal heights workbook", "\u0394\u03b1\u03bd\u03ac\u03b7 Example",
                "27 of 32",
                "Mate", "A careful plan.", "Criterion 0", "Sound", "Say which table.", "Criterion 59", "Page 1",
                "Units!",
                "<script>alert(1)</script>", "[sketch]", "How the result was computed", "Percent: 84.375 %");
    }

    @ParameterizedTest
    @ValueSource(strings = {"Bao Nguy\u1ec5n", "\u05e9\u05dc\u05d5\u05dd \u05db\u05d4\u05df",
            "\u0645\u062d\u0645\u062f", "\u738b\u5c0f\u660e",
            "A \ud83d\ude00 name"})
    void setsNamesInEveryScript(String name) throws Exception {
        FeedbackSheet usual = sheet(2);
        FeedbackSheet named = new FeedbackSheet("", usual.task(), name, "K-1", Optional.empty(), Optional.empty(),
                Optional.empty(), name + ", a careful plan.", usual.criteria(), List.of(), List.of(),
                List.of("Sum: 1 of 2"), "",
                List.of());
        assertThat(failures(pdf(named, "named.pdf"))).isEmpty();
    }

    @Test
    void acceptsEmptyText() throws Exception {
        FeedbackSheet bare = new FeedbackSheet("", "T", "A", "K", Optional.empty(), Optional.empty(), Optional.empty(),
                "\u200b", List.of(new FeedbackSheet.Line("Reasoning", "", "", "")),
                List.of(new FeedbackSheet.PageRemarks("", 1, List.of("\u200b"))), List.of(), List.of(), "", List.of());
        assertThat(failures(pdf(bare, "bare.pdf"))).isEmpty();
    }

    /** Without this, the check above could not fail. */
    @Test
    void recognisesUntaggedPages() throws Exception {
        Path plain = folder.resolve("plain.pdf");
        MarkupPages.make("<p>Words.</p>", "", plain);
        assertThat(failures(plain)).isNotEmpty();
    }

    @Test
    void isReproducibleByteForByte() throws Exception {
        assertThat(Files.readAllBytes(pdf(sheet(3), "one.pdf")))
                .isEqualTo(Files.readAllBytes(pdf(sheet(3), "two.pdf")));
    }

    @Test
    void theBrowserPageRunsAndFetchesNothing() {
        var page = Jsoup.parse(FeedbackPages.html(sheet(3)));
        assertThat(page.select("script, img, link, iframe, object")).isEmpty();
        assertThat(page.text()).contains("<script>alert(1)</script> & why?", "27 of 32");
        assertThat(page.selectFirst("html").attr("lang")).isEqualTo("en");
        assertThat(page.select("tbody th[scope=row]")).hasSize(3);
    }

    @Test
    void plainTextLosesNothing() {
        assertThat(FeedbackPages.text(sheet(3))).isEqualTo("""
                Tidal heights workbook
                \u0394\u03b1\u03bd\u03ac\u03b7 Example, K-4422
                2 days late
                27 of 32, Mate

                A careful plan.
                Go on.

                Criterion 0: 0 of 8
                Criterion 1: 1 of 8, Sound
                Criterion 2: 2 of 8
                  Say which table.

                page 1
                1. Units!
                2. <script>alert(1)</script> & why?

                second.pdf, page 2
                3. sketch

                Spoken remark 1, on the whole (0:12)
                Well <set> out.

                Inks: madder for units.

                Sum: 27 of 32
                Percent: 84.375 %
                """);
    }

    @Test
    void endsWithTheClassFigures() {
        FeedbackSheet told = sheet(1).withClass(List.of("The class average is 6.8 of 16."));
        assertThat(FeedbackPages.html(told)).containsSubsequence("How the result was computed", "In the class",
                "The class average is 6.8 of 16.");
        assertThat(FeedbackPages.text(told)).endsWith("\nThe class average is 6.8 of 16.\n");
        assertThat(FeedbackPages.html(sheet(1))).doesNotContain("In the class");
    }
}
