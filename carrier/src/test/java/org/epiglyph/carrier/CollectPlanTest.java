package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is understood of a source, and what becomes of every file of it, the first time and again. */
class CollectPlanTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final String SHEET = "key,given name,family name,extension,score,feedback\nK-1,Ada,Lind,2026-03-31 18:00,,\nK-2,Bao,Nguyen,,,\nK-3,Lena,Fischer,,,\nK-4,Lena,Fischer,,,\n";
    @TempDir
    private Path folder;

    private Path zip(String name, Map<String, String> entries) throws IOException {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> entry : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(entry.getKey()));
                zip.write(entry.getValue().getBytes());
                zip.closeEntry();
            }
        }
        return file;
    }

    private static Map<String, String> files(String... namesAndContents) {
        Map<String, String> files = new LinkedHashMap<>();
        for (int i = 0; i < namesAndContents.length; i += 2) {
            files.put(namesAndContents[i], namesAndContents[i + 1]);
        }
        return files;
    }

    private Optional<Path> sheet() throws IOException {
        return Optional.of(Files.writeString(folder.resolve("sheet.csv"), SHEET));
    }

    private static CollectPlan plan(Path source, Optional<Path> sheet, Optional<Path> again) throws Problem {
        return Planning.fromFiles(
                Planning.FromFiles.of(source, sheet, "Class").due(Optional.empty(), LONDON, Duration.ZERO),
                again, Progress.NONE);
    }

    private Path make(CollectPlan plan) throws Problem {
        Path batch = folder.resolve("shelf/batch");
        Collecting.carryOut(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch, Progress.NONE);
        return batch;
    }

    private static CollectPlan.Item item(CollectPlan plan, String path) {
        return plan.items().stream().filter(i -> i.path().equals(path)).findFirst().orElseThrow();
    }

    // --- understanding

    @Test
    void everyFileIsCountedAndAGradeSheetAmongThemIsFound() throws Exception {
        Path zip = zip("class.zip",
                files("K-1_a.txt", "one", "Nguyen, Bao.txt", "two", "Fischer, Lena.txt", "whose", "scan.txt",
                        "nobody", "marks.csv", SHEET, ".DS_Store", "x", "../out.txt", "x"));
        try (CollectPlan plan = plan(zip, Optional.empty(), Optional.empty())) {
            assertThat(plan.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.SHEET);
            assertThat(plan.count()).isEqualTo(new CollectPlan.Count(7, 2, 2, 0, 3, 0, 0));
            CollectPlan.Item fischer = item(plan, "Fischer, Lena.txt");
            assertThat(fischer.match().candidates()).hasSize(2);
            plan.decide(fischer, Optional.of(new StudentKey("K-4")));
            plan.decide(item(plan, "scan.txt"), Optional.empty());
            assertThat(plan.count()).isEqualTo(new CollectPlan.Count(7, 3, 0, 1, 3, 0, 0));
            assertThat(plan.nothingFrom()).extracting(s -> s.key().value()).containsExactly("K-3");
            plan.undecide(fischer);
            assertThat(plan.questions()).containsExactly(fischer);
        }
    }

    @Test
    void aSheetThatNamesTheFilesDecides() throws Exception {
        Path named = Files.writeString(folder.resolve("named.csv"),
                "key,name,score,file\nK-1,Ada Lind,,scan0007.txt\nK-2,Bao Nguyen,,\n");
        Path zip = zip("class.zip", files("in/scan0007.txt", "x"));
        try (CollectPlan plan = plan(zip, Optional.of(named), Optional.empty())) {
            assertThat(plan.items().getFirst().match().evidence())
                    .isEqualTo("line 2 of the grade sheet names this file");
            assertThat(plan.studentOf(plan.items().getFirst())).hasValue(ADA);
        }
    }

    @Test
    void withoutASheetTheClassIsReadFromTheNamesOrTyped() throws Exception {
        Path zip = zip("class.zip", files("Lind, Ada - plan.txt", "x", "Nguyen, Bao - plan.txt", "y"));
        try (CollectPlan plan = plan(zip, Optional.empty(), Optional.empty())) {
            assertThat(plan.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.NAMES);
            assertThat(plan.questions()).isEmpty();
            assertThat(plan.rule().orElseThrow().written()).isEqualTo("<family>, <given> - <free>");
            plan.useTyped(List.of(new Student(ADA, "Ada", "Lind", ""), new Student(BAO, "Bao", "Nguyen", ""),
                    new Student(new StudentKey("K-3"), "Cy", "Paper", "")));
            assertThat(plan.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.TYPED);
            assertThat(plan.items()).extracting(i -> plan.studentOf(i).orElseThrow()).containsExactly(ADA, BAO);
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                workspace.edit(new Edit.SetScore(new StudentKey("K-3"), "c1", Optional.of(BigDecimal.ONE)));
                workspace.edit(new Edit.Seal(new StudentKey("K-3")));
                new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"),
                        Progress.NONE);
            }
        }
        assertThat(Files.readString(folder.resolve("out/grade-sheet.csv")))
                .contains("\"K-3\",\"Cy\",\"Paper\",\"\",10,");
    }

    @Test
    void aRuleByHandAndAKnownRuleThatFitsAreUsed() throws Exception {
        Path zip = zip("class.zip", files("a-Lind-x.txt", "x", "b-Nguyen-y.txt", "y"));
        FilingRule known = FilingRule.of("Kestrel", FilingRule.FILE, "<any>-<family>-<free>");
        Planning.FromFiles from = Planning.FromFiles.of(zip, sheet(), "Class").with(List.of(), List.of(known));
        try (CollectPlan plan = Planning.fromFiles(from, Optional.empty(), Progress.NONE)) {
            assertThat(plan.offeredRules()).containsExactly(known);
            assertThat(plan.rule()).hasValue(known);
            FilingRule byHand = FilingRule.of("mine", FilingRule.FILE, "a-<family>-<free>");
            plan.useRule(Optional.of(byHand));
            assertThat(plan.fits(byHand)).isEqualTo(1);
            assertThat(plan.rule()).hasValue(byHand);
        }
    }

    /** The clocks of Europe/London go forward in the night to 29 March 2026 (IANA zone data). */
    @Test
    void latenessCountsTheStudentsOwnExtensionGraceAndTheShortNight() throws Exception {
        Path times = Files.writeString(folder.resolve("times.csv"),
                "key,name,extension,score,handed in\nK-1,Ada Lind,29.3.2026 12:00,,2026-03-29 11:30\nK-2,Bao Nguyen,,,2026-03-29 11:30\n");
        Path zip = zip("class.zip", files("K-1.txt", "x", "K-2.txt", "y"));
        Planning.FromFiles from = Planning.FromFiles.of(zip, Optional.of(times), "Class")
                .due(Optional.of(Instant.parse("2026-03-28T12:00:00Z")), LONDON, Duration.ofMinutes(10));
        try (CollectPlan plan = Planning.fromFiles(from, Optional.empty(), Progress.NONE)) {
            assertThat(plan.lateness(item(plan, "K-1.txt")).orElseThrow().isLate()).isFalse();
            assertThat(plan.lateness(item(plan, "K-2.txt")).orElseThrow().inWords()).isEqualTo("22 h 30 min late");
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                assertThat(workspace.batch().task().extensions()).containsOnlyKeys(ADA);
                assertThat(workspace.batch().task().grace()).isEqualTo(Duration.ofMinutes(10));
            }
        }
    }

    @Test
    void severalHandInsAreOrderedByNumberOrByTimeAndSeveralFilesStayTogether() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in"));
        for (String name : List.of("K-1_h1_a.txt", "K-1_h1_b.txt", "K-1_h2_a.txt", "K-2_h1_a.txt", "K-2_h2_a.txt")) {
            Files.writeString(in.resolve(name), name);
            Files.setLastModifiedTime(in.resolve(name),
                    java.nio.file.attribute.FileTime.from(Instant.parse("2026-03-01T10:00:00Z")));
        }
        Files.setLastModifiedTime(in.resolve("K-2_h1_a.txt"),
                java.nio.file.attribute.FileTime.from(Instant.parse("2026-03-02T10:00:00Z")));
        try (CollectPlan plan = plan(in, sheet(), Optional.empty())) {
            assertThat(plan.handIn(item(plan, "K-1_h2_a.txt"))).isEqualTo(2);
            assertThat(plan.handIn(item(plan, "K-2_h1_a.txt"))).as("by time it is the newer one").isEqualTo(2);
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                Submission ada = workspace.batch().submission(ADA);
                assertThat(ada.handIns()).extracting(h -> h.documents().size()).containsExactly(2, 1);
                assertThat(ada.current().orElseThrow().number()).isEqualTo(2);
                assertThat(workspace.batch().submission(BAO).documents()).extracting(Document::name)
                        .containsExactly("K-2_h1_a.txt");
                workspace.edit(new Edit.LetCount(BAO, Optional.of(1)));
                assertThat(workspace.batch().submission(BAO).documents()).extracting(Document::name)
                        .containsExactly("K-2_h2_a.txt");
            }
        }
    }

    // --- what is stored

    @Test
    void namesThatNoDiskTakesAreStoredUnderAnotherAndComeBackAsTheyCame() throws Exception {
        String longName = "K-1_" + "x".repeat(296) + ".txt";
        Path zip = zip("class.zip", files(longName, "long", "K-2_\u202Efdp.txt", "turned", "K-3/NUL.txt", "device"));
        try (CollectPlan plan = plan(zip, sheet(), Optional.empty());
                Workspace workspace = Workspace.open(make(plan), CLOCK)) {
            PageMaking.all(workspace, Progress.NONE);
            assertThat(workspace.changedOriginals()).isEmpty();
            assertThat(workspace.batch().submission(ADA).documents().getFirst().path()).isEqualTo(longName);
            for (StudentKey student : List.of(ADA, BAO, new StudentKey("K-3"))) {
                workspace.edit(new Edit.SetScore(student, "c1", Optional.of(BigDecimal.ONE)));
                workspace.edit(new Edit.Seal(student));
            }
            assertThat(new HandingBack(workspace, CLOCK, new Choices("", false))
                    .toFolder(folder.resolve("out"), Progress.NONE)
                    .outcomes()).allMatch(o -> o instanceof Outcome.Done);
        }
        try (ZipFile back = new ZipFile(folder.resolve("out/handed-back.zip").toFile())) {
            List<String> names = back.stream().map(ZipEntry::getName).toList();
            assertThat(names.getFirst()).startsWith("K-1_xxxx").endsWith("x_marked.pdf");
            assertThat(names).contains("K-2_\u202Efdp_marked.pdf", "K-3/NUL_marked.pdf");
        }
    }

    /** APPNOTE.TXT 6.3.10, 4.4.17: the name's bytes as they stand in the directory. */
    @Test
    void namesInAnOldCodePageComeBackByteForByte() throws Exception {
        Path file = folder.resolve("old.zip");
        java.nio.charset.Charset old = java.nio.charset.Charset.forName("IBM850");
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out, old)) {
            zip.putNextEntry(new ZipEntry("K-1_V\u00e2nia \u00c1vila_plan.txt"));
            zip.write("x".getBytes());
            zip.closeEntry();
        }
        try (CollectPlan plan = plan(file, sheet(), Optional.empty());
                Workspace workspace = Workspace.open(make(plan), CLOCK)) {
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"), Progress.NONE);
        }
        String back = new String(Files.readAllBytes(folder.resolve("out/handed-back.zip")),
                java.nio.charset.StandardCharsets.ISO_8859_1);
        assertThat(back).contains(new String("K-1_V\u00e2nia \u00c1vila_plan_marked.pdf".getBytes(old),
                java.nio.charset.StandardCharsets.ISO_8859_1));
    }

    @Test
    void aSheetAloneAndAClassAloneMakeABatchToScoreOnPaper() throws Exception {
        Planning.FromFiles sheetAlone = new Planning.FromFiles(List.of(), sheet(), "", Optional.empty(), LONDON,
                Duration.ZERO,
                Optional.empty(), List.of(), List.of());
        try (CollectPlan plan = Planning.fromFiles(sheetAlone, Optional.empty(), Progress.NONE)) {
            assertThat(plan.task().title()).isEqualTo("sheet");
            assertThat(plan.nothingFrom()).hasSize(4);
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                workspace.edit(new Edit.SetScore(BAO, "c1", Optional.of(BigDecimal.ONE)));
            }
        }
        assertThatThrownBy(
                () -> Planning.fromFiles(
                        new Planning.FromFiles(List.of(), Optional.empty(), "", Optional.empty(), LONDON,
                                Duration.ZERO, Optional.empty(), List.of(), List.of()),
                        Optional.empty(), Progress.NONE))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("no files in it and no class");
    }

    @Test
    void aSourceThatVanishesHalfWayLeavesWhatItWasAndSaysSo() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in"));
        Files.writeString(in.resolve("K-1.txt"), "one");
        Files.writeString(in.resolve("K-2.txt"), "two");
        try (CollectPlan plan = plan(in, sheet(), Optional.empty())) {
            Files.delete(in.resolve("K-2.txt"));
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                assertThat(((Pages.None) workspace.batch().submission(BAO).documents().getFirst().pages()).reason())
                        .contains("could not be read to its end")
                        .contains("Ask for it again");
                assertThat(workspace.batch().submission(ADA).documents().getFirst().pages())
                        .isInstanceOf(Pages.Awaited.class);
            }
        }
    }

    @Test
    void pagesAreMadeInTheBackgroundForTheStudentWhoIsNeededFirst() throws Exception {
        Path zip = zip("class.zip",
                files("K-1.txt", "one", "K-2.txt", "two", "K-3 Fischer.txt", "three", "K-4 Fischer.txt", "four"));
        try (CollectPlan plan = plan(zip, sheet(), Optional.empty());
                Workspace workspace = Workspace.open(make(plan), CLOCK)) {
            List<StudentKey> order = new ArrayList<>();
            java.util.concurrent.CountDownLatch all = new java.util.concurrent.CountDownLatch(4);
            java.util.concurrent.CountDownLatch go = new java.util.concurrent.CountDownLatch(1);
            try (PageMaking making = new PageMaking(workspace, edit -> {
                await(go);
                edit.run();
                order.clear();
                workspace.batch()
                        .submissions()
                        .stream()
                        .filter(s -> !s.pages().isEmpty())
                        .forEach(s -> order.add(s.student().key()));
                all.countDown();
            })) {
                making.first(new StudentKey("K-3"));
                go.countDown();
                assertThat(all.await(30, java.util.concurrent.TimeUnit.SECONDS)).isTrue();
            }
            assertThat(order).hasSize(4);
            Document made = workspace.batch().submission(BAO).documents().getFirst();
            byte[] once = Files.readAllBytes(workspace.folder().pages(made));
            Files.delete(workspace.folder().pages(made));
            PageMaking.all(workspace, Progress.NONE);
            assertThat(workspace.folder().pages(made)).hasBinaryContent(once);
        }
    }

    private static void await(java.util.concurrent.CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    // --- again

    private void mark(Workspace workspace) {
        String document = workspace.batch().submission(ADA).documents().getFirst().id();
        Head head = new Head("m1", new PageRef(document, 0), Ink.MADDER, 0, Remark.NONE);
        workspace.edit(new Edit.PlaceMark(ADA, new Stamp(head, Sign.TICK, new PagePoint(100, 100), 20)));
    }

    @Test
    void collectedAgainWhatIsNewOrChangedBecomesTheNextHandInAndMarksStay() throws Exception {
        Path first = zip("class.zip", files("K-1_a.txt", "one", "K-1_b.txt", "same", "K-2.txt", "two",
                "Fischer, Lena.txt", "whose", "scan.txt", "?"));
        Path batch;
        try (CollectPlan plan = plan(first, sheet(), Optional.empty())) {
            plan.decide(item(plan, "Fischer, Lena.txt"), Optional.of(new StudentKey("K-4")));
            plan.decide(item(plan, "scan.txt"), Optional.empty());
            batch = make(plan);
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
            assertThat(plan.gone()).containsExactly("K-2.txt");
            assertThat(plan.questions()).extracting(CollectPlan.Item::path).containsExactly("new.txt");
            plan.decide(item(plan, "new.txt"), Optional.empty());
            try (Workspace workspace = Workspace.open(batch, CLOCK)) {
                assertThat(Collecting.into(plan, workspace, Progress.NONE)).isEqualTo(new Collecting.Added(2, 0));
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
    void aSheetIsAddedLaterAndTheOneBeforeStaysBesideIt() throws Exception {
        Path batch;
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            batch = make(plan);
        }
        Path newer = Files.writeString(folder.resolve("newer.csv"),
                "Record key;Name;Points;Comment\nK-1;Lind, Ada;;\nK-2;Nguyen, Bao;;\nK-9;Newcomer, Nia;;\n");
        Planning.FromFiles sheetAlone = new Planning.FromFiles(List.of(), Optional.of(newer), "", Optional.empty(),
                LONDON, Duration.ZERO,
                Optional.empty(), List.of(), List.of());
        try (CollectPlan plan = Planning.fromFiles(sheetAlone, Optional.of(batch), Progress.NONE);
                Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(Collecting.into(plan, workspace, Progress.NONE)).isEqualTo(new Collecting.Added(0, 1));
            assertThat(workspace.batch().submission(ADA).documents()).as("what came before is there").hasSize(1);
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"), Progress.NONE);
        }
        assertThat(Files.readString(folder.resolve("out/grade-sheet.csv")))
                .startsWith("Record key;Name;Points;Comment\nK-1;Lind, Ada;10;")
                .endsWith("\nK-2;Nguyen, Bao;;\nK-9;Newcomer, Nia;;\n");
        try (Stream<Path> kept = Files.list(batch)) {
            assertThat(kept.filter(p -> p.getFileName().toString().startsWith("grade-sheet-before-"))).singleElement()
                    .satisfies(p -> assertThat(p).hasContent(SHEET.strip()));
        }
    }

    @Test
    void aFailedOrCancelledAddingLeavesTheBatchAsItWas() throws Exception {
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
    void aDiskThatTakesNothingLeavesNothingHalfMade() throws Exception {
        Path shelf = Files.createDirectories(folder.resolve("shelf"));
        Path notAFolder = Files.writeString(shelf.resolve("file"), "x");
        try (CollectPlan plan = plan(zip("a.zip", files("K-1.txt", "one")), sheet(), Optional.empty())) {
            assertThatThrownBy(() -> Collecting.carryOut(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
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
    void aDocumentChangedOutsideGoesBackUnderTheReceivedName() throws Exception {
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
                            stored.bytes(), new Pages.None(""), "attached by you"))));
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            new HandingBack(workspace, CLOCK, new Choices("", false)).toFolder(folder.resolve("out"), Progress.NONE);
        }
        try (ZipFile back = new ZipFile(folder.resolve("out/handed-back.zip").toFile())) {
            assertThat(back.stream().map(ZipEntry::getName)).containsExactly("K-1_plan_marked.odt");
        }
    }
}
