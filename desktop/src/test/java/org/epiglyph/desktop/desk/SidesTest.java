package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.documents.OpenDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The side sheets, viewing pages, and the keys. */
@ExtendWith(ApplicationExtension.class)
class SidesTest extends InWindow {

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private void stamp(FxRobot robot, int page, double y, String text) {
        robot.interact(() -> model().place(new Stamp(model().newHead(new PageRef("d1", page), 0)
                .withRemark(Remark.of(text)), Sign.TICK, new PagePoint(300, y), 20)));
    }

    private static PageRoll roll(FxRobot robot) {
        return (PageRoll) robot.lookup(".page-roll").query();
    }

    @Test
    void explainsASlotUnderThePointer(FxRobot robot) {
        atDesk(robot);
        robot.moveTo("#slot-2");
        waitFor(() -> Window.getWindows()
                .stream()
                .anyMatch(w -> w instanceof Tooltip tip && tip.getText().endsWith("2")));
    }

    @Test
    void marginRemarksScrollWithPagesAndAreLaidOutOnce(FxRobot robot) {
        atDesk(robot);
        stamp(robot, 0, 300, "Units, please.");
        waitFor(() -> Screen.isThere(robot, ".margin .remark"));
        Node before = robot.lookup(".margin .remark").query();
        double top = before.getLayoutY();
        robot.interact(() -> roll(robot).scrollProperty().set(40));
        assertThat(robot.lookup(".margin .remark").<Node>query()).isSameAs(before);
        assertThat(before.getLayoutY()).isEqualTo(top - 40);
        robot.interact(() -> model().change(model().submission().marks().getFirst().withRemark(Remark.of("Which?"))));
        waitFor(() -> robot.lookup(".margin .remark").queryAll().size() == 1
                && robot.lookup(".margin .remark").query() != before);
        robot.interact(() -> roll(robot).scrollProperty().set(roll(robot).scrollProperty().get() + 4000));
        waitFor(() -> robot.lookup(".margin .remark").queryAll().isEmpty()); // far from its page it is not created at all
    }

    @Test
    void listsRemarksInPageOrderAndGoesToOne(FxRobot robot) {
        atDesk(robot);
        stamp(robot, 1, 100, "**second** page");
        stamp(robot, 0, 500, "lower");
        stamp(robot, 0, 100, "upper");
        robot.push(KeyCode.SHIFT, KeyCode.R);
        waitFor(() -> robot.lookup("#remarks-list .remark").queryAll().size() == 3);
        List<String> words = robot.lookup("#remarks-list .remark")
                .queryAll()
                .stream()
                .map(Node::getAccessibleText)
                .toList();
        assertThat(words).containsExactly("upper", "lower", "second page");
        Node last = robot.lookup("#remarks-list .remark").nth(2).query();
        robot.clickOn(last);
        assertThat(model().chosen().one().map(m -> m.page().index())).contains(1);
        waitFor(() -> roll(robot).scrollProperty().get() > 100);
    }

    @Test
    void viewsRestoresAndUndoesAnEarlierState(FxRobot robot) {
        atDesk(robot);
        stamp(robot, 0, 100, "one");
        robot.interact(() -> model().scores().judge("c1", Judgement.of(java.math.BigDecimal.TWO)));
        stamp(robot, 0, 200, "two");
        robot.interact(() -> model().chosen().choose(Mark::isPrivate));
        robot.interact(() -> model().chosen().choose(_ -> true));
        robot.interact(() -> model().chosen().remove());
        assertThat(model().submission().marks()).isEmpty();
        robot.type(KeyCode.Y);
        waitFor(() -> robot.lookup("#history-list").queryAs(ListView.class).getItems().size() == 4);
        robot.interact(() -> robot.lookup("#history-list").queryAs(ListView.class).getSelectionModel().select(2));
        robot.interact(() -> robot.lookup("#history-list").query().requestFocus());
        robot.type(KeyCode.ENTER);
        waitFor(() -> isThere(robot, "#bring-back"));
        assertThat(model().submission().marks()).as("looked at, not changed").hasSize(1);
        robot.interact(() -> model().scores().judge("c2", Judgement.of(java.math.BigDecimal.ONE)));
        assertThat(model().noticeProperty().get()).startsWith("This is an earlier state.");
        robot.clickOn("#bring-back");
        assertThat(model().submission().marks()).extracting(m -> m.remark().text()).containsExactly("one");
        assertThat(model().past().earlierProperty().get()).isEmpty();
        robot.interact(() -> model().past().undo());
        assertThat(model().submission().marks()).isEmpty();
        waitFor(() -> robot.lookup("#history-list").queryAs(ListView.class).getItems().size() == 6);
    }

    @Test
    void findsWordsOnThePagesOneByOne(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.F);
        waitFor(() -> Screen.isFocused(robot, "#find-words"));
        robot.write("the");
        String count = Long.toString(matches("the"));
        waitFor(() -> text(robot, "#find-said").startsWith(count + " matches"));
        waitFor(() -> !robot.lookup(".found-place").queryAll().isEmpty());
        int chosen = chosenPlace(robot);
        robot.type(KeyCode.ENTER).type(KeyCode.ENTER);
        assertThat(chosenPlace(robot)).isEqualTo(chosen + 2);
        robot.push(KeyCode.SHIFT, KeyCode.F3);
        assertThat(chosenPlace(robot)).isEqualTo(chosen + 1);
        robot.interact(() -> robot.lookup("#find-words").queryAs(TextInputControl.class).setText(onlyOnTheSecond()));
        waitFor(() -> roll(robot).pageInSight().filter(p -> p.index() > 0).isPresent());
        robot.interact(() -> robot.lookup("#find-words").queryAs(TextInputControl.class).setText("submarine"));
        waitFor(() -> text(robot, "#find-said").startsWith("No match on these pages"));
        robot.type(KeyCode.ESCAPE);
        assertThat(isThere(robot, ".side-sheet")).isFalse();
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        robot.push(KeyCode.CONTROL, KeyCode.F);
        waitFor(() -> text(robot, "#find-said").startsWith("These pages are images"));
    }

    @Test
    void findsWordsInAllWorkAndWalksThroughMatches(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.F);
        waitFor(() -> Screen.isFocused(robot, "#find-words"));
        robot.interact(() -> robot.lookup("#find-everywhere").queryAs(CheckBox.class).fire());
        robot.interact(() -> robot.lookup("#find-words").queryAs(TextInputControl.class).setText(onlyOnTheSecond()));
        waitFor(() -> text(robot, "#find-class-said").equals("2 students have these words. "
                + "The pages of one student have no words to search (a scan)."));
        waitFor(() -> robot.lookup("#find-students .found-row").queryAll().size() == 2);
        assertThat(robot.lookup("#find-students .found-row").queryAllAs(Labeled.class)).extracting(Labeled::getText)
                .satisfiesExactly(w -> assertThat(w).startsWith("Ada Typed  \u00b7  "),
                        w -> assertThat(w).startsWith("Cem Twice  \u00b7  "));
        waitFor(() -> text(robot, "#find-said").contains("match"));
        for (int i = 0; model().student().equals(SmallBatch.TYPED) && i < 50; i++) {
            robot.push(KeyCode.F3);
        }
        assertThat(model().student()).as("behind the last place, past the scan").isEqualTo(SmallBatch.TWICE);
        waitFor(() -> !robot.lookup(".found-place").queryAll().isEmpty());
        robot.push(KeyCode.SHIFT, KeyCode.F3);
        assertThat(model().student()).as("back before the first").isEqualTo(SmallBatch.TYPED);
        robot.interact(() -> robot.lookup("#find-words").queryAs(TextInputControl.class).setText("submarine"));
        waitFor(() -> text(robot, "#find-class-said").startsWith("Nobody has these words."));
        assertThat(robot.lookup("#find-students .found-row").queryAll()).isEmpty();
    }

    private static int chosenPlace(FxRobot robot) {
        List<Node> rows = new java.util.ArrayList<>(robot.lookup(".found-row").queryAll());
        return (int) rows.stream()
                .takeWhile(
                        n -> n.getPseudoClassStates().stream().noneMatch(p -> p.getPseudoClassName().equals("chosen")))
                .count();
    }

    /** A word on the second page that is not on the first. */
    private long matches(String text) {
        try (OpenDocument document = OpenDocument.open(batch.typed())) {
            long count = 0;
            for (int page = 0; page < document.pageCount(); page++) {
                count += document.text(page).find(text).size();
            }
            return count;
        } catch (org.epiglyph.core.Problem e) {
            throw new AssertionError(e);
        }
    }

    private String onlyOnTheSecond() {
        try (OpenDocument document = OpenDocument.open(batch.typed())) {
            PageText first = document.text(0);
            return document.text(1)
                    .words()
                    .stream()
                    .map(PageWord::text)
                    .filter(w -> w.length() > 4 && first.find(w).isEmpty())
                    .findFirst()
                    .orElseThrow();
        } catch (org.epiglyph.core.Problem e) {
            throw new AssertionError(e);
        }
    }

    @Test
    void showsInstructionsMessageOtherHandInsAndDocumentsBeside(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.M);
        waitFor(() -> robot.lookup(".beside-words")
                .queryAs(Labeled.class)
                .getText()
                .equals("Page 2 is late work. Ada"));
        robot.push(KeyCode.SHIFT, KeyCode.I);
        waitFor(() -> robot.lookup(".beside-words").queryAs(Labeled.class).getText().equals("Show your working."));
        robot.interact(() -> model().open(SmallBatch.TWICE));
        waitFor(() -> isThere(robot, "#whole-message"));
        assertThat(text(robot, ".message")).startsWith("\u201cI have done question two")
                .endsWith(" \u2026\u201d")
                .hasSizeLessThan(250);
        robot.clickOn("#whole-message");
        waitFor(() -> text(robot, ".beside-words").equals(SmallBatch.MESSAGE));
        waitFor(() -> isThere(robot, "#beside-hand-in-1"));
        robot.interact(() -> robot.lookup("#beside-hand-in-1").queryButton().fire());
        waitFor(() -> robot.lookup(".page-roll").queryAll().size() == 2);
        DocumentFiles files = new DocumentFiles(model(), null, new Settings(world.resolve("settings")), _ -> {},
                javafx.application.Platform::runLater);
        robot.interact(() -> files.addAid(batch.typed()));
        waitFor(() -> model().batch().aids().documents().size() == 1);
        String id = model().batch().aids().documents().getFirst().id();
        waitFor(() -> isThere(robot, "#beside-" + id));
        robot.interact(() -> robot.lookup("#beside-" + id).queryButton().fire());
        waitFor(() -> robot.lookup(".page-roll")
                .queryAll()
                .stream()
                .map(PageRoll.class::cast)
                .anyMatch(r -> r.pages().stream().anyMatch(p -> p.document().equals(id))));
        robot.interact(() -> model().place(new Stamp(model().newHead(new PageRef(id, 0), 0), Sign.TICK,
                new PagePoint(9, 9), 20)));
        assertThat(model().noticeProperty().get()).contains("only for reference");
    }

    @Test
    void changesAKeyAndRefusesAConflict(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.F1);
        waitFor(() -> isThere(robot, "#keys-search"));
        robot.clickOn("#keys-search").write("history");
        waitFor(() -> isThere(robot, "#change-Desk-act-history"));
        robot.clickOn("#change-Desk-act-history");
        robot.type(KeyCode.DIGIT1);
        assertThat(text(robot, "#keys-said")).contains("is the shortcut for", "Take the tool in slot 1");
        robot.clickOn("#change-Desk-act-history");
        robot.push(KeyCode.CONTROL, KeyCode.H);
        assertThat(text(robot, "#keys-said")).isEmpty();
        robot.clickOn("#keys-close");
        robot.push(KeyCode.CONTROL, KeyCode.H);
        waitFor(() -> isThere(robot, "#history-list"));
        waitFor(() -> "Shortcut+H".equals(
                new Settings(world.resolve("settings")).keys().get("Desk.act.history")));
    }

    @Test
    void enlargesTheInterfaceKeepingThePageWide(FxRobot robot) {
        atDesk(robot);
        stamp(robot, 0, 100, "beside");
        waitFor(() -> robot.lookup(".margin .remark").tryQuery().isPresent());
        robot.interact(() -> model().chosen().none());
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.EQUALS);
        }
        assertThat(program.frame().looks().view().textSize()).isEqualTo(200);
        waitFor(() -> robot.lookup(".margin .remark").tryQuery().isEmpty());
        robot.interact(() -> model().chosen().next(1));
        waitFor(() -> robot.lookup(".margin .remark").tryQuery().isPresent());
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.MINUS);
        assertThat(program.frame().looks().view().textSize()).isEqualTo(175);
    }

    @Test
    void stampsEveryBlankPageAtOnce(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("every blank").type(KeyCode.ENTER);
        waitFor(() -> model().noticeProperty().get().startsWith("No page is blank"));
        assertThat(model().submission().marks()).isEmpty();
    }

    @Test
    void showsScoresAsLettersAndComparesWithEarlierOnes(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.L);
        waitFor(() -> Screen.isFocused(robot, "#score-c1"));
        robot.write("6").type(KeyCode.ENTER);
        robot.write("n").type(KeyCode.ENTER);
        assertThat(model().submission().scores().standing("c2")).isPresent();
        assertThat(text(robot, "#total")).isEqualTo("6");
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.SHIFT, KeyCode.Q);
        robot.interact(() -> model().scores().criterionProperty().set("c1"));
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED) && Screen.isFocused(robot, "#score-c1"));
        robot.write("6").type(KeyCode.ENTER).type(KeyCode.ESCAPE);
        robot.interact(() -> model().scores().criterionProperty().set("c1"));
        robot.push(KeyCode.SHIFT, KeyCode.S);
        waitFor(() -> robot.lookup("#same-score")
                .lookup((Node n) -> n instanceof Labeled l && "Ada Typed".equals(l.getText()))
                .tryQuery()
                .isPresent());
        robot.type(KeyCode.D);
        assertThat(robot.lookup(".criterion-text").queryAll().stream().anyMatch(Node::isVisible)).isTrue();
    }

    @Test
    void returnsToThePagePositionOfEachQuestion(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.Q);
        robot.interact(() -> roll(robot).reveal(new PageRef("d1", 1), 0));
        waitFor(() -> roll(robot).pageInSight().orElseThrow().index() == 1);
        robot.type(KeyCode.L);
        robot.write("5").type(KeyCode.ENTER).type(KeyCode.ESCAPE);
        robot.interact(() -> model().scores().criterionProperty().set("c1"));
        robot.interact(() -> model().scores().judge("c1", Judgement.of(java.math.BigDecimal.ONE)));
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED));
        robot.interact(() -> roll(robot).reveal(model().submission().pages().getFirst(), 0));
        robot.push(KeyCode.CONTROL, KeyCode.UP);
        waitFor(() -> model().student().equals(SmallBatch.TYPED)
                && roll(robot).pageInSight().filter(p -> p.equals(new PageRef("d1", 1))).isPresent());
    }

    @Test
    void goesFromACriterionToItsEvidenceAndBack(FxRobot robot) {
        atDesk(robot);
        stamp(robot, 1, 300, "seen here");
        robot.interact(() -> model().scores().criterionProperty().set("c2"));
        robot.type(KeyCode.G);
        waitFor(() -> robot.lookup(".evidence .button").tryQuery().isPresent());
        robot.interact(() -> model().chosen().none());
        robot.interact(() -> robot.lookup(".evidence .button").queryButton().fire());
        assertThat(model().chosen().one()).isPresent();
        robot.interact(() -> model().scores().criterionProperty().set("c1"));
        robot.push(KeyCode.SHIFT, KeyCode.L);
        waitFor(() -> Screen.isFocused(robot, "#score-c2"));
    }
}
