package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.zip.UnicodePathExtraField;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.feedback.ClassWords;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.places.FolderTree;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Handing back into a folder: existing files, questions to the marker, and what a receipt means. */
class FolderHandBackTest extends HandedBackFixture {
    private Workspace workspace;
    private Path out;

    @BeforeEach
    void open() throws Exception {
        workspace = Workspace.open(batch, CLOCK);
        out = folder.resolve("out");
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private static Choices choices(Profile profile) {
        return new Choices("Marker", false, profile, Map.of());
    }

    private Report handBack(Choices choices) throws Problem {
        return new HandingBack(workspace, CLOCK, choices).toFolder(out, Progress.NONE);
    }

    private Report handBack(Profile profile) throws Problem {
        return handBack(choices(profile));
    }

    private List<String> names() throws IOException {
        try (Stream<Path> all = Files.list(out)) {
            return all.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void keepsExistingFilesAndNumbersTheNext() throws Exception {
        assertThat(handBack(Profile.USUAL).notes()).isEmpty();
        assertThat(names()).containsExactly("grade-sheet.csv", "handed-back.zip");
        byte[] first = Files.readAllBytes(out.resolve("handed-back.zip"));
        assertThat(handBack(Profile.USUAL).notes()).singleElement()
                .satisfies(n -> assertThat(n.text()).endsWith("this one is in handed-back-2.zip."));
        assertThat(names()).containsExactly("grade-sheet-2.csv", "grade-sheet.csv", "handed-back-2.zip",
                "handed-back.zip");
        assertThat(Files.readAllBytes(out.resolve("handed-back.zip"))).isEqualTo(first);
        Files.delete(out.resolve("handed-back.zip"));
        Files.delete(out.resolve("handed-back-2.zip"));
        handBack(Profile.USUAL.withLayout(Profile.Layout.FOLDERS));
        assertThat(names()).as("a grade sheet alone keeps its number too")
                .contains("handed-back-3",
                        "grade-sheet-3.csv");
        assertThat(out.resolve("handed-back-3/K-1 Ada Example/K-1_work_marked.pdf")).exists();
    }

    @Test
    void aFolderThatMustBeEmptyIsNotTouched() throws Exception {
        Profile alone = Profile.USUAL.withMeeting(Profile.Meeting.REFUSE);
        handBack(alone);
        List<String> before = names();
        assertThatThrownBy(() -> handBack(alone)).isInstanceOf(Problem.class).hasMessageContaining("out");
        assertThat(names()).isEqualTo(before);
    }

    @Test
    void reportsNothingAsDeliveredIfNothingCouldBeWritten() throws Exception {
        Files.writeString(out, "a file where the folder should be");
        assertThatThrownBy(() -> handBack(Profile.USUAL)).isInstanceOf(Problem.class);
        assertThat(out).hasContent("a file where the folder should be");
        assertThat(workspace.batch().submission(ADA).receipts()).isEmpty();
    }

    @Test
    void writesNoFilesForNobody() throws Exception {
        workspace.edit(new Edit.OpenAgain(ADA));
        Report report = new HandingBack(workspace, CLOCK, choices(Profile.USUAL)).toFolder(out, List.of(ADA),
                Progress.NONE);
        assertThat(report.outcomes()).singleElement()
                .isInstanceOfSatisfying(Outcome.Failed.class,
                        f -> assertThat(f.why().text()).startsWith("It is not sealed."));
        assertThat(report.notes()).singleElement()
                .satisfies(
                        n -> assertThat(n.text()).isEqualTo("Nobody's work was handed back, so nothing was written."));
        assertThat(report.isWhole()).isFalse();
        assertThat(out).doesNotExist();
    }

    private Choices accepting(Outcome.Doubt doubt) {
        return new Choices("Marker", false, Profile.USUAL, Map.of(ADA, Set.of(doubt)));
    }

    @Test
    void asksAboutACertifiedDocumentThatWasMarked() throws Exception {
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.MakePages(ADA, "d1",
                new Pages.Ready(1, "", List.of(), Set.of(Pages.Trait.CERTIFIED))));
        workspace.edit(new Edit.Seal(ADA));
        assertThat(handBack(Profile.USUAL).outcomes()).singleElement()
                .isInstanceOfSatisfying(Outcome.Asked.class,
                        a -> {
                            assertThat(a.doubt()).isEqualTo(Outcome.Doubt.CERTIFIED);
                            assertThat(a.why().text()).startsWith("K-1_work.pdf: its author has certified it");
                        });
        assertThat(handBack(accepting(Outcome.Doubt.CERTIFIED)).outcomes()).singleElement()
                .isInstanceOf(Outcome.Done.class);
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.RemoveMark(ADA, "n1"));
        workspace.edit(new Edit.Seal(ADA));
        assertThat(handBack(Profile.USUAL).outcomes()).as("marks that the student does not see break nothing")
                .singleElement()
                .isInstanceOf(Outcome.Done.class);
    }

    /** Whatever changes what a student receives makes the receipt one of earlier work; nothing else does. */
    @Test
    void aReceiptCoversExactlyWhatWasSent() throws Exception {
        Profile sheeted = Profile.USUAL.withSheet(Profile.Sheet.PDF);
        handBack(sheeted);
        Destination there = Destination.folder(out.toAbsolutePath().normalize().toString());
        assertThat(HandingBack.receipted(workspace.batch(), ADA, choices(sheeted))).containsExactly(there);
        List<UnaryOperator<Profile>> changes = List.of(p -> p.withForm(MarkedPdf.Form.FLATTENED),
                p -> p.withSheet(Profile.Sheet.HTML), p -> p.withPlace(Profile.SheetPlace.BEFORE_THE_PAGES),
                p -> p.withLeftOut(Set.of(FeedbackSheet.Part.values()[0])),
                p -> p.withNames(Set.of(Profile.Addition.values())), p -> p.withXfdf(!p.xfdf()),
                p -> p.withFigures(Set.of(ClassWords.Figure.AVERAGE)));
        for (UnaryOperator<Profile> change : changes) {
            Profile other = change.apply(sheeted);
            assertThat(other).isNotEqualTo(sheeted);
            assertThat(HandingBack.receipted(workspace.batch(), ADA, choices(other))).as(other.toString()).isEmpty();
        }
        List<UnaryOperator<Profile>> sameWork = List.of(p -> p.withLayout(Profile.Layout.FOLDERS),
                p -> p.withMeeting(Profile.Meeting.REFUSE), p -> p.withColumns(Set.of()));
        for (UnaryOperator<Profile> change : sameWork) {
            assertThat(HandingBack.receipted(workspace.batch(), ADA, choices(change.apply(sheeted))))
                    .containsExactly(there);
        }
        assertThat(HandingBack.receipted(workspace.batch(), ADA, new Choices("Marker", true, sheeted, Map.of())))
                .as("without what runs")
                .isEmpty();
        workspace.edit(new Edit.OpenAgain(ADA));
        workspace.edit(new Edit.WriteOnTheWhole(ADA, "Another word."));
        workspace.edit(new Edit.Seal(ADA));
        assertThat(HandingBack.receipted(workspace.batch(), ADA, choices(sheeted))).isEmpty();
        assertThat(workspace.batch().submission(ADA).receipt().map(r -> r.sent()).orElse(""))
                .isEqualTo("K-1_work_marked.pdf, K-1_work_feedback.pdf; score 7");
    }

    @Test
    void onlyTheOwnerCanReadHandedBackFiles() throws Exception {
        assumeTrue(Files.getFileStore(folder).supportsFileAttributeView(PosixFileAttributeView.class));
        handBack(Profile.USUAL.withLayout(Profile.Layout.BOTH));
        for (Path one : FolderTree.entries(out)) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(one))).as(one.toString())
                    .endsWith("------");
        }
    }

    @Test
    void reportsOutcomesInClassOrderAndNamesTheStudentBeingBuilt() throws Exception {
        StudentKey bao = new StudentKey("K-0");
        workspace.edit(new Edit.Enrol(new Student(bao, "Bao", "Nguyen", "")));
        List<String> said = new ArrayList<>();
        Report report = new HandingBack(workspace, CLOCK, choices(Profile.USUAL)).toFolder(out, List.of(ADA, bao),
                (what, done, all) -> said.add(what + " " + done + "/" + all));
        assertThat(report.outcomes()).extracting(Outcome::student).containsExactly(ADA, bao);
        assertThat(report.outcomes().getFirst()).isInstanceOf(Outcome.Done.class);
        assertThat(said).contains("Ada Example 0/1");
    }

    @Test
    void cancellingWhileBuildingWritesNothing() {
        assertThatThrownBy(() -> new HandingBack(workspace, CLOCK, choices(Profile.USUAL)).toFolder(out, List.of(ADA),
                (what, _, _) -> {
                    if (what.equals("Ada Example")) {
                        throw new CancellationException();
                    }
                })).isInstanceOf(CancellationException.class);
        assertThat(out).doesNotExist();
        assertThat(workspace.batch().submission(ADA).receipts()).isEmpty();
    }

    /** APPNOTE.TXT 6.3.10: 4.4.2 (made by Unix is 3), 4.4.4 bit 11 (names in UTF-8), 4.6.9 (extra field 0x7075). */
    @Test
    void zipNamesKeepTheirReceivedEncoding() throws Exception {
        handBack(Profile.USUAL);
        try (ZipFile zip = ZipFile.builder().setPath(out.resolve("handed-back.zip")).get()) {
            assertThat(Collections.list(zip.getEntries())).isNotEmpty().allSatisfy(e -> {
                assertThat(e.getPlatform()).isEqualTo(ZipArchiveEntry.PLATFORM_UNIX);
                assertThat(e.getUnixMode() & 0777).isEqualTo(0644);
                assertThat(e.getGeneralPurposeBit().usesUTF8ForNames()).isTrue();
                assertThat(e.getExtraField(UnicodePathExtraField.UPATH_ID)).isNull();
            });
        }
        Register.EMPTY.with(null, "IBM437", List.of()).write(workspace.folder().register());
        handBack(Profile.USUAL);
        try (ZipFile zip = ZipFile.builder().setPath(out.resolve("handed-back-2.zip")).setCharset("IBM437").get()) {
            assertThat(Collections.list(zip.getEntries())).isNotEmpty().allSatisfy(e -> {
                assertThat(e.getGeneralPurposeBit().usesUTF8ForNames()).isFalse();
                assertThat(e.getExtraField(UnicodePathExtraField.UPATH_ID)).isNotNull();
            });
        }
    }
}
