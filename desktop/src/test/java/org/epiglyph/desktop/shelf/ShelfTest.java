package org.epiglyph.desktop.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.collect.Collect;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The shelf: order, promised dates, archiving, restored copies. */
@ExtendWith(ApplicationExtension.class)
class ShelfTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    private static List<String> words(FxRobot robot, String style) {
        Set<Labeled> found = robot.lookup(style).queryAllAs(Labeled.class);
        return found.stream().map(Labeled::getText).toList();
    }

    private void choose(FxRobot robot, String item) {
        robot.interact(() -> {
            MenuButton menu = robot.lookup(".shelf-more").queryAs(MenuButton.class);
            menu.show();
            menu.getItems().stream().filter(i -> item.equals(i.getText())).findFirst().orElseThrow().fire();
            menu.hide();
        });
    }

    private Shelf shelf() {
        return (Shelf) program.frame().place();
    }

    @Test
    void aClickOnAHeadingSelectsNothing(FxRobot robot) {
        Screen.waitFor(() -> words(robot, ".figures").stream().anyMatch(w -> w.startsWith("3\u00a0left,\u00a0")));
        ListView<?> lines = robot.lookup(".list-view").queryListView();
        int chosen = lines.getSelectionModel().getSelectedIndex();
        Node group = robot.lookup(".shelf-group").query();
        Bounds heading = group.localToScreen(group.getBoundsInLocal());
        robot.clickOn(heading.getMaxX() + 120, heading.getCenterY());
        assertThat(lines.getSelectionModel().getSelectedIndex()).isEqualTo(chosen).isPositive();
    }

    @Test
    void showsRemainingWorkAndOpensByKeys(FxRobot robot) {
        Screen.waitFor(() -> words(robot, ".figures").stream().anyMatch(w -> w.startsWith("3\u00a0left,\u00a0")));
        assertThat(words(robot, ".shelf-group")).containsExactly("To mark  1");
        Screen.waitFor(() -> Screen.isFocused(robot, "#batches"));
        robot.type(KeyCode.ENTER);
        Screen.waitFor(() -> Screen.leaf(robot) != null);
    }

    @Test
    void foldsAHeadingByKeysAlone(FxRobot robot) {
        Screen.waitFor(() -> Screen.isFocused(robot, "#batches"));
        Screen.waitFor(() -> Screen.isThere(robot, "#group-TO_MARK"));
        robot.type(KeyCode.TAB);
        Screen.waitFor(() -> Screen.isFocused(robot, "#group-TO_MARK"));
        robot.type(KeyCode.SPACE);
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("\u25b8  To mark  1")));
        Screen.waitFor(() -> Screen.isFocused(robot, "#batches"));
        robot.type(KeyCode.ENTER);
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("To mark  1")));
        robot.type(KeyCode.ENTER);
        Screen.waitFor(() -> Screen.leaf(robot) != null);
    }

    @Test
    void storesAPromisedDayWithTheBatch(FxRobot robot) {
        Screen.waitFor(() -> Screen.isThere(robot, ".shelf-more"));
        choose(robot, "Promise to hand back in 3 days");
        LocalDate day = LocalDate.now(java.time.Clock.systemUTC()).plusDays(3);
        Screen.waitFor(() -> ShelfNote.of(batch.folder()).promised().equals(Optional.of(day)));
        Screen.waitFor(() -> words(robot, ".batch-line .hint").stream().anyMatch(w -> w.contains("promised for ")));
        choose(robot, "No promised day");
        Screen.waitFor(() -> ShelfNote.of(batch.folder()).promised().isEmpty());
    }

    @Test
    void foldsArchivedBatchesAwayAndRestoresThem(FxRobot robot) {
        Screen.waitFor(() -> Screen.isThere(robot, ".shelf-more"));
        choose(robot, "Archive");
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("\u25b8  Archived  1")));
        assertThat(words(robot, ".batch-title")).isEmpty();
        robot.clickOn("#group-ARCHIVED");
        Screen.waitFor(() -> words(robot, ".batch-title").equals(List.of("Workbook")));
        robot.clickOn(".shelf-main");
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("To mark  1")));
        assertThat(ShelfNote.of(batch.folder()).archived()).isFalse();
    }

    @Test
    void aScoredBatchMovesToHandBack(FxRobot robot) throws Exception {
        try (Workspace workspace = Workspace.open(batch.folder(), java.time.Clock.systemUTC())) {
            for (Submission submission : workspace.batch().submissions()) {
                for (Criterion criterion : workspace.batch().scheme().criteria()) {
                    workspace.edit(new Edit.Judge(submission.student().key(), criterion.id(),
                            Judgement.of(criterion.maximum())));
                }
                workspace.edit(new Edit.Seal(submission.student().key()));
            }
        }
        robot.interact(program::toShelf);
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("To hand back  1")));
        assertThat(words(robot, ".figures"))
                .containsExactly("3\u00a0of\u00a03\u00a0scored  \u00b7  3\u00a0sealed,\u00a0held");
        assertThat(words(robot, ".shelf-main")).containsExactly("Look over");
    }

    @Test
    void restoresADroppedCopyAndFindsItByLetters(FxRobot robot) {
        Screen.waitFor(() -> Screen.isThere(robot, ".shelf-more"));
        Path file = batch.folder().resolveSibling("Copy of it.zip");
        robot.interact(() -> shelf().model().copy(shelf().model().linesProperty().get().getFirst(), file));
        Screen.waitFor(() -> Screen.text(robot, "#shelf-said").endsWith("It was opened and verified."));
        robot.interact(() -> shelf().take(List.of(file)));
        Screen.waitFor(() -> words(robot, ".batch-title").equals(List.of("Workbook", "Workbook")));
        assertThat(Files.isDirectory(batch.folder().resolveSibling("Copy of it"))).isTrue();
        robot.clickOn("#shelf-find");
        robot.write("copy of");
        Screen.waitFor(() -> words(robot, ".batch-title").equals(List.of("Workbook")));
        robot.write(" xyz");
        Screen.waitFor(() -> words(robot, ".empty").equals(List.of("No batch has these letters.")));
    }

    @Test
    void aBrokenCopyDoesNotAffectTheOthers(FxRobot robot) throws Exception {
        Screen.waitFor(() -> Screen.isThere(robot, ".shelf-more"));
        Path whole = batch.folder().resolveSibling("whole.zip");
        robot.interact(() -> shelf().model().copy(shelf().model().linesProperty().get().getFirst(), whole));
        Screen.waitFor(() -> Screen.text(robot, "#shelf-said").endsWith("It was opened and verified."));
        byte[] bytes = Files.readAllBytes(whole);
        Path broken = batch.folder().resolveSibling("broken.zip");
        for (int i = bytes.length / 3; i < bytes.length / 2; i++) {
            bytes[i] ^= 0x55;
        }
        Files.write(broken, bytes);
        robot.interact(() -> shelf().take(List.of(broken, whole)));
        Screen.waitFor(() -> words(robot, ".batch-title").equals(List.of("Workbook", "Workbook")));
        Screen.waitFor(() -> !shelf().model().troubleProperty().get().isEmpty());
        assertThat(shelf().model().troubleProperty().get()).contains("broken.zip");
        assertThat(Files.exists(batch.folder().resolveSibling("broken"))).isFalse();
    }

    @Test
    void groupsBatchesByCourseAndRemembersThat(FxRobot robot) throws Exception {
        Path other = Files.move(SmallBatch.make(world.resolve("elsewhere")).folder(),
                batch.folder().resolveSibling("other"));
        try (Workspace workspace = Workspace.open(other, java.time.Clock.systemUTC())) {
            workspace.edit(new Edit.ChangeTask(workspace.batch().task().withModule("Tides")));
        }
        robot.interact(program::toShelf);
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("To mark  2")));
        robot.clickOn("#by-course");
        Screen.waitFor(() -> Set.copyOf(words(robot, ".shelf-group"))
                .equals(Set.of("Tides  1", "Without a course  1")));
        Screen.waitFor(() -> new Settings(world.resolve("settings")).shelf().byCourse());
        robot.interact(() -> shelf().model()
                .note(
                        shelf().model()
                                .linesProperty()
                                .get()
                                .stream()
                                .filter(l -> l.course().isEmpty())
                                .findFirst()
                                .orElseThrow(),
                        n -> n.withArchived(true)));
        Screen.waitFor(() -> words(robot, ".shelf-group").equals(List.of("Tides  1", "\u25b8  Archived  1")));
    }

    @Test
    void includesAFurtherFolderAndShowsIt(FxRobot robot) throws Exception {
        Path further = SmallBatch.make(world.resolve("stick")).folder().getParent();
        robot.interact(() -> shelf().model().addFolder(further));
        Screen.waitFor(() -> words(robot, ".batch-title").size() == 2);
        assertThat(words(robot, ".batch-line .hint")).anyMatch(w -> w.endsWith(further.toString()));
        assertThat(words(robot, ".shelf-folder .hint")).anyMatch(w -> w.equals("and in " + further));
        robot.interact(() -> shelf().model().addFolder(batch.folder().getParent())); // its own folder is already there
        assertThat(shelf().model().habitProperty().get().further()).containsExactly(further.toString());
        Files.move(further, further.resolveSibling("taken away"));
        robot.interact(program::toShelf);
        Screen.waitFor(() -> words(robot, ".batch-title").size() == 1
                && Screen.text(robot, "#shelf-trouble")
                        .equals("The folder " + further
                                + " is not there now, so its batches are not shown."));
        robot.interact(() -> shelf().model().habitProperty().set(shelf().model().habitProperty().get().with("a\0b")));
        robot.interact(program::toShelf);
        Screen.waitFor(() -> words(robot, ".batch-title").size() == 1 && shelf().model().completeProperty().get());
        robot.interact(() -> shelf().model().removeFolder("a\0b"));
        robot.interact(() -> shelf().model().removeFolder(further.toString()));
        Screen.waitFor(() -> new Settings(world.resolve("settings")).shelf().further().isEmpty());
    }

    @Test
    void aNewBatchAloneSaysWhatToPressFirst(FxRobot robot) {
        Screen.waitFor(() -> words(robot, ".tells").contains("Press Mark, or Enter, to begin with Workbook."));
    }

    @Test
    void anEmptyShelfOffersTwoWaysToBeginIncludingTheSampleClass(FxRobot robot) throws Exception {
        Files.move(batch.folder(), world.resolve("away"));
        robot.interact(program::toShelf);
        Screen.waitFor(() -> Screen.isThere(robot, "#door-own") && Screen.isThere(robot, "#door-trial"));
        robot.clickOn("#door-trial");
        Screen.waitFor(() -> program.frame().place() instanceof Collect);
        Path place = world.resolve("shelf")
                .resolve("Class to try things on")
                .resolve("Tidal heights workbook");
        assertThat(place.resolve("Grade sheet.csv")).exists();
        Screen.waitFor(() -> Screen.isFocused(robot, "#read-files"));
        robot.type(KeyCode.SPACE);
        Screen.waitFor(() -> robot.lookup(".label")
                .queryAllAs(Labeled.class)
                .stream()
                .anyMatch(l -> l.getText().startsWith("28 files: 27 matched")));
    }
}
