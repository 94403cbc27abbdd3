package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.RandomAccessFile;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.fdf.FDFAnnotationText;
import org.apache.pdfbox.pdmodel.fdf.FDFDocument;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.PdfContent;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What students receive, as chosen; and nothing private is ever part of it, in any form. */
class ProfileTest extends HandedBackFixture {
    /** Every stream decompressed (qpdf), every byte examined, in each encoding that a PDF string may have. */
    @ParameterizedTest
    @EnumSource(Profile.Sheet.class)
    void noOutputContainsAnythingPrivate(Profile.Sheet sheet) throws Exception {
        for (MarkedPdf.Form form : MarkedPdf.Form.values()) {
            Map<String, byte[]> files = handedBack(new Profile(form, sheet));
            assertThat(files).hasSize(sheet == Profile.Sheet.NONE ? 2 : 3);
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                byte[] open = file.getKey().endsWith(".pdf") ? unpacked(file.getValue()) : file.getValue();
                for (String word : PLANTED) {
                    for (Charset charset : List.of(StandardCharsets.UTF_8, StandardCharsets.UTF_16BE)) {
                        assertThat(has(open, word.getBytes(charset))).as(word + " in " + file.getKey() + " " + form)
                                .isFalse();
                    }
                }
            }
            Path marked = Files.write(folder.resolve("marked.pdf"), files.get("K-1_work_marked.pdf"));
            assertThat(form == MarkedPdf.Form.ANNOTATIONS ? PdfContent.of(marked).toString() : read(marked))
                    .as("what is not private is there")
                    .contains("Units, please.");
        }
    }

    private byte[] unpacked(byte[] pdf) throws Exception {
        Path in = Files.write(folder.resolve("in.pdf"), pdf);
        Path out = folder.resolve("open.pdf");
        Process qpdf = new ProcessBuilder("qpdf", "--qdf", "--object-streams=disable", in.toString(), out.toString())
                .inheritIO()
                .start();
        assertThat(qpdf.waitFor(30, TimeUnit.SECONDS)).isTrue();
        return Files.readAllBytes(out);
    }

    private static String read(Path pdf) throws Exception {
        Process reader = new ProcessBuilder("pdftotext", pdf.toString(), "-").redirectErrorStream(true).start();
        return new String(reader.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    private static boolean has(byte[] where, byte[] what) {
        return new String(where, StandardCharsets.ISO_8859_1).contains(new String(what, StandardCharsets.ISO_8859_1));
    }

    @Test
    void anotherProfileIsAnotherHandBack() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Path target = folder.resolve("p");
            for (Profile.Sheet sheet : Profile.Sheet.values()) {
                Proof proof = Proof.of(workspace.batch(), workspace.folder(),
                        new Choices("M", false, Profile.USUAL.withSheet(sheet), Map.of()), ADA, CLOCK.instant(),
                        target);
                assertThat(proof.files()).hasSize(sheet == Profile.Sheet.NONE ? 1 : 2);
            }
        }
        assertThat(new Choices("M", false).deciding(List.of())).as("what receipts of all versions know").isEmpty();
        assertThat(new Choices("M", false, Profile.USUAL.withForm(MarkedPdf.Form.PRINTED_MARGIN), Map.of())
                .deciding(List.of())).containsExactly("pages PRINTED_MARGIN");
    }

    /** The same text in a private place and in the output: by mistake, or by a bug. */
    @ParameterizedTest
    @EnumSource(MarkedPdf.Form.class)
    void privateTextAnywhereStopsTheDelivery(MarkedPdf.Form form) throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            HandingBack handingBack = new HandingBack(workspace, CLOCK,
                    new Choices("Marker", false, new Profile(form, Profile.Sheet.PDF), Map.of()));
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.WritePrivately(ADA, "Ask the second\nmarker about the range."));
            workspace.edit(new Edit.PlaceMark(ADA, new Note(head("n9", Remark.of("Marker, about the  RANGE!")),
                    new PagePoint(200, 500))));
            workspace.edit(new Edit.Seal(ADA));
            assertThat(handingBack.toFolder(folder.resolve("stopped"), Progress.NONE).outcomes()).singleElement()
                    .satisfies(
                            o -> assertThat(((Outcome.Failed) o).why().text()).contains("marker about the range"));
            assertThat(folder.resolve("stopped/handed-back.zip")).doesNotExist();
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.RemoveMark(ADA, "n9"));
            workspace.edit(new Edit.WritePrivately(ADA, "The range is 3.9 m."));
            workspace.edit(new Edit.Seal(ADA));
            assertThat(handingBack.toFolder(folder.resolve("went"), Progress.NONE).isWhole())
                    .as("what the student wrote is the student's own")
                    .isTrue();
        }
    }

    /** Private text that the student wrote too hides no other, and escaped text in a file is decoded first. */
    @ParameterizedTest
    @EnumSource(value = Profile.Sheet.class, names = "NONE", mode = EnumSource.Mode.EXCLUDE)
    void searchesEachKindOfSheetForPrivateText(Profile.Sheet sheet) throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.WritePrivately(ADA, "The range is 3.9 m.\nWeigh \"this\" & that again."));
            workspace.edit(new Edit.WriteOnTheWhole(ADA, "We weigh \"this\" & that again."));
            workspace.edit(new Edit.Seal(ADA));
            assertThat(new HandingBack(workspace, CLOCK,
                    new Choices("Marker", false, Profile.USUAL.withSheet(sheet), Map.of()))
                    .toFolder(folder.resolve("stopped"), Progress.NONE)
                    .outcomes()).singleElement()
                    .satisfies(o -> assertThat(((Outcome.Failed) o).why().text()).contains("weigh this that again"));
        }
        assertThat(FeedbackPages.text(Files.writeString(folder.resolve("s.html"), "<p>this &amp; that</p>")))
                .isEqualTo("this & that");
    }

    /** What the program cannot read may be readable for the student. */
    @Test
    void sendsAnEnclosureUnchanged() throws Exception {
        Path odd = Files.write(folder.resolve("odd.txt"), new byte[]{(byte) 0xC3, (byte) 0x28, (byte) 0xFF});
        Path broken = Files.writeString(folder.resolve("broken.pdf"), "%PDF-1.7 no more");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Enclosing.run(workspace, odd, List.of(ADA));
            Enclosing.run(workspace, broken, List.of(ADA));
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.WritePrivately(ADA, "Ask the second marker about this."));
            workspace.edit(new Edit.Seal(ADA));
        }
        Map<String, byte[]> files = handedBack(Profile.USUAL);
        assertThat(files.get("odd.txt")).isEqualTo(Files.readAllBytes(odd));
        assertThat(files.get("broken.pdf")).isEqualTo(Files.readAllBytes(broken));
    }

    @Test
    void neverSharesAFolderBetweenStudents() {
        String longKey = "K".repeat(80);
        List<StudentKey> keys = List.of(new StudentKey("A/1"), new StudentKey("A:1"), new StudentKey("a_1"),
                new StudentKey(longKey + "1"), new StudentKey(longKey + "2"), new StudentKey("../.."));
        StudentFolders folders = new StudentFolders(Batch.collected(
                new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                keys.stream().map(k -> Submission.untouched(new Student(k, "", "Ada", ""), List.of())).toList()));
        assertThat(keys.stream().map(folders::of).map(f -> f.toLowerCase(Locale.ROOT))).doesNotHaveDuplicates()
                .allSatisfy(f -> assertThat(f).doesNotContain("/", ":", "..", "\\"));
        assertThat(folders.of(new StudentKey("A/1"))).isEqualTo("A_1 Ada");
        assertThat(folders.of(new StudentKey("A:1"))).isEqualTo("A_1 Ada 2");
        assertThat(folders.of(new StudentKey("a_1"))).isEqualTo("a_1 Ada 3");
    }

    @Test
    void returnsAnEnclosureUnderItsNameAndCountsItAsAChange() throws Exception {
        Path model = Files.writeString(folder.resolve("model answer.txt"), "Twelve hours.");
        Path large = folder.resolve("large.mp4");
        try (RandomAccessFile file = new RandomAccessFile(large.toFile(), "rw")) {
            file.setLength(Enclosing.LARGEST + 1);
        }
        handedBack(Profile.USUAL);
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(workspace.batch().submission(ADA).handedBack()).isTrue();
            assertThatThrownBy(() -> Enclosing.run(workspace, large, List.of(ADA)))
                    .hasMessageContaining("large.mp4 has 25.0 MB; an enclosure has at most 25.");
            assertThatThrownBy(() -> Enclosing.run(workspace, folder, List.of(ADA)))
                    .hasMessageContaining("is not a file");
            Enclosing.run(workspace, model, List.of(ADA));
            assertThat(workspace.batch().submission(ADA).sealed()).isTrue();
            assertThat(workspace.batch().submission(ADA).handedBack()).as("the student has no such file yet")
                    .isFalse();
        }
        Map<String, byte[]> files = handedBack(new Profile(MarkedPdf.Form.FLATTENED, Profile.Sheet.NONE));
        assertThat(new String(files.get("model answer.txt"), StandardCharsets.UTF_8)).isEqualTo("Twelve hours.");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            String id = workspace.batch().submission(ADA).attached().getFirst().document().id();
            Batch enclosed = workspace.batch();
            Edit remove = new Edit.RemoveEnclosure(ADA, id);
            assertThat(enclosed.apply(remove).apply(enclosed.inverse(remove)).submission(ADA))
                    .isEqualTo(enclosed.submission(ADA));
        }
    }

    @ParameterizedTest
    @EnumSource(value = Profile.SheetPlace.class, names = "OWN_FILE", mode = EnumSource.Mode.EXCLUDE)
    void bindsTheSheetToThePagesWithoutLoss(Profile.SheetPlace place) throws Exception {
        Profile profile = new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.PDF).withPlace(place);
        Map<String, byte[]> files = handedBack(profile);
        assertThat(files.keySet()).containsExactly("K-1_work_marked.pdf", "grade-sheet.csv");
        Path bound = Files.write(folder.resolve("bound.pdf"), files.get("K-1_work_marked.pdf"));
        assertThat(PdfContent.of(bound).toString()).contains("Units, please.");
        String text = read(bound);
        int own = text.indexOf("The range is 3.9 m.");
        int sheet = text.indexOf("How the result was computed");
        assertThat(own).isNotNegative();
        assertThat(sheet).isNotNegative();
        assertThat(sheet < own).isEqualTo(place == Profile.SheetPlace.BEFORE_THE_PAGES);
        assertThat(new ProcessBuilder("qpdf", "--check", bound.toString()).start().waitFor()).isZero();
        assertThat(checked(profile, folder.resolve("out " + profile.form() + profile.sheet())).isSame()).isTrue();
    }

    @Test
    void foldersNamesColumnsAndSeparateMarksFollowTheProfile() throws Exception {
        Map<String, byte[]> zipped = handedBack(RICH);
        Path out = folder.resolve("out " + RICH.form() + RICH.sheet());
        assertThat(zipped.keySet()).containsExactly("K-1_work_feedback.txt", "K-1_work_marked_7.pdf",
                "K-1_work_marked_7.xfdf", "grade-sheet.csv");
        Path own = out.resolve("handed-back/K-1 Ada Example");
        assertThat(Files.readAllBytes(own.resolve("K-1_work_marked_7.pdf")))
                .isEqualTo(zipped.get("K-1_work_marked_7.pdf"));
        assertThat(new String(zipped.get("grade-sheet.csv"), StandardCharsets.UTF_8)).contains("percent",
                "The remarks are in the marked documents.", ",70").doesNotContain("A careful plan.");
        assertThat(new String(zipped.get("K-1_work_feedback.txt"), StandardCharsets.UTF_8))
                .contains("1. Units, please.")
                .doesNotContain("A careful plan.");
        assertThat(checked(RICH, out).isSame()).isTrue();
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            HandingBack again = new HandingBack(workspace, CLOCK, new Choices("Marker", false, RICH, Map.of()));
            assertThatThrownBy(() -> again.toFolder(out, Progress.NONE)).hasMessageContaining("say to refuse");
        }
        assertThat(Files.exists(out.resolve("handed-back-2.zip"))).isFalse();
        Files.writeString(own.resolve("K-1_work_feedback.txt"), "Somebody wrote here.");
        assertThat(checked(RICH, out).isSame()).as("each copy is looked at").isFalse();
    }

    /** Read by another implementation of ISO 19444-1 than the one that wrote it (PDFBox). */
    @Test
    void separateMarksAreReadableElsewhereAndContainNothingPrivate() throws Exception {
        byte[] xfdf = handedBack(Profile.USUAL.withXfdf(true)).get("K-1_work_marked.xfdf");
        try (FDFDocument read = Loader.loadXFDF(new ByteArrayInputStream(xfdf))) {
            assertThat(read.getCatalog().getFDF().getAnnotations()).singleElement().satisfies(a -> {
                assertThat(a).isInstanceOf(FDFAnnotationText.class);
                assertThat(a.getContents()).isEqualTo("Units, please.");
                assertThat(a.getName()).isEqualTo("n1");
                assertThat(a.getPage()).isZero();
            });
        }
        for (String word : PLANTED) {
            assertThat(new String(xfdf, StandardCharsets.UTF_8)).doesNotContain(word);
        }
    }

    @Test
    void storesAProfileAsReadableText() throws Exception {
        Path file = folder.resolve("profile.txt");
        assertThat(Profile.stored(file)).isEqualTo(Profile.USUAL);
        Profile profile = new Profile(MarkedPdf.Form.PRINTED_MARGIN, Profile.Sheet.HTML);
        profile.write(file);
        assertThat(Profile.stored(file)).isEqualTo(profile);
        assertThat(Files.readString(file)).contains("pages = printed margin", "feedback sheet = html");
        RICH.write(file);
        assertThat(Profile.stored(file)).isEqualTo(RICH);
        Files.writeString(file, "\n# nothing chosen\n");
        assertThat(Profile.read(file)).isEqualTo(Profile.USUAL);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "pages = upside down | 'pages' must be annotations or printed margin or scaled margin or flattened or scaled flattened, not 'upside down'.",
            "feedback sheet = docx | 'feedback sheet' must be none or pdf or html or text, not 'docx'.",
            "colour = red | has an unknown line 'colour = red'."})
    void refusesAnInvalidProfileByLine(String line, String why) throws Exception {
        Path file = Files.writeString(folder.resolve("mine.txt"), line);
        assertThatThrownBy(() -> Profile.read(file)).isInstanceOf(Problem.class)
                .hasMessageContaining("mine.txt")
                .hasMessageContaining(why);
    }
}
