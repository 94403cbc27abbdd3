package org.epiglyph.desktop.collect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.MixedClass;
import org.epiglyph.desktop.DemoCopy;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.Simulated;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.workspace.Glance;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The decisions of collecting, made in the window with mouse and keyboard on the class whose work came by mail. */
@ExtendWith(ApplicationExtension.class)
class CollectTest {
    private static final StudentKey FREYA = new StudentKey("K-4436");
    private static final StudentKey SECOND_LENA = new StudentKey("K-4485");
    @TempDir
    private static Path worlds;
    private Path world;
    private Program program;
    private Path opened;

    @Start
    void start(Stage stage) throws Exception {
        world = Files.createDirectory(worlds.resolve(String.valueOf(System.nanoTime())));
        DemoCopy.make(world.resolve("office"), world.resolve("shelf"));
        DemoCopy.makeMail(world.resolve("by mail"), 26);
        program = new Program(
                new Program.Start(world.resolve("shelf"), world.resolve("settings"), "", "", file -> opened = file,
                        _ -> {}, Simulated.NONE, 0),
                Clock.systemDefaultZone());
        Screen.show(stage, program);
    }

    @AfterEach
    void stop() throws Exception {
        Screen.end(program);
    }

    private void read(FxRobot robot) {
        robot.clickOn("#collect");
        robot.interact(() -> ((Collect) program.frame().place()).take(List.of(world.resolve("by mail"))));
        robot.clickOn("#read-files");
        waitFor(() -> isThere(robot, "#make-batch"));
        WaitForAsyncUtils.waitForFxEvents();
    }

    @SuppressWarnings("unchecked")
    private static TableView<FileRow> table(FxRobot robot) {
        return robot.lookup("#files-table").queryAs(TableView.class);
    }

    @SuppressWarnings("unchecked")
    private static void say(FxRobot robot, String query, Optional<Role> role) {
        robot.interact(() -> robot.lookup(query).queryAs(ComboBox.class).setValue(role));
    }

    private static String chosen(FxRobot robot) {
        return table(robot).getSelectionModel().getSelectedItem() instanceof FileRow.Arrived(var item)
                ? item.path()
                : "";
    }

    private static void acceptLikelyAndSetAsideRest(FxRobot robot) {
        robot.clickOn("#accept-likely");
        robot.clickOn("#set-aside-rest");
    }

    private void makeAndOpen(FxRobot robot) {
        robot.clickOn("#make-batch");
        waitFor(() -> isThere(robot, "#to-desk"));
        robot.clickOn("#to-desk");
        waitFor(() -> program.frame().place() instanceof Desk);
    }

    private Submission submission(StudentKey student) {
        return program.openBatch().orElseThrow().batch().submission(student);
    }

    private static Set<Path> unpacked() throws IOException {
        try (Stream<Path> all = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
            return all
                    .filter(p -> p.getFileName()
                            .toString()
                            .startsWith("epiglyph-" + ProcessHandle.current().pid() + "-archive-"))
                    .collect(Collectors.toSet());
        }
    }

    @Test
    void deletesUnpackedFilesWhenTheWindowCloses(FxRobot robot) throws Exception {
        Set<Path> before = unpacked();
        read(robot);
        assertThat(unpacked()).hasSizeGreaterThan(before.size());
        Screen.end(program);
        assertThat(unpacked()).isEqualTo(before);
    }

    @Test
    void keepsDecisionsWhileTheMarkerIsElsewhere(FxRobot robot) throws Exception {
        read(robot);
        assertThat(program.frame().reasonNotToClose()).as("nothing was decided yet").isEmpty();
        robot.doubleClickOn("#accept-likely"); // the second click decides nothing
        String counted = text(robot, "#count-line");
        robot.interact(program::toShelf);
        waitFor(() -> isThere(robot, "#collect"));
        assertThat(program.frame().reasonNotToClose()).isPresent();
        robot.clickOn("#collect");
        waitFor(() -> isThere(robot, "#count-line"));
        assertThat(text(robot, "#count-line")).isEqualTo(counted).contains("4 to decide");
        robot.clickOn("#set-aside-rest");
        robot.interact(() -> {
            robot.lookup("#make-batch").queryButton().fire();
            program.toShelf();
        });
        waitFor(() -> text(robot, "#frame-said").startsWith("The batch is collected. 30 files: "));
        assertThat(program.frame().reasonNotToClose()).isEmpty();
        robot.clickOn("#collect");
        waitFor(() -> isThere(robot, "#read-files"));
        try (Stream<Path> shelf = Files.list(world.resolve("shelf"))) {
            assertThat(shelf.filter(p -> Files.exists(p.resolve("batch.sqlite")))).hasSize(1);
        }
    }

    @Test
    void readsAnotherSourceInsteadOfTheFirst(FxRobot robot) {
        read(robot);
        robot.clickOn("#change-times");
        robot.clickOn(robot.lookup(n -> n instanceof Button b && b.getText().equals("Another source"))
                .<Button>query());
        waitFor(() -> isThere(robot, "#read-files"));
        robot.clickOn("#read-files");
        waitFor(() -> isThere(robot, "#make-batch") && isThere(robot, "#files-table"));
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(text(robot, "#count-line")).isEqualTo("30 files: 21 matched, 6 to decide, 3 stored as they are");
        robot.type(KeyCode.DIGIT1);
        assertThat(text(robot, "#count-line")).isEqualTo("30 files: 22 matched, 5 to decide, 3 stored as they are");
    }

    @Test
    void decidesEverythingByKeyboardAndAccountsForEveryFile(FxRobot robot) {
        read(robot);
        assertThat(text(robot, "#count-line")).isEqualTo("30 files: 21 matched, 6 to decide, 3 stored as they are");
        assertThat(robot.lookup("#make-batch").queryAs(Button.class).isDisabled()).isTrue();
        assertThat(chosen(robot)).contains("Thorgilsdotir");
        robot.type(KeyCode.DIGIT1);
        assertThat(chosen(robot)).contains("Sequeira");
        robot.type(KeyCode.DIGIT1);
        assertThat(chosen(robot)).contains("Fischer, Lena - passage plan");
        robot.type(KeyCode.DIGIT2);
        assertThat(chosen(robot)).contains("Fischer, Lena - my plan");
        robot.type(KeyCode.F);
        robot.write("4478");
        robot.type(KeyCode.ENTER);
        robot.type(KeyCode.T);
        assertThat(chosen(robot)).contains("scan0001");
        robot.type(KeyCode.X);
        assertThat(chosen(robot)).contains("The task.txt");
        robot.type(KeyCode.X);
        assertThat(text(robot, "#count-line"))
                .isEqualTo("30 files: 25 matched, 2 set aside by you, 3 stored as they are");
        robot.clickOn("#filter-SET_ASIDE");
        assertThat(table(robot).getItems()).hasSize(2);
        robot.clickOn("#files-table");
        robot.type(KeyCode.A);
        assertThat(table(robot).getItems()).hasSize(30 + 2);
        robot.push(KeyCode.CONTROL, KeyCode.ENTER);
        waitFor(() -> isThere(robot, "#done-words"));
        assertThat(text(robot, "#done-words"))
                .isEqualTo("30 files: 25 matched, 2 set aside by you, 3 stored as they are");
        robot.type(KeyCode.ENTER);
        waitFor(() -> program.frame().place() instanceof Desk);
        assertThat(submission(FREYA).documents()).singleElement()
                .satisfies(d -> assertThat(d.evidence()).isEqualTo("you decided"));
        assertThat(submission(SECOND_LENA).documents()).hasSize(1);
    }

    @Test
    void dragsAFileOntoAStudentAndUndoesTheDecision(FxRobot robot) {
        read(robot);
        Node row = robot.lookup(".table-row-cell").nth(2).query();
        robot.clickOn(row);
        assertThat(chosen(robot)).contains("Fischer, Lena - passage plan");
        ListView<?> list = robot.lookup("#whose").queryAs(ListView.class);
        assertThat(list.getItems()).hasSizeGreaterThan(26);
        Node second = robot.lookup("#whose .list-cell").nth(1).query();
        robot.drag(row).dropTo(second);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(text(robot, "#count-line")).startsWith("30 files: 22 matched, 5 to decide");
        robot.clickOn("#filter-ALL");
        robot.interact(() -> {
            Collect place = (Collect) program.frame().place();
            assertThat(place).isNotNull();
            table(robot).getItems()
                    .stream()
                    .filter(r -> r instanceof FileRow.Arrived(var i) && i.path().contains("Lena - passage"))
                    .findFirst()
                    .ifPresent(r -> table(robot).getSelectionModel().select(r));
        });
        robot.interact(() -> table(robot).requestFocus());
        robot.type(KeyCode.BACK_SPACE);
        assertThat(text(robot, "#count-line")).startsWith("30 files: 21 matched, 6 to decide");
    }

    @Test
    void editsRuleAndColumnsWithALivePreview(FxRobot robot) throws Exception {
        read(robot);
        robot.clickOn("#change-rule");
        waitFor(() -> isFocused(robot, "#rule-written"));
        assertThat(text(robot, "#rule-said")).contains("21 of 27 names match it.");
        robot.interact(() -> robot.lookup("#rule-written").queryAs(TextInputControl.class).setText("<who> - <free>"));
        assertThat(text(robot, "#rule-said")).startsWith("<who> is not a part of a filing rule.");
        assertThat(robot.lookup("#use-rule").queryAs(Button.class).isDisabled()).isTrue();
        robot.interact(
                () -> robot.lookup("#rule-written").queryAs(TextInputControl.class).setText("<family> - <free>"));
        robot.interact(() -> robot.lookup("#rule-name").queryAs(TextInputControl.class).setText("By mail"));
        robot.clickOn("#keep-rule");
        assertThat(Files.readString(world.resolve("shelf/filing rules/By mail.txt")))
                .contains("reads = <family> - <free>");
        robot.clickOn("#use-rule");
        waitFor(() -> isThere(robot, "#files-table"));
        robot.clickOn("#change-sheet");
        waitFor(() -> isThere(robot, "#use-sheet"));
        say(robot, "#role-0", Optional.empty());
        assertThat(text(robot, "#sheet-said")).contains("lists Lena Fischer twice");
        say(robot, "#role-0", Optional.of(Role.KEY));
        robot.clickOn("#use-sheet");
        waitFor(() -> isThere(robot, "#files-table"));
    }

    @Test
    void editsTimesAndClassByHand(FxRobot robot) {
        read(robot);
        robot.clickOn("#change-times");
        waitFor(() -> isThere(robot, "#due"));
        robot.interact(() -> {
            robot.lookup("#due").queryAs(TextInputControl.class).setText("2026-03-29 01:30");
            robot.lookup("#grace").queryAs(TextInputControl.class).setText("many");
        });
        assertThat(robot.lookup("#use-times").queryAs(Button.class).isDisabled()).isTrue();
        robot.interact(() -> {
            robot.lookup("#grace").queryAs(TextInputControl.class).setText("10");
            robot.lookup("#extensions").queryAs(TextInputControl.class).setText("K-4401 2026-04-02 18:00\n");
        });
        robot.clickOn("#use-times");
        waitFor(() -> isThere(robot, "#files-table"));
        robot.clickOn("#change-class");
        waitFor(() -> isThere(robot, "#class-text"));
        robot.interact(
                () -> robot.lookup("#class-text").queryAs(TextInputControl.class).setText("K-9000 Paper, Penny"));
        assertThat(text(robot, "#class-said")).contains("Penny Paper (K-9000)");
        robot.clickOn("#use-class");
        waitFor(() -> isThere(robot, "#files-table"));
        acceptLikelyAndSetAsideRest(robot);
        makeAndOpen(robot);
        var batch = program.openBatch().orElseThrow().batch();
        assertThat(batch.submission(new StudentKey("K-9000")).handIns()).isEmpty();
        assertThat(batch.task().grace().toMinutes()).isEqualTo(10);
        assertThat(batch.task().extensions()).containsKeys(new StudentKey("K-4401"), FREYA);
    }

    @Test
    void opensALockedFileAndAttachesAnExternallyChangedOne(FxRobot robot) throws Exception {
        read(robot);
        acceptLikelyAndSetAsideRest(robot);
        makeAndOpen(robot);
        StudentKey locked = new StudentKey("K-4409");
        robot.interact(() -> ((Desk) program.frame().place()).model().open(locked));
        waitFor(() -> isThere(robot, "#document-password"));
        robot.clickOn("#document-password").write("guess").type(KeyCode.ENTER);
        waitFor(() -> submission(locked).documents().getFirst().pages() instanceof Pages.Locked(var why)
                && why.text().contains("not the password"));
        waitFor(() -> robot.lookup(
                (javafx.scene.Node n) -> n instanceof Labeled l && l.getText().contains("not the password"))
                .tryQuery()
                .isPresent());
        robot.clickOn("#open-outside");
        waitFor(() -> ((Desk) program.frame().place()).model().noticeProperty().get().contains("Choose it again"));
        robot.clickOn("#open-outside");
        waitFor(() -> opened != null);
        assertThat(opened).hasFileName("Ní Cheallaigh, Oonagh - passage plan.pdf");
        assertThat(Files.isWritable(opened)).isTrue();
        robot.clickOn("#document-password").write(MixedClass.PASSWORD).type(KeyCode.ENTER);
        waitFor(() -> submission(locked).documents().getFirst().pages() instanceof Pages.Ready);
        waitFor(() -> isThere(robot, ".page-leaf"));
    }

    @Test
    void collectingAgainMakesAChangedFileTheNextHandIn(FxRobot robot) throws Exception {
        read(robot);
        acceptLikelyAndSetAsideRest(robot);
        makeAndOpen(robot);
        Path batch = program.openBatch().orElseThrow().folder().root();
        Path more = Files.createDirectories(world.resolve("more/Passage plans.zip"));
        Files.writeString(more.resolve("Çağlayan, Ümit - passage plan.txt"), "All of it anew.\n");
        Files.writeString(more.resolve("Rewiti, Tāne - late.txt"), "Sorry.\n");
        robot.interact(() -> program.toCollectAgain(batch));
        robot.interact(() -> ((Collect) program.frame().place()).take(List.of(world.resolve("more"))));
        robot.clickOn("#read-files");
        waitFor(() -> isThere(robot, "#make-batch"));
        assertThat(text(robot, "#count-line")).isEqualTo("2 files: 2 matched, 0 of them as before");
        Files.writeString(more.resolve("Rewiti, Tāne - late.txt"), "Sorry, and here it is.\n");
        robot.interact(() -> program.toDesk(batch));
        waitFor(() -> program.frame().place() instanceof Desk);
        robot.interact(() -> program.toCollectAgain(batch)); // the batch may be another by now, and is opened again
        waitFor(() -> !robot.lookup("#make-batch").query().isDisabled());
        assertThat(text(robot, "#count-line")).isEqualTo("2 files: 2 matched, 0 of them as before");
        robot.clickOn("#make-batch");
        waitFor(() -> isThere(robot, "#to-desk"));
        robot.clickOn("#to-desk");
        waitFor(() -> program.frame().place() instanceof Desk);
        StudentKey changed = new StudentKey("K-4451");
        robot.interact(() -> ((Desk) program.frame().place()).model().open(changed));
        assertThat(submission(changed).handIns()).hasSize(2);
        assertThat(submission(changed).current().orElseThrow().number()).isEqualTo(2);
        waitFor(() -> !submission(changed).pages().isEmpty());
        robot.type(KeyCode.H);
        waitFor(() -> isThere(robot, "#let-count"));
        Node pressed = robot.lookup("#let-count").query();
        robot.interact(() -> ((Desk) program.frame().place()).model().writePrivately("Read the older one."));
        assertThat(robot.lookup("#let-count").<Node>query()).as("a button under the hand").isSameAs(pressed);
        robot.clickOn("#let-count");
        assertThat(submission(changed).current().orElseThrow().number()).isEqualTo(1);
        try (Stream<Path> shelf = Files.list(world.resolve("shelf"))) {
            assertThat(shelf.filter(p -> Files.exists(p.resolve("batch.sqlite")))).hasSize(1);
        }
        assertThat(Glance.at(batch).batch().submissions()).hasSize(26);
    }
}
