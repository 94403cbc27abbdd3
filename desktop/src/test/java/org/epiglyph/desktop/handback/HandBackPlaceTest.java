package org.epiglyph.desktop.handback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipFile;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.carrier.LetterDraft;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The look-over, the proof and the destination in the window. */
@ExtendWith(ApplicationExtension.class)
class HandBackPlaceTest extends InWindow {
    private StudentKey first;
    private StudentKey second;

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    @Override
    protected void prepare() throws Exception {
        try (Workspace workspace = Workspace.open(batch.folder(), Clock.systemUTC())) {
            List<Submission> all = workspace.batch().submissions();
            first = all.get(0).student().key();
            second = all.get(1).student().key();
            for (Submission submission : all.subList(0, 2)) {
                done(workspace, submission, all.get(1));
            }
        }
    }

    /** Sealed; the remark in each student's work names the other one. */
    private static void done(Workspace workspace, Submission submission, Submission named) {
        StudentKey student = submission.student().key();
        workspace.edit(new Edit.PlaceMark(student, new Note(new Head("n-" + student, submission.pages().getFirst(),
                Ink.MADDER, 0, Remark.of("See " + named.student().key() + ".")), new PagePoint(200, 300))));
        for (String criterion : List.of("c1", "c2")) {
            workspace.edit(new Edit.SetScore(student, criterion, Optional.of(BigDecimal.ONE)));
        }
        submission.pages().forEach(p -> workspace.edit(new Edit.SeePage(student, p)));
        workspace.edit(new Edit.Seal(student));
    }

    private Batch batch() {
        return program.openBatch().orElseThrow().batch();
    }

    private void toHandBack(FxRobot robot) {
        robot.interact(() -> program.toHandBack(batch.folder()));
        waitFor(() -> program.frame().place() instanceof HandBack && isThere(robot, "go there"));
    }

    private static boolean isReady(FxRobot robot, int students) {
        return text(robot, "#hand-back-send").equals(students == 0 ? "Hand back" : "Hand back " + students);
    }

    @Test
    void holdsWorkNamingAnotherStudentUntilAcceptedAndSendsOnlyReadyOnes(FxRobot robot) throws Exception {
        toHandBack(robot);
        waitFor(() -> isReady(robot, 1));
        assertThat(text(robot, "#goes")).startsWith("One student.").endsWith("One needs a decision first.");
        Path out = world.resolve("out");
        robot.interact(() -> robot.lookup("#hand-back-folder")
                .queryAs(javafx.scene.control.TextField.class)
                .setText(out.toString()));
        robot.clickOn("#hand-back-send");
        waitFor(() -> text(robot, "#hand-back-said").startsWith("1 handed back"));
        assertThat(batch().submission(first).receipt()).isEmpty();
        assertThat(batch().submission(second).handedBack()).isTrue();
        waitFor(() -> isThere(robot, "Handed back  \u00b7  1"));

        robot.clickOn("accept \u2026");
        waitFor(() -> isFocused(robot, "#accept-reason"));
        robot.write("they worked in a pair");
        robot.clickOn("#accept-now");
        waitFor(() -> isReady(robot, 2));
        assertThat(batch().submission(first).accepted()).singleElement()
                .satisfies(a -> assertThat(a.reason()).isEqualTo("they worked in a pair"));
        waitFor(() -> isThere(robot, "withdraw"));
        robot.clickOn("withdraw");
        waitFor(() -> isReady(robot, 1));
        assertThat(batch().submission(first).accepted()).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        waitFor(() -> isReady(robot, 2));
        robot.clickOn("#hand-back-send");
        waitFor(() -> text(robot, "#hand-back-said").startsWith("1 handed back, 1 already there")
                || text(robot, "#hand-back-said").startsWith("2 handed back"));
        try (ZipFile handed = new ZipFile(out.resolve("handed-back-2.zip").toFile())) {
            assertThat(handed.size()).isPositive();
        }
        assertThat(Files.exists(out.resolve("handed-back.zip"))).isTrue();
    }

    /** Nothing changed meanwhile, so no row of the list may change. */
    @Test
    void showsTheProofAgainAfterReturningFromTheDesk(FxRobot robot) {
        toHandBack(robot);
        waitFor(() -> isThere(robot, ".proof-leaf"));
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk);
        toHandBack(robot);
        waitFor(() -> isThere(robot, ".proof-leaf"));
    }

    /** The list begins with a selected student, which is no reason to leave the one at the desk. */
    @Test
    void theDeskKeepsItsStudentUnlessTheMarkerSelectedAnother(FxRobot robot) {
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk);
        robot.interact(() -> ((Desk) program.frame().place()).model().open(second));
        toHandBack(robot);
        waitFor(() -> isThere(robot, ".proof-leaf"));
        assertThat(backAtDesk(robot)).isEqualTo(second);
        toHandBack(robot);
        robot.clickOn("To decide  \u00b7  1").moveBy(0, 40).clickOn();
        assertThat(backAtDesk(robot)).isEqualTo(first);
    }

    private StudentKey backAtDesk(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT2);
        waitFor(() -> program.frame().place() instanceof Desk);
        return ((Desk) program.frame().place()).model().student();
    }

    @Test
    void goesToAFindingAndAcceptsItByKeysAlone(FxRobot robot) {
        toHandBack(robot);
        waitFor(() -> isThere(robot, ".proof-leaf"));
        assertThat(isFocused(robot, "#look-over")).isTrue();
        robot.type(KeyCode.ENTER);
        waitFor(() -> program.frame().place() instanceof Desk);
        Desk desk = (Desk) program.frame().place();
        waitFor(() -> desk.model().chosen().idsProperty().get().contains("n-" + first));
        assertThat(desk.model().student()).isEqualTo(first);
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT3);
        waitFor(() -> program.frame().place() instanceof HandBack && isThere(robot, "go there"));
        robot.type(KeyCode.A);
        waitFor(() -> isFocused(robot, "#accept-reason"));
        robot.type(KeyCode.ESCAPE);
        waitFor(() -> !isThere(robot, "#accept-reason"));
        robot.type(KeyCode.A);
        waitFor(() -> isFocused(robot, "#accept-reason"));
        robot.type(KeyCode.ENTER);
        waitFor(() -> isReady(robot, 2));
    }

    @Test
    void showsTheStudentsPagesTextEntryAndRow(FxRobot robot) {
        toHandBack(robot);
        waitFor(() -> isThere(robot, ".proof-leaf"));
        assertThat(robot.lookup(".proof-remark").queryLabeled().getText()).isEqualTo("1  See " + second + ".");
        robot.clickOn("#proof-record");
        waitFor(() -> isThere(robot, ".proof-grid"));
        assertThat(robot.lookup(".proof-grid .proof-text").queryLabeled().getText()).startsWith("2 of ");
        robot.clickOn("#proof-row");
        waitFor(() -> robot.lookup(".proof-grid .proof-text").queryLabeled().getText().equals(first.value()));
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> robot.lookup(".proof-grid .proof-text").queryLabeled().getText().equals(second.value()));
        robot.clickOn("#proof-feedback");
        waitFor(() -> robot.lookup(".proof-text").queryLabeled().getText().contains("Remarks on page 1."));
    }

    /** A second press on the button must not send what the first one did not mean. */
    @Test
    void keepsTheSelectionAfterHandingBack(FxRobot robot) {
        toHandBack(robot);
        waitFor(() -> isReady(robot, 1));
        robot.clickOn("accept \u2026");
        waitFor(() -> isFocused(robot, "#accept-reason"));
        robot.type(KeyCode.ENTER);
        waitFor(() -> isReady(robot, 2));
        robot.clickOn("Bao Scanned");
        robot.interact(() -> robot.lookup("#whom")
                .queryAs(MenuButton.class)
                .getItems()
                .getLast()
                .fire());
        waitFor(() -> isReady(robot, 1));
        robot.clickOn("#hand-back-send");
        waitFor(() -> text(robot, "#hand-back-said").startsWith("1 handed back"));
        waitFor(() -> isThere(robot, "Handed back  \u00b7  1"));
        assertThat(text(robot, "#whom")).isEqualTo("Bao Scanned");
        assertThat(isReady(robot, 1)).isTrue();
        assertThat(batch().submission(first).receipt()).as("was ready, and not meant").isEmpty();
        robot.clickOn("Ada Typed");
        waitFor(() -> text(robot, "#whom").equals("Ada Typed"));
    }

    @Test
    void theProofShowsWhatChangedSinceHandingBack(FxRobot robot) throws Exception {
        toHandBack(robot);
        waitFor(() -> isReady(robot, 1));
        robot.clickOn("#hand-back-send");
        waitFor(() -> isThere(robot, "Handed back  \u00b7  1"));
        Workspace open = program.openBatch().orElseThrow();
        LetterDraft.save(open.folder(), "{task}", "Dear {name}.");
        robot.interact(() -> open.edit(new Edit.Together(List.of(new Edit.OpenAgain(second),
                new Edit.RemoveMark(second, "n-" + second),
                new Edit.SetScore(second, "c1", Optional.of(BigDecimal.valueOf(3))), new Edit.Seal(second)))));
        robot.interact(() -> program.toHandBack(batch.folder()));
        waitFor(() -> isThere(robot, "Ready  \u00b7  1"));
        robot.clickOn("Bao Scanned");
        waitFor(() -> text(robot, "#proof-since").contains("result 2, now 4"));
        waitFor(() -> robot.lookup(".proof-both .proof-leaf").queryAll().size() >= 2);
        assertThat(robot.lookup(".proof-both .proof-remark").queryAll()).as("the remark stood there then, and is gone")
                .hasSize(1);
        robot.clickOn("#proof-letter");
        waitFor(() -> isThere(robot, "Dear Bao."));
        robot.clickOn("#proof-feedback");
        waitFor(() -> isThere(robot, "As it was handed back") && isThere(robot, "As it is now"));
    }

    @Test
    void appliesALimitAtOnceAndRefusesAnInvalidOne(FxRobot robot) {
        toHandBack(robot);
        waitFor(() -> isReady(robot, 1));
        robot.clickOn("#limit-words");
        robot.write("much");
        robot.type(KeyCode.ENTER);
        waitFor(() -> isThere(robot, "much is not a number from 0 to 100."));
        robot.clickOn("#limit-words");
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("100");
        robot.type(KeyCode.ENTER);
        waitFor(() -> isReady(robot, 0));
        assertThat(batch().aids().limits().remarkBelow()).contains(BigDecimal.valueOf(100));
    }
}
