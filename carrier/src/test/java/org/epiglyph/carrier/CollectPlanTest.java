package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;

/** What is recognised in a source: each file's student, rule, time and hand-in. */
class CollectPlanTest extends CollectFixture {
    @Test
    void accountsForEveryFileAndFindsTheGradeSheet() throws Exception {
        Path zip = zip("class.zip",
                files("K-1_a.txt", "one", "Nguyen, Bao.txt", "two", "Fischer, Lena.txt", "whose", "scan.txt",
                        "nobody", "marks.csv", SHEET, ".DS_Store", "x", "../out.txt", "x"));
        try (CollectPlan plan = plan(zip, Optional.empty(), Optional.empty())) {
            assertThat(plan.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.SHEET);
            assertThat(plan.count()).isEqualTo(new CollectPlan.Count(7, 2, 2, 0, 3, 0, 0));
            CollectPlan.Item fischer = item(plan, "Fischer, Lena.txt");
            assertThat(fischer.match().candidates()).hasSize(2);
            CollectPlan decided = plan.decided(fischer, Optional.of(new StudentKey("K-4")))
                    .decided(item(plan, "scan.txt"), Optional.empty());
            assertThat(decided.count()).isEqualTo(new CollectPlan.Count(7, 3, 0, 1, 3, 0, 0));
            assertThat(decided.withoutFiles()).extracting(s -> s.key().value()).containsExactly("K-3");
            assertThat(decided.undecided(fischer).questions()).containsExactly(fischer);
            assertThat(plan.count()).as("the plan before stays as it was")
                    .isEqualTo(new CollectPlan.Count(7, 2, 2, 0, 3, 0, 0));
            assertThat(decided.withSheet(Optional.empty()).withSheet(plan.sheet()).count())
                    .as("decisions outlive another understanding")
                    .isEqualTo(decided.count());
        }
    }

    @Test
    void rereadingASourceKeepsOnlyTheMarkersDecisions() throws Exception {
        Path zip = zip("class.zip", files("Lind, Ada - plan.txt", "x", "scan.txt", "y"));
        try (CollectPlan before = plan(zip, Optional.empty(), Optional.empty());
                CollectPlan read = plan(zip, sheet(), Optional.empty())) {
            CollectPlan untouched = read.continuing(before);
            assertThat(untouched.sheet()).as("a sheet that came meanwhile counts").isPresent();
            assertThat(untouched.count()).isEqualTo(read.count());
            CollectPlan said = before.withTyped(List.of(new Student(ADA, "Ada", "Lind", "")))
                    .withTask(before.task().withTimes(Optional.of(Instant.EPOCH), Duration.ZERO, Map.of()));
            CollectPlan decided = said.decided(item(said, "scan.txt"), Optional.empty());
            CollectPlan after = read.continuing(decided);
            assertThat(after.isSetAside(item(after, "scan.txt"))).isTrue();
            assertThat(after.task().due()).hasValue(Instant.EPOCH);
            assertThat(after.roster().find(ADA)).isPresent();
            assertThat(before.continuing(read.withSheet(Optional.empty())).sheet()).as("no sheet was wanted").isEmpty();
        }
    }

    @Test
    void aSheetThatListsTheFilesTakesPrecedence() throws Exception {
        Path named = Files.writeString(folder.resolve("named.csv"),
                "key,name,score,file\nK-1,Ada Lind,,scan0007.txt\nK-2,Bao Nguyen,,\n");
        Path zip = zip("class.zip", files("in/scan0007.txt", "x"));
        try (CollectPlan plan = plan(zip, Optional.of(named), Optional.empty())) {
            assertThat(plan.items().getFirst().match().evidence().text())
                    .isEqualTo("line 2 of the grade sheet names this file");
            assertThat(plan.studentOf(plan.items().getFirst())).hasValue(ADA);
        }
    }

    @Test
    void withoutASheetTakesTheClassFromNamesOrTypedText() throws Exception {
        Path zip = zip("class.zip", files("Lind, Ada - plan.txt", "x", "Nguyen, Bao - plan.txt", "y"));
        try (CollectPlan plan = plan(zip, Optional.empty(), Optional.empty())) {
            assertThat(plan.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.NAMES);
            assertThat(plan.questions()).isEmpty();
            assertThat(plan.rule().orElseThrow().written()).isEqualTo("<family>, <given> - <free>");
            assertThat(plan.items()).extracting(i -> i.match().evidence().text())
                    .containsOnly("the class is read from the names");
            CollectPlan typed = plan.withTyped(List.of(new Student(ADA, "Ada", "Lind", ""),
                    new Student(BAO, "Bao", "Nguyen", ""), new Student(new StudentKey("K-3"), "Cy", "Paper", "")));
            assertThat(typed.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.TYPED);
            assertThat(typed.items()).extracting(i -> typed.studentOf(i).orElseThrow()).containsExactly(ADA, BAO);
            try (Workspace workspace = Workspace.open(make(typed), CLOCK)) {
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
    void usesATypedRuleAndAMatchingKnownRule() throws Exception {
        Path zip = zip("class.zip", files("a-Lind-x.txt", "x", "b-Nguyen-y.txt", "y"));
        FilingRule known = FilingRule.of("Kestrel", FilingRule.FILE, "<any>-<family>-<free>");
        Planning.FromFiles from = Planning.FromFiles.of(zip, sheet(), "Class").with(List.of(), List.of(known));
        try (CollectPlan plan = Planning.fromFiles(from, Optional.empty(), Progress.NONE)) {
            assertThat(plan.offeredRules()).containsExactly(known);
            assertThat(plan.rule()).hasValue(known);
            FilingRule byHand = FilingRule.of("mine", FilingRule.FILE, "a-<family>-<free>");
            CollectPlan ruled = plan.withRule(Optional.of(byHand));
            assertThat(ruled.fits(byHand)).isEqualTo(1);
            assertThat(ruled.rule()).hasValue(byHand);
        }
    }

    /** The clocks of Europe/London go forward in the night to 29 March 2026 (IANA zone data). */
    @Test
    void latenessIncludesExtensionGraceAndTheChangeOfClocks() throws Exception {
        Path times = Files.writeString(folder.resolve("times.csv"),
                "key,name,extension,score,handed in\nK-1,Ada Lind,29.3.2026 12:00,,2026-03-29 11:30\nK-2,Bao Nguyen,,,2026-03-29 11:30\n");
        Path zip = zip("class.zip", files("K-1.txt", "x", "K-2.txt", "y"));
        Planning.FromFiles from = Planning.FromFiles.of(zip, Optional.of(times), "Class")
                .due(Optional.of(Instant.parse("2026-03-28T12:00:00Z")), LONDON, Duration.ofMinutes(10));
        try (CollectPlan plan = Planning.fromFiles(from, Optional.empty(), Progress.NONE)) {
            assertThat(plan.lateness(item(plan, "K-1.txt")).orElseThrow().isLate()).isFalse();
            assertThat(plan.lateness(item(plan, "K-2.txt")).orElseThrow().describe()).isEqualTo("22 h 30 min late");
            try (Workspace workspace = Workspace.open(make(plan), CLOCK)) {
                assertThat(workspace.batch().task().extensions()).containsOnlyKeys(ADA);
                assertThat(workspace.batch().task().grace()).isEqualTo(Duration.ofMinutes(10));
            }
        }
    }

    @Test
    void ordersHandInsByNumberOrTimeAndKeepsTheirFilesTogether() throws Exception {
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

    @Test
    void reportsADifferentMaximumOrAMissingScoreColumnInAdvance() throws Exception {
        Path zip = zip("class.zip", files("K-1.txt", "x"));
        Path twenty = Files.writeString(folder.resolve("twenty.csv"), "key,name,score,maximum\nK-1,Ada Lind,,20\n");
        try (CollectPlan plan = plan(zip, Optional.of(twenty), Optional.empty())) {
            assertThat(plan.remarkOn(MarkScheme.single(BigDecimal.TEN)).orElseThrow().text())
                    .startsWith("The mark scheme adds up to 10, and the grade sheet has a maximum of 20.");
            assertThat(plan.remarkOn(MarkScheme.single(new BigDecimal("20.0")))).isEmpty();
            assertThat(plan.sheetRefusal()).isEmpty();
            assertThat(plan.isUpdate()).isFalse();
            assertThat(plan.newAnswers()).isEmpty();
        }
        Path scoreless = Files.writeString(folder.resolve("scoreless.csv"), "key,name\nK-1,Ada Lind\n");
        try (CollectPlan plan = plan(zip, Optional.of(scoreless), Optional.empty())) {
            assertThat(plan.sheetRefusal().orElseThrow().text()).contains("no column for the score");
            assertThat(plan.remarkOn(MarkScheme.single(BigDecimal.ONE))).as("it has no maximum").isEmpty();
        }
    }

    /** Each file is assigned to a student, set aside, or stored as it is; and the batch says why. */
    @Test
    void recordsTheOutcomeOfEachFile() throws Exception {
        Path zip = zip("class.zip", files("K-1.txt", "x", "Fischer, Lena.txt", "y", "scan.txt", "z", "k-1.TXT", "w",
                ".DS_Store", "s"));
        Path batch;
        try (CollectPlan plan = plan(zip, sheet(), Optional.empty())) {
            batch = make(plan.decided(item(plan, "Fischer, Lena.txt"), Optional.of(new StudentKey("K-4")))
                    .withQuestionsAside());
        }
        Register register = Register.read(new BatchFolder(batch));
        assertThat(register.lines()).extracting(l -> l.path() + " " + l.fate() + " " + l.student() + " " + l.decided())
                .containsExactlyInAnyOrder("K-1.txt MATCHED K-1 false", "k-1.TXT MATCHED K-1 false",
                        "Fischer, Lena.txt MATCHED K-4 true", "scan.txt SET_ASIDE  true", ".DS_Store KEPT  false");
        assertThat(register.lines()).extracting(Register.Line::why)
                .contains("the key K-1 is where the filing rule expects it", "you decided",
                        "It is a system file, not a student's work.",
                        "the key K-1 is where the filing rule expects it. Another file has the same name except for capital letters; both are kept.");
        assertThat(register.lines()).extracting(Register.Line::id)
                .doesNotHaveDuplicates()
                .allSatisfy(
                        id -> assertThat(batch.resolve("originals").resolve(id)).isNotEmptyDirectory());
        try (CollectPlan again = plan(zip, sheet(), Optional.of(batch))) {
            assertThat(again.isUpdate()).isTrue();
            assertThat(again.ownerBefore("Fischer, Lena.txt")).contains(new StudentKey("K-4"));
            assertThat(again.ownerBefore("other.txt")).isEmpty();
            assertThat(item(again, "K-1.txt").match().evidence().text()).isEqualTo("as when it was first collected");
            assertThat(again.count().questions()).isZero();
        }
    }

    @Test
    void aSheetAmongAFoldersFilesIsNobodysWork() throws Exception {
        Path source = Files.createDirectories(folder.resolve("source/marks"));
        Path within = Files.writeString(source.resolve("class.csv"), SHEET);
        Files.writeString(source.resolveSibling("K-1.txt"), "one");
        try (CollectPlan plan = plan(source.getParent(), Optional.of(within), Optional.empty())) {
            assertThat(plan.items()).extracting(CollectPlan.Item::path).containsExactly("K-1.txt");
            assertThat(plan.refusals()).singleElement()
                    .satisfies(r -> assertThat(r.path()).isEqualTo("marks/class.csv"));
            assertThat(plan.count()).isEqualTo(new CollectPlan.Count(2, 1, 0, 0, 1, 0, 0));
        }
        Path more = Files.writeString(Files.createDirectories(folder.resolve("more")).resolve("K-2.txt"), "two");
        Planning.FromFiles both = new Planning.FromFiles(List.of(more.getParent(), source.getParent()),
                Optional.of(within), "", Optional.empty(), LONDON, Duration.ZERO, Optional.empty(), List.of(),
                List.of());
        try (CollectPlan plan = Planning.fromFiles(both, Optional.empty(), Progress.NONE)) {
            assertThat(plan.items()).as("of several places, too")
                    .extracting(CollectPlan.Item::path)
                    .containsExactlyInAnyOrder("more/K-2.txt", "source/K-1.txt");
            assertThat(plan.task().title()).as("called after the first").isEqualTo("more");
        }
    }

    @Test
    void usesNoSheetUnaskedWhenThereAreSeveral() throws Exception {
        String tabs = SHEET.replace(',', '\t');
        try (CollectPlan plan = plan(zip("one.zip", files("K-1.txt", "one", "marks.TSV", tabs)), Optional.empty(),
                Optional.empty())) {
            assertThat(plan.sheet()).as("a table with tabs").isPresent();
            assertThat(plan.items()).hasSize(1);
        }
        try (CollectPlan plan = plan(zip("two.zip", files("K-1.txt", "one", "marks.csv", SHEET, "old.csv", SHEET)),
                Optional.empty(), Optional.empty())) {
            assertThat(plan.sheet()).isEmpty();
            assertThat(plan.items()).hasSize(3);
        }
        String one = SHEET.lines().limit(2).collect(Collectors.joining("\n"));
        try (CollectPlan plan = plan(zip("three.zip", files("K-1.txt", "one", "marks.csv", one)), Optional.empty(),
                Optional.empty())) {
            assertThat(plan.sheet()).as("a class of one may be a student's own table").isEmpty();
        }
    }

    @Test
    void aTableOfTwoStudentsIsASheetOnlyIfItHasScores() throws Exception {
        String two = SHEET.lines().limit(3).collect(Collectors.joining("\n"));
        try (CollectPlan plan = plan(zip("two.zip", files("K-1.txt", "one", "marks.csv", two)), Optional.empty(),
                Optional.empty())) {
            assertThat(plan.sheet()).isPresent();
        }
        for (String none : List.of("key,given name,family name\nK-1,Ada,Lind\nK-2,Bao,Nguyen\n",
                "key,score\nK-1,3\nK-2,4\n", "tide,height\n11:10,1.1\n16:55,5.4\n")) {
            try (CollectPlan plan = plan(zip("none.zip", files("Lind, Ada.txt", "one", "marks.csv", none)),
                    Optional.empty(), Optional.empty())) {
                assertThat(plan.sheet()).as(none).isEmpty();
            }
        }
    }

    /** Two sources instead of one are read, so each path begins with its folder. */
    @Test
    void aDecisionStaysWithItsFileDespiteEqualNames() throws Exception {
        Path one = Files.createDirectories(folder.resolve("one/a"));
        Files.createDirectories(folder.resolve("one/b"));
        Path other = Files.createDirectories(folder.resolve("other/a"));
        Files.writeString(one.resolve("scan.txt"), "whose");
        Files.writeString(one.resolve("again.txt"), "whose");
        Files.writeString(one.resolveSibling("b").resolve("scan.txt"), "nobody's");
        Files.writeString(other.resolve("scan.txt"), "someone's");
        Planning.FromFiles both = new Planning.FromFiles(List.of(folder.resolve("one"), folder.resolve("other")),
                sheet(),
                "Class", Optional.empty(), LONDON, Duration.ZERO, Optional.empty(), List.of(), List.of());
        try (CollectPlan before = plan(folder.resolve("one"), sheet(), Optional.empty())) {
            CollectPlan decided = before.decided(item(before, "a/scan.txt"), Optional.of(ADA))
                    .decided(item(before, "a/again.txt"), Optional.of(BAO));
            Files.writeString(one.resolve("again.txt"), "it was written anew");
            try (CollectPlan read = Planning.fromFiles(both, Optional.empty(), Progress.NONE)) {
                CollectPlan after = read.continuing(decided);
                assertThat(after.studentOf(item(after, "one/a/scan.txt"))).hasValue(ADA);
                assertThat(after.questions()).extracting(CollectPlan.Item::path)
                        .containsExactlyInAnyOrder("one/a/again.txt", "one/b/scan.txt", "other/a/scan.txt");
            }
        }
    }
}
