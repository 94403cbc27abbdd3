package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.PdfContent;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Which files a student receives, under which names, and with which marks. */
class BuildingTest extends HandedBackFixture {
    private Workspace workspace;
    private Document first;

    @BeforeEach
    void open() throws Exception {
        workspace = Workspace.open(batch, CLOCK);
        first = workspace.batch().submission(ADA).documents().getFirst();
        workspace.edit(new Edit.OpenAgain(ADA));
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private Proof proof(Profile profile) throws Exception {
        return Proof.of(workspace.batch(), workspace.folder(), new Choices("Marker", false, profile, Map.of()), ADA,
                CLOCK.instant(), folder.resolve("proof" + System.nanoTime()));
    }

    /** A second document beside the first, converted to pages. */
    private void add(String id, String path) throws Exception {
        int number = workspace.batch().submission(ADA).handIns().size() + 1;
        byte[] pdf = Files.readAllBytes(workspace.folder().original(first));
        Originals.Stored stored = new Originals(workspace.folder()).store(id,
                path.substring(path.lastIndexOf('/') + 1), new ByteArrayInputStream(pdf));
        Path made = workspace.folder().rendition(id);
        Files.createDirectories(made.getParent());
        Files.write(made, pdf);
        workspace.edit(new Edit.ReceiveHandIn(ADA, new HandIn(number, Optional.empty(), "", List.of(first,
                new Document(id, path, stored.sha256(), stored.bytes(),
                        new Pages.Ready(1, made.getFileName().toString()), "")))));
        workspace.edit(new Edit.LetCount(ADA, Optional.of(number)));
    }

    private static List<String> names(Proof proof) {
        return proof.files().stream().map(Proof.Outgoing::name).toList();
    }

    @Test
    void buildsNothingForABatchThatWasMovedAway() throws Exception {
        Path away = batch.resolveSibling("elsewhere");
        Files.move(batch, away);
        assertThatThrownBy(() -> proof(Profile.USUAL)).isInstanceOf(Problem.class)
                .hasMessageContaining("The batch is no longer in " + batch);
        assertThat(batch).doesNotExist();
        Files.move(away, batch);
        assertThat(names(proof(Profile.USUAL))).containsExactly("K-1_work_marked.pdf");
    }

    @Test
    void documentsThatDifferOnlyInTheirExtensionsGetTwoNamesAndKeepTheirOwnMarks() throws Exception {
        add("d2", "K-1_WORK.docx");
        workspace.edit(new Edit.PlaceMark(ADA,
                new Note(new Head("n9", new PageRef("d2", 0), Ink.MADDER, 0, Remark.of("In the second.")),
                        new PagePoint(200, 200))));
        Proof proof = proof(Profile.USUAL);
        assertThat(names(proof)).containsExactly("K-1_work_marked.pdf", "K-1_WORK.docx_marked.pdf");
        assertThat(PdfContent.of(proof.files().getFirst().file()).toString()).contains("Units, please.")
                .doesNotContain("In the second.");
        assertThat(PdfContent.of(proof.files().getLast().file()).toString()).contains("In the second.")
                .doesNotContain("Units, please.");
        assertThat(names(proof(Profile.USUAL.withXfdf(true)))).containsExactly("K-1_work_marked.pdf",
                "K-1_work_marked.xfdf", "K-1_WORK.docx_marked.pdf", "K-1_WORK.docx_marked.xfdf");
    }

    @Test
    void aDuplicateNameGetsANumber() throws Exception {
        add("d2", "plan.docx");
        assertThat(names(proof(Profile.USUAL))).containsExactly("K-1_work_marked.pdf", "plan_marked.pdf");
        assertThat(names(proof(Profile.USUAL.withNames(Set.of())))).containsExactly("K-1_work.pdf", "plan.pdf");
        add("d3", "k-1_work.pdf");
        assertThat(names(proof(Profile.USUAL))).containsExactly("K-1_work_marked.pdf", "k-1_work_marked_2.pdf");
    }

    @Test
    void aDocumentThatFailsIsNamedAndDoesNotStopTheOthers() throws Exception {
        add("d2", "plan.docx");
        Files.writeString(workspace.folder().rendition("d2"), "no more");
        Proof proof = proof(new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.PDF));
        assertThat(names(proof)).containsExactly("K-1_work_marked.pdf", "K-1_work_feedback.pdf");
        assertThat(proof.trouble()).singleElement()
                .satisfies(t -> assertThat(t.text())
                        .contains("plan.docx", "its pages on this disk are damaged"));
        workspace.edit(new Edit.PlaceMark(ADA,
                new Note(new Head("n9", new PageRef("d2", 0), Ink.MADDER, 0, Remark.of("Here.")),
                        new PagePoint(200, 200))));
        assertThat(proof(Profile.USUAL).trouble()).as("the same where it was marked")
                .singleElement()
                .satisfies(t -> assertThat(t.text()).contains("its pages on this disk are damaged"));
    }

    @Test
    void theProofShowsTheScoreAsItIsSent() throws Exception {
        workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("6"))));
        Proof proof = proof(Profile.USUAL);
        assertThat(proof.score()).isEqualByComparingTo("6");
        assertThat(proof.grade()).as("there is no scale").isEmpty();
        assertThat(Proof.documents(workspace.batch(), workspace.folder(), new Choices("Marker", false), ADA,
                CLOCK.instant(), folder.resolve("documents"))).extracting(Proof.Outgoing::name)
                .containsExactly("K-1_work_marked.pdf");
    }

    /** A grade is handed back only once everything is scored: in the proof, in file names and in the sheet. */
    @Test
    void aGradeIsSentOnlyWithACompleteResult() throws Exception {
        MarkScheme graded = new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.TEN, BigDecimal.ONE),
                new Criterion("c2", "Units", "", BigDecimal.TEN, BigDecimal.ONE)))
                .withRules(Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getFirst())));
        workspace.edit(new Edit.ChangeScheme(graded, List.of()));
        Profile named = Profile.USUAL.withNames(Set.of(Profile.Addition.GRADE));
        Proof half = proof(named);
        assertThat(half.grade()).isEmpty();
        assertThat(names(half)).containsExactly("K-1_work.pdf");
        workspace.edit(new Edit.SetScore(ADA, "c2", Optional.of(BigDecimal.TEN)));
        Proof whole = proof(named);
        String grade = workspace.batch().result(ADA).grade().orElseThrow();
        assertThat(whole.grade()).hasValue(grade);
        assertThat(names(whole)).containsExactly("K-1_work_" + grade + ".pdf");
        assertThat(whole.row()).extracting(c -> c.value()).contains(grade);
    }
}
