package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;

/** Collecting into an existing batch again, and what remains if that fails. */
class CollectAgainTest extends CollectFixture {
    private void mark(Workspace workspace) {
        String document = workspace.batch().submission(ADA).documents().getFirst().id();
        Head head = new Head("m1", new PageRef(document, 0), Ink.MADDER, 0, Remark.NONE);
        workspace.edit(new Edit.PlaceMark(ADA, new Stamp(head, Sign.TICK, new PagePoint(100, 100), 20)));
    }

    @Test
    void newOrChangedFilesBecomeTheNextHandInAndMarksStay() throws Exception {
        Path first = zip("class.zip", files("K-1_a.txt", "one", "K-1_b.txt", "same", "K-2.txt", "two",
                "Fischer, Lena.txt", "whose", "scan.txt", "?"));
        Path batch;
        try (CollectPlan plan = plan(first, sheet(), Optional.empty())) {
            batch = make(plan.decided(Map.of(item(plan, "Fischer, Lena.txt"), Optional.of(new StudentKey("K-4")),
                    item(plan, "scan.txt"), Optional.empty())));
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            PageMaking.all(workspace, Progress.NONE);
            mark(workspace);
        }
        Path second = zip("class.zip",
                files("K-1_a.txt", "one, mended", "K-1_b.txt", "same", "Fischer, Lena.txt", "whose", "scan.txt",
                        "?", "K-3.txt", "late comer", "new.txt", "??"));
        try (CollectPlan plan = plan(second, Optional.empty(), Optional.of(batch))) {
            assertThat(plan.items()).extracting(i -> i.path() + " " + i.news())
                    .containsExactly("K-1_a.txt CHANGED", "K-1_b.txt SAME", "Fischer, Lena.txt SAME", "scan.txt SAME",
                            "K-3.txt NEW",
                            "new.txt NEW");
            assertThat(plan.studentOf(item(plan, "Fischer, Lena.txt"))).as("decided before")
                    .hasValue(new StudentKey("K-4"));
            assertThat(plan.isSetAside(item(plan, "scan.txt"))).as("decided before").isTrue();
            assertThat(plan.missing()).containsExactly("K-2.txt");
            assertThat(plan.questions()).extracting(CollectPlan.Item::path).containsExactly("new.txt");
            try (Workspace workspace = Workspace.open(batch, CLOCK)) {
                assertThat(Collecting.into(plan.withQuestionsAside(), workspace, Progress.NONE))
                        .isEqualTo(new Collecting.Added(2, 0));
            }
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Submission ada = workspace.batch().submission(ADA);
            assertThat(ada.handIns()).hasSize(2);
            assertThat(ada.marks()).hasSize(1);
            HandIn old = ada.handIns().getFirst();
            HandIn next = ada.handIns().getLast();
            assertThat(next.documents()).extracting(Document::name).containsExactlyInAnyOrder("K-1_a.txt", "K-1_b.txt");
            assertThat(next.documents()).contains(old.documents().getLast()).doesNotContain(old.documents().getFirst());
            assertThat(Files.readString(workspace.folder().original(old.documents().getFirst()))).isEqualTo("one");
            assertThat(workspace.batch().submission(BAO).documents()).hasSize(1);
            assertThat(workspace.batch().submission(new StudentKey("K-3")).documents()).hasSize(1);
            assertThat(workspace.changedOriginals()).isEmpty();
        }
        try (CollectPlan plan = plan(second, Optional.empty(), Optional.of(batch))) {
            assertThat(plan.items()).extracting(CollectPlan.Item::news).containsOnly(CollectPlan.News.SAME);
            assertThat(plan.questions()).isEmpty();
        }
    }

    @Test
    void addsASheetLaterAndKeepsThePreviousOne() throws Exception {
        Path batch;
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            batch = make(plan);
        }
        Path newer = Files.writeString(folder.resolve("newer.csv"),
                "Record key;Name;Points;Comment;E-mail\nK-1;Lind, Ada;;;ada@students.example\nK-2;Nguyen, Bao;;;\nK-9;Newcomer, Nia;;;\n");
        Planning.FromFiles sheetAlone = new Planning.FromFiles(List.of(), Optional.of(newer), "", Optional.empty(),
                LONDON, Duration.ZERO,
                Optional.empty(), List.of(), List.of());
        try (CollectPlan plan = Planning.fromFiles(sheetAlone, Optional.of(batch), Progress.NONE);
                Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(Collecting.into(plan, workspace, Progress.NONE)).isEqualTo(new Collecting.Added(0, 1));
            assertThat(workspace.batch().submission(ADA).documents()).as("what came before is there").hasSize(1);
            assertThat(workspace.batch().submission(ADA).student().mail()).as("an address may come later")
                    .isEqualTo("ada@students.example");
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"), Progress.NONE);
        }
        assertThat(Files.readString(folder.resolve("out/grade-sheet.csv")))
                .startsWith("Record key;Name;Points;Comment;E-mail\nK-1;Lind, Ada;10;")
                .endsWith("\nK-2;Nguyen, Bao;;;\nK-9;Newcomer, Nia;;;\n");
        try (Stream<Path> kept = Files.list(batch)) {
            assertThat(kept.filter(p -> p.getFileName().toString().startsWith("grade-sheet-before-"))).singleElement()
                    .satisfies(p -> assertThat(p).hasContent(SHEET.strip()));
        }
    }

    @Test
    void coversTheNameOfAStudentWhoJoinsACoveredClass() throws Exception {
        Path batch;
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            batch = make(plan);
        }
        Collecting.coverNames(batch);
        Path newer = Files.writeString(folder.resolve("newer.csv"), SHEET + "K-9,Nia,Newcomer,,,\n");
        Planning.FromFiles sheetAlone = new Planning.FromFiles(List.of(), Optional.of(newer), "", Optional.empty(),
                LONDON, Duration.ZERO, Optional.empty(), List.of(), List.of());
        try (CollectPlan plan = Planning.fromFiles(sheetAlone, Optional.of(batch), Progress.NONE);
                Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(Collecting.isIntoCoveredBatch(plan)).isTrue();
            assertThat(plan.roster().student(ADA).name()).as("matching needs names").isEqualTo("Ada Lind");
            int before = workspace.batch().submissions().size();
            Collecting.into(plan, workspace, Progress.NONE);
            Submission last = workspace.batch().submissions().getLast();
            assertThat(last.student().name()).isEqualTo("Script " + (before + 1));
            assertThat(last.whose().owner().name()).isEqualTo("Nia Newcomer");
        }
    }

    @Test
    void aFailedOrCancelledAdditionLeavesTheBatchUnchanged() throws Exception {
        Path batch;
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            batch = make(plan);
        }
        List<String> before = tree(batch);
        Path more = zip("b.zip", files("K-2.txt", "two", "K-3.txt", "three"));
        try (CollectPlan plan = plan(more, Optional.empty(), Optional.of(batch));
                Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThatThrownBy(() -> Collecting.into(plan, workspace, (_, done, _) -> {
                if (done == 1) {
                    throw new CancellationException();
                }
            })).isInstanceOf(CancellationException.class);
            assertThat(workspace.batch().submission(BAO).handIns()).isEmpty();
        }
        assertThat(tree(batch)).isEqualTo(before);
    }

    @Test
    void aFullDiskLeavesNothingHalfDone() throws Exception {
        Path shelf = Files.createDirectories(folder.resolve("shelf"));
        Path notAFolder = Files.writeString(shelf.resolve("file"), "x");
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            assertThatThrownBy(() -> Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                    notAFolder.resolve("batch"), Progress.NONE)).isInstanceOf(Problem.class)
                    .hasMessageContaining("No batch can be made in");
        }
        try (Stream<Path> left = Files.list(shelf)) {
            assertThat(left).containsExactly(notAFolder);
        }
    }

    private static List<String> tree(Path root) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            return all.filter(p -> !p.getFileName().toString().startsWith("batch."))
                    .map(p -> root.relativize(p).toString())
                    .sorted()
                    .toList();
        }
    }

    @Test
    void returnsAnExternallyChangedDocumentUnderItsReceivedName() throws Exception {
        Path batch;
        try (CollectPlan plan = plan(zip("a.zip", files("K-1_plan.docx", "\u0000\u0001 of a kind unknown")), sheet(),
                Optional.empty())) {
            batch = make(plan);
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Document received = workspace.batch().submission(ADA).documents().getFirst();
            Originals.Stored stored = new Originals(workspace.folder()).store("a1", "K-1_plan.odt",
                    new java.io.ByteArrayInputStream("changed".getBytes()));
            workspace.edit(new Edit.AttachFile(ADA,
                    new Attached(received.id(), new Document("a1", "K-1_plan.odt", stored.sha256(),
                            stored.bytes(), new Pages.None(), "attached by you"))));
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"), Progress.NONE);
        }
        try (ZipFile back = new ZipFile(folder.resolve("out/handed-back.zip").toFile())) {
            assertThat(back.stream().map(ZipEntry::getName)).containsExactly("K-1_plan_marked.odt");
        }
    }

    @Test
    void doesNotReportEarlierStudentsAsMissingAndKeepsNamesCovered() throws Exception {
        Path batch;
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            assertThat(plan.withoutFiles()).extracting(s -> s.key().value()).containsExactly("K-2", "K-3", "K-4");
            batch = make(plan);
        }
        Collecting.coverNames(batch);
        try (CollectPlan plan = plan(zip("b.zip", files("K-2.txt", "two")), Optional.empty(), Optional.of(batch));
                Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(plan.withoutFiles()).extracting(s -> s.key().value()).containsExactlyInAnyOrder("K-3", "K-4");
            List<String> before = workspace.batch().submissions().stream().map(s -> s.student().name()).toList();
            assertThat(Collecting.into(plan, workspace, Progress.NONE)).isEqualTo(new Collecting.Added(1, 0));
            assertThat(workspace.batch().submissions()).extracting(s -> s.student().name()).isEqualTo(before);
            assertThat(workspace.lines()).as("covering the names, and the hand-in alone").hasSize(2);
        }
    }
}
