package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.PdfContent;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What students are handed, as it is chosen; and that nothing private is ever among it, in any form. */
class ProfileTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    /** A word that nobody would write, for each place that is private. */
    private static final List<String> PLANTED = List.of("zquince", "zmedlar", "zdamson", "zsorb", "zbullace");
    @TempDir
    private Path folder;
    private Path batch;

    @BeforeEach
    void make() throws Exception {
        batch = folder.resolve("batch");
        Path pdf = folder.resolve("work.pdf");
        FeedbackPages.pdf(
                new FeedbackSheet("", "A student's own work", "Ada", "K-1", Optional.empty(), Optional.empty(),
                        Optional.empty(), "The range is 3.9 m.", List.of(), List.of(), List.of(), ""),
                CLOCK.instant(), pdf);
        try (NewBatch made = NewBatch.at(batch)) {
            Originals.Stored stored = made.store("d1", "K-1_work.pdf",
                    new ByteArrayInputStream(Files.readAllBytes(pdf)));
            made.add(new Student(ADA, "Ada", "Example", ""), List.of(new HandIn(1, Optional.empty(), "", List.of(
                    new Document("d1", "K-1_work.pdf", stored.sha256(), stored.bytes(), new Pages.Ready(1, ""), "")))));
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            plant(workspace);
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.valueOf(7))));
            workspace.edit(new Edit.WriteOnTheWhole(ADA, "A careful plan."));
            workspace.edit(new Edit.Seal(ADA));
        }
    }

    private static Head head(String id, Remark remark) {
        return new Head(id, new PageRef("d1", 0), Ink.MADDER, 0, remark);
    }

    private static Remark privately(String words) {
        return Remark.of(words).withAudience(Audience.PRIVATE);
    }

    private static void plant(Workspace workspace) {
        workspace.edit(
                new Edit.PlaceMark(ADA, new Note(head("n1", Remark.of("Units, please.")), new PagePoint(200, 200))));
        workspace.edit(
                new Edit.PlaceMark(ADA, new Note(head("n2", privately(PLANTED.get(0))), new PagePoint(250, 300))));
        workspace.edit(new Edit.PlaceMark(ADA,
                new TypedText(head("t1", privately("hm")), new PagePoint(100, 400), PLANTED.get(1), 12, 60)));
        workspace.edit(new Edit.WritePrivately(ADA, PLANTED.get(2)));
        workspace.edit(new Edit.AcceptFinding(ADA, new Finding(ADA, Finding.Kind.EMPTY_REMARK, Finding.Where.MARK, "n1",
                List.of(), "").accepted(PLANTED.get(3))));
        workspace.edit(new Edit.KeepPhrase(new Phrase("p1", "pr", PLANTED.get(4), "", Optional.empty(), "", List.of(),
                Audience.PRIVATE, Optional.empty(), "", "")));
    }

    private Map<String, byte[]> handedBack(Profile profile) throws Exception {
        Path out = folder.resolve("out " + profile.form() + profile.sheet());
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Report report = new HandingBack(workspace, CLOCK, new Choices("Marker", false, profile, Map.of()))
                    .toFolder(out, Progress.NONE);
            assertThat(report.isWhole()).isTrue();
        }
        Map<String, byte[]> files = new TreeMap<>();
        files.put("grade-sheet.csv", Files.readAllBytes(out.resolve("grade-sheet.csv")));
        try (ZipFile zip = new ZipFile(out.resolve("handed-back.zip").toFile())) {
            for (ZipEntry entry : zip.stream().toList()) {
                files.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
        }
        return files;
    }

    /** Every stream unpacked (qpdf), every byte looked at, in each encoding that a PDF string may have. */
    @ParameterizedTest
    @EnumSource(Profile.Sheet.class)
    void nothingPrivateIsInAnyByteOfAnyForm(Profile.Sheet sheet) throws Exception {
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
    void anotherProfileIsAnotherHandBackAndTheSameOneIsNot() throws Exception {
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

    private BundleCheck.Found checked(Profile profile, Path bundle) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            return BundleCheck.of(workspace, new Choices("Marker", false, profile, Map.of()), bundle, Progress.NONE);
        }
    }

    @ParameterizedTest
    @EnumSource(Profile.Sheet.class)
    void aBundleIsReadBackAsItWasWrittenHoweverLongAgo(Profile.Sheet sheet) throws Exception {
        Profile profile = new Profile(MarkedPdf.Form.PRINTED_MARGIN, sheet);
        handedBack(profile);
        Path out = folder.resolve("out " + profile.form() + profile.sheet());
        assertThat(checked(profile, out).isSame()).isTrue();
        assertThat(checked(profile, out.resolve("handed-back.zip")).isSame()).as("the zip alone").isTrue();
        assertThat(checked(Profile.USUAL, out).lines()).singleElement()
                .satisfies(l -> assertThat(l.said()).contains("K-1_work_marked.pdf says something else now."));
    }

    @Test
    void whatChangedIsRenamedOrMissingInABundleIsSaid() throws Exception {
        Map<String, byte[]> files = handedBack(new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.TEXT));
        Path loose = Files.createDirectories(folder.resolve("loose"));
        Files.write(loose.resolve("other name.pdf"), files.get("K-1_work_marked.pdf"));
        Files.writeString(loose.resolve("holiday.txt"), "nobody's");
        Files.writeString(loose.resolve("grade-sheet.csv"),
                new String(files.get("grade-sheet.csv"), StandardCharsets.UTF_8).replace(",7,", ",8,"));
        Profile profile = Profile.USUAL.withSheet(Profile.Sheet.TEXT);
        BundleCheck.Found found = checked(profile, loose);
        assertThat(found.lines().getFirst().said()).containsExactly(
                "K-1_work_marked.pdf is called other name.pdf there.", "K-1_work_feedback.txt is missing.",
                "The grade sheet has another score.");
        assertThat(found.notOurs()).containsExactly("holiday.txt");
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.RemoveMark(ADA, "n1"));
            workspace.edit(new Edit.Seal(ADA));
        }
        Files.move(loose.resolve("other name.pdf"), loose.resolve("K-1_work_marked.pdf"));
        assertThat(checked(profile, loose).lines().getFirst().said())
                .contains("K-1_work_marked.pdf says something else now.");
        assertThatThrownBy(() -> checked(profile, folder.resolve("nowhere"))).isInstanceOf(Problem.class);
    }

    @Test
    void aProfileIsKeptAsTextThatOthersCanRead() throws Exception {
        Path file = folder.resolve("profile.txt");
        assertThat(Profile.kept(file)).isEqualTo(Profile.USUAL);
        Profile profile = new Profile(MarkedPdf.Form.PRINTED_MARGIN, Profile.Sheet.HTML);
        profile.write(file);
        assertThat(Profile.kept(file)).isEqualTo(profile);
        assertThat(Files.readString(file)).contains("pages = printed margin", "feedback sheet = html");
        Files.writeString(file, "\n# nothing chosen\n");
        assertThat(Profile.read(file)).isEqualTo(Profile.USUAL);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "pages = upside down | 'pages' must be annotations or printed margin or flattened, not 'upside down'.",
            "feedback sheet = docx | 'feedback sheet' must be none or pdf or html or text, not 'docx'.",
            "colour = red | has a line 'colour = red' that no profile has."})
    void whatIsNoProfileIsRefusedByItsLine(String line, String why) throws Exception {
        Path file = Files.writeString(folder.resolve("mine.txt"), line);
        assertThatThrownBy(() -> Profile.read(file)).isInstanceOf(Problem.class)
                .hasMessageContaining("mine.txt")
                .hasMessageContaining(why);
    }
}
