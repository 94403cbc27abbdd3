package org.epiglyph.desktop.phrases;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.desk.Desk;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The phrasebook in use: an inserted phrase is changed, a phrase is inserted from the drawer. */
@ExtendWith(ApplicationExtension.class)
class PhrasebookTest extends InWindow {

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    private Submission ada() {
        return program.openBatch().orElseThrow().batch().submission(SmallBatch.TYPED);
    }

    private void toPhrasebook(FxRobot robot) {
        robot.interact(() -> program.toPhrasebook(batch.folder()));
        waitFor(() -> program.frame().place() instanceof PhrasebookPlace && Screen.isThere(robot, "#phrase-words"));
    }

    private void note(String text) {
        program.openBatch()
                .orElseThrow()
                .edit(new Edit.PlaceMark(SmallBatch.TYPED,
                        new Note(new Head("m1", new PageRef("d1", 0), Ink.MADDER, 0,
                                Remark.of(text).withPhrase("p1")), new PagePoint(100, 100))));
    }

    @Test
    void changesAUsedPhraseAfterShowingItsPlaces(FxRobot robot) {
        toPhrasebook(robot);
        robot.interact(() -> note("Units! Metres."));
        toPhrasebook(robot);
        robot.clickOn("#phrase-words");
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("A unit is missing.");
        robot.clickOn("#phrase-title");
        waitFor(() -> Screen.isThere(robot, "#everywhere"));
        assertThat(text(robot, "#decision-head")).isEqualTo("This phrase is used in 1 open place");
        assertThat(text(robot, ".waiting-moved")).isEqualTo("Ada Typed, page 1 ");
        assertThat(ada().findMark("m1").orElseThrow().remark().text()).isEqualTo("Units! Metres.");
        robot.clickOn("#everywhere");
        waitFor(() -> ada().findMark("m1").orElseThrow().remark().text().equals("A unit is missing. Metres."));
        robot.clickOn("#phrases-list");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        waitFor(() -> ada().findMark("m1").orElseThrow().remark().text().equals("Units! Metres."));
    }

    @Test
    void writesANewPhraseByKeyboardForImmediateUse(FxRobot robot) {
        toPhrasebook(robot);
        robot.push(KeyCode.CONTROL, KeyCode.N);
        waitFor(() -> Screen.isFocused(robot, "#phrase-words"));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("{name}, out by {number: metres} m.");
        robot.clickOn("#phrase-code");
        robot.write("ob");
        robot.type(KeyCode.ENTER);
        waitFor(() -> program.openBatch().orElseThrow().batch().phrasebook().phrases().size() == 2);
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk && Screen.isFocused(robot, ".page-roll"));
        robot.push(KeyCode.SHIFT, KeyCode.D);
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.write("/ob");
        robot.type(KeyCode.ENTER);
        waitFor(() -> Screen.isFocused(robot, "#slot-answer"));
        robot.write("half");
        robot.type(KeyCode.ENTER);
        assertThat(text(robot, ".slot-question .hint")).isEqualTo("Enter a number: metres");
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("0.5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> ada().scores().remark("c1").equals("Ada, out by 0.5 m."));
    }

    @Test
    void dragsPhrasesIntoOrderAndSuggestsOftenTypedOnes(FxRobot robot) {
        toPhrasebook(robot);
        PhrasebookModel model = ((PhrasebookPlace) program.frame().place()).model();
        robot.interact(() -> model.add("Units again", ""));
        waitFor(() -> isThere(robot, "Units again"));
        robot.drag("Units again").moveTo("Units!").moveBy(0, -12).drop();
        waitFor(() -> model.book().phrases().getLast().text().equals("Units!"));
        robot.clickOn("#phrases-search").write("units");
        robot.drag("Units again").moveTo("Units!").moveBy(0, 16).drop();
        assertThat(model.book().phrases().getLast().text()).as("what was found is not put in order")
                .isEqualTo("Units!");
        robot.interact(() -> model.add("Units, again!", ""));
        waitFor(() -> isThere(robot, "Duplicates"));
    }

    private static boolean isThere(FxRobot robot, String text) {
        return robot.lookup(text).tryQuery().isPresent();
    }

    @Test
    void dragsAPhraseOntoAPageAndOntoACriterion(FxRobot robot) {
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk && Screen.isFocused(robot, ".page-roll")
                && Screen.leaf(robot) != null && Screen.leaf(robot).getWidth() > 100);
        robot.push(KeyCode.SHIFT, KeyCode.K);
        waitFor(() -> Screen.isThere(robot, ".drawer-row"));
        robot.drag(".drawer-row").dropTo(Screen.onPage(robot, 300, 400));
        waitFor(() -> ada().marks().size() == 1);
        Mark placed = ada().marks().getFirst();
        assertThat(placed.remark()).isEqualTo(Remark.of("Units!").withPhrase("p1"));
        assertThat(placed.head().criterion()).isEqualTo("c2");
        robot.drag(".drawer-row").dropTo(".criterion");
        waitFor(() -> ada().scores().remark("c1").equals("Units!"));
    }

    @Test
    void createsNamesFillsMergesAndRemovesCollections(FxRobot robot) {
        toPhrasebook(robot);
        PhrasebookModel model = ((PhrasebookPlace) program.frame().place()).model();
        robot.clickOn("Add a collection");
        robot.clickOn("New collection  (0)");
        waitFor(() -> Screen.isThere(robot, "#collection-name"));
        robot.clickOn("#collection-name");
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("School");
        robot.type(KeyCode.ENTER);
        waitFor(() -> isThere(robot, "School  (0)"));
        robot.clickOn("Add a phrase");
        waitFor(() -> isThere(robot, "School  (1)"));
        String school = model.book().collections().getFirst().id();
        assertThat(model.book().of(school)).singleElement()
                .satisfies(p -> assertThat(p.text()).isEqualTo("New phrase"));
        robot.clickOn(".collection-line .check-box");
        waitFor(() -> !model.book().collections().getFirst().open());
        assertThat(model.book().offered()).as("a closed collection is not offered at the desk").hasSize(1);
        String[] made = {""};
        robot.interact(() -> made[0] = model.addCollection("Other"));
        String other = made[0];
        robot.interact(() -> model.merge(school, other));
        waitFor(() -> isThere(robot, "Other  (1)"));
        robot.clickOn("Other  (1)");
        robot.clickOn("Remove the collection");
        waitFor(() -> model.book().collections().isEmpty());
        assertThat(model.book().phrases()).extracting(Phrase::code).containsExactly("un");
    }

    @Test
    void insertsAPhraseForSimilarRemarks(FxRobot robot) {
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        robot.interact(() -> {
            typed("m1", SmallBatch.TYPED, "d1");
            typed("m2", SmallBatch.SCANNED, "d2");
        });
        robot.push(KeyCode.SHIFT, KeyCode.K);
        waitFor(() -> Screen.isThere(robot, ".drawer-row"));
        robot.clickOn("not used yet");
        waitFor(() -> Screen.isThere(robot, "#missing-list"));
        robot.clickOn("#place-there");
        assertThat(model().batch().phraseUses()).as("nothing is ticked yet").isEmpty();
        robot.clickOn("Select all");
        robot.clickOn("#place-there");
        waitFor(() -> model().batch().phraseUses().getOrDefault("p1", 0) == 2);
        assertThat(model().batch().submission(SmallBatch.SCANNED).findMark("m2").orElseThrow().remark().text())
                .isEqualTo("Units!");
        assertThat(model().noticeProperty().get()).startsWith("Inserted on 2 marks.");
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.Z);
        waitFor(() -> model().batch().phraseUses().isEmpty());
    }

    private void typed(String id, StudentKey student, String document) {
        program.openBatch()
                .orElseThrow()
                .edit(new Edit.PlaceMark(student, new Note(new Head(id, new PageRef(document, 0), Ink.MADDER, 0,
                        Remark.of("units")), new PagePoint(100, 100))));
    }
}
