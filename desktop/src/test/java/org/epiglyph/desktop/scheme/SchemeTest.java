package org.epiglyph.desktop.scheme;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import org.epiglyph.core.scoring.Role;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The scheme screen in use: built with the keyboard, and a maximum changed after scoring. */
@ExtendWith(ApplicationExtension.class)
class SchemeTest extends InWindow {

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toScheme(batch.folder());
    }

    private SchemeModel scheme() {
        return ((SchemePlace) program.frame().place()).model();
    }

    private static void fill(FxRobot robot, String field, String text) {
        robot.interact(() -> robot.lookup(field).query().requestFocus()); // it may be below the window's edge
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write(text);
    }

    private void ready(FxRobot robot) {
        waitFor(() -> program.frame().place() instanceof SchemePlace && Screen.isThere(robot, "#scheme-rows"));
        robot.interact(() -> robot.lookup("#scheme-rows").query().requestFocus());
    }

    @Test
    void addsNamesAndMovesACriterionByKeyboard(FxRobot robot) {
        ready(robot);
        robot.push(KeyCode.CONTROL, KeyCode.N);
        waitFor(() -> Screen.isFocused(robot, "#criterion-name"));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("Reasons");
        robot.type(KeyCode.ENTER);
        waitFor(() -> scheme().draft().criteria().stream().anyMatch(c -> c.name().equals("Reasons")));
        robot.push(KeyCode.ALT, KeyCode.UP);
        robot.push(KeyCode.ALT, KeyCode.UP);
        waitFor(() -> inForce().equals(List.of("Reasons", "Method", "Units")));
        robot.interact(() -> robot.lookup("#scheme-rows").query().requestFocus());
        robot.push(KeyCode.CONTROL, KeyCode.DELETE);
        waitFor(() -> inForce().size() == 2);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        waitFor(() -> inForce().size() == 3);
    }

    private List<String> inForce() {
        return scheme().batch().scheme().criteria().stream().map(Criterion::name).toList();
    }

    @Test
    void dragsACriterionAndEscapeCancels(FxRobot robot) {
        ready(robot);
        robot.drag(row(robot, "Method")).moveTo(row(robot, "Units")).moveBy(0, 8);
        robot.type(KeyCode.ESCAPE);
        robot.drop();
        assertThat(names()).containsExactly("Method", "Units");
        robot.drag(row(robot, "Method")).moveTo(row(robot, "Units")).moveBy(0, 8).drop();
        waitFor(() -> names().equals(List.of("Units", "Method")));
        assertThat(robot.lookup("#scheme-rows").queryAs(ListView.class).getSelectionModel().getSelectedIndex())
                .isEqualTo(1);
        robot.interact(() -> scheme().addSection("Second part"));
        robot.drag(row(robot, "Units")).moveTo(row(robot, "Second part")).drop();
        waitFor(() -> names().equals(List.of("Method", "Units")));
        assertThat(scheme().draft().criteria().getLast().section()).isEqualTo(
                scheme().draft().sections().getFirst().id());
    }

    private static Node row(FxRobot robot, String name) {
        return robot.from(robot.lookup("#scheme-rows")).lookup(name).query();
    }

    private List<String> names() {
        return scheme().draft().criteria().stream().map(Criterion::name).toList();
    }

    @Test
    void previewsWhoseResultAChangedMaximumMoves(FxRobot robot) {
        ready(robot);
        robot.interact(() -> scheme().workspace()
                .edit(new Edit.SetScore(SmallBatch.TYPED, "c1", Optional.of(new BigDecimal("7.5")))));
        robot.interact(() -> robot.lookup("#scheme-rows").queryAs(ListView.class).getSelectionModel().select(0));
        waitFor(() -> Screen.isThere(robot, "#criterion-maximum"));
        fill(robot, "#criterion-maximum", "5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> Screen.isThere(robot, "#put-in-force"));
        assertThat(text(robot, "#waiting-head"))
                .isEqualTo("Not applied yet: 1 result changes, 1 score is lost or reduced");
        assertThat(text(robot, ".waiting-moved")).isEqualTo("Ada Typed: 7.5 of 16 so far \u2192 6.15 of 16 so far ");
        assertThat(scheme().batch().scheme().maximum()).isEqualByComparingTo("16");
        robot.clickOn("#keep-PERCENT");
        waitFor(() -> text(robot, "#waiting-head").endsWith("no score is lost"));
        robot.clickOn("#put-in-force");
        assertThat(scheme().batch().scheme().maximum()).isEqualByComparingTo("13");
        assertThat(scheme().batch().submission(SmallBatch.TYPED).scores().score("c1"))
                .hasValueSatisfying(p -> assertThat(p).isEqualByComparingTo("4.5"));
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(scheme().batch().submission(SmallBatch.TYPED).scores().score("c1"))
                .hasValueSatisfying(p -> assertThat(p).isEqualByComparingTo("7.5"));
    }

    @Test
    void writesLevelsAsLinesAndNamesAWrongOne(FxRobot robot) {
        ready(robot);
        robot.interact(() -> scheme().replace(scheme().draft()
                .criterion("c2")
                .withManner(new Manner.Levels(
                        java.util.List.of(new Manner.Level("l", "Full", "", BigDecimal.TWO, BigDecimal.TWO))))));
        robot.interact(() -> robot.lookup("#scheme-rows").queryAs(ListView.class).getSelectionModel().select(1));
        waitFor(() -> Screen.isThere(robot, "#criterion-levels"));
        fill(robot, "#criterion-levels", "5 to 6  Weighs: says why");
        robot.type(KeyCode.ENTER);
        robot.write("lots Decides");
        robot.clickOn("#criterion-name");
        waitFor(() -> text(robot, "#editor-notice").startsWith("Line 2: \u201clots Decides\u201d"));
        fill(robot, "#criterion-levels", "5 to 6  Weighs: says why");
        robot.type(KeyCode.ENTER);
        robot.write("0 None");
        robot.clickOn("#criterion-name");
        waitFor(() -> scheme().draft().criterion("c2").maximum().compareTo(BigDecimal.valueOf(6)) == 0);
        assertThat(((Manner.Levels) scheme().draft().criterion("c2").manner()).levels()).hasSize(2);
        assertThat(text(robot, "#editor-notice")).isEmpty();
    }

    @Test
    void aSampleStudentShowsTheRules(FxRobot robot) {
        ready(robot);
        fill(robot, "#trial-c1", "8");
        robot.type(KeyCode.ENTER);
        fill(robot, "#trial-c2", "4");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#trial-result").equals("12 of 16"));
        robot.interact(() -> robot.lookup("#scheme-rows").queryAs(ListView.class).getSelectionModel().selectLast());
        waitFor(() -> Screen.isThere(robot, "#rule-factor"));
        fill(robot, "#rule-factor", "1.1");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#trial-result").equals("13.2 of 16"));
        assertThat(text(robot, "#trial-derivation")).contains("Scaled, times 1.1 and plus 0: 13.2");
        fill(robot, "#rule-late-each", "10");
        robot.type(KeyCode.ENTER);
        fill(robot, "#trial-late", "25");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#trial-result").equals("10 of 16")); // two started days: 3.2 off
    }

    @SuppressWarnings("unchecked")
    private static void choose(FxRobot robot, String field, Object value) {
        robot.interact(() -> robot.lookup(field).queryAs(ComboBox.class).setValue(value));
    }

    @Test
    void createsEveryKindOfCriterionAndRefusesInvalidOnes(FxRobot robot) {
        ready(robot);
        waitFor(() -> Screen.isThere(robot, "#criterion-kind"));
        choose(robot, "#criterion-kind", "checklist");
        waitFor(() -> Screen.isThere(robot, "#criterion-parts"));
        fill(robot, "#criterion-parts", "2 Axes named");
        robot.type(KeyCode.ENTER);
        robot.write("1.5 Key");
        robot.clickOn("#criterion-name");
        waitFor(() -> scheme().draft().criterion("c1").maximum().equals(new BigDecimal("3.5")));
        choose(robot, "#criterion-kind", "counted");
        waitFor(() -> Screen.isThere(robot, "#criterion-limit"));
        choose(robot, "#criterion-counts", "phrase un");
        waitFor(() -> ((Manner.Counted) scheme().draft().criterion("c1").manner()).named().equals("un"));
        fill(robot, "#criterion-limit", "2.5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#editor-notice").equals("\u201c2.5\u201d is not a whole number."));
        fill(robot, "#criterion-limit", "2");
        robot.type(KeyCode.ENTER);
        waitFor(() -> ((Manner.Counted) scheme().draft().criterion("c1").manner()).limit().equals(Optional.of(2)));
        fill(robot, "#criterion-maximum", "1e999999999");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#editor-notice").endsWith("is not a number, or too large."));
        choose(robot, "#criterion-role", Role.BONUS);
        waitFor(() -> scheme().draft().criterion("c1").role() == Role.BONUS);
        fill(robot, "#criterion-hurdle", "40");
        robot.type(KeyCode.ENTER);
        waitFor(() -> scheme().draft().criterion("c1").hurdle().isPresent());
        choose(robot, "#criterion-kind", "words");
        waitFor(() -> !scheme().draft().criterion("c1").isScored());
        assertThat(inForce()).as("nobody is scored yet, so that all of it is in force").contains("Method");
        assertThat(scheme().batch().scheme().criterion("c1").isScored()).isFalse();
    }

    @Test
    void createsNamesAndRemovesASection(FxRobot robot) {
        ready(robot);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.N);
        waitFor(() -> Screen.isFocused(robot, "#section-name"));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("Heights");
        robot.type(KeyCode.ENTER);
        waitFor(() -> robot.lookup("Heights has no criteria.").tryQuery().isPresent());
        String id = scheme().draft().sections().getFirst().id();
        fill(robot, "#section-weight", "1.5");
        robot.type(KeyCode.ENTER);
        fill(robot, "#section-best", "1");
        robot.type(KeyCode.ENTER);
        robot.interact(() -> {
            scheme().moveTo("c1", id, 0);
            scheme().moveTo("c2", id, 1);
        });
        waitFor(() -> scheme().draft().findSection(id).orElseThrow().best().equals(Optional.of(1)));
        assertThat(scheme().draft().maximum()).as("the better of two times the weight").isEqualByComparingTo("12");
        waitFor(() -> robot
                .lookup("The sum is 12, the record's maximum 16. The total is converted to the record's maximum.")
                .tryQuery()
                .isPresent());
        robot.interact(() -> robot.lookup("#scheme-rows").queryAs(ListView.class).getSelectionModel().select(0));
        robot.interact(() -> robot.lookup("#scheme-rows").query().requestFocus());
        robot.push(KeyCode.CONTROL, KeyCode.DELETE);
        waitFor(() -> scheme().draft().sections().isEmpty());
        assertThat(scheme().draft().criteria()).allMatch(c -> c.section().isEmpty());
    }

    @Test
    void editsLatenessRoundingAndGradesAndNamesAWrongStep(FxRobot robot) {
        ready(robot);
        robot.interact(() -> robot.lookup("#scheme-rows").queryAs(ListView.class).getSelectionModel().selectLast());
        waitFor(() -> Screen.isThere(robot, "#rule-late-steps"));
        fill(robot, "#rule-late-steps", "soon 10");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#editor-notice").equals("\u201csoon 10\u201d is not a step such as 24 h 10."));
        fill(robot, "#rule-late-steps", "24 h 10, 48 h 25");
        robot.type(KeyCode.ENTER);
        waitFor(() -> scheme().draft().rules().lateness().filter(l -> l.steps().size() == 2).isPresent());
        fill(robot, "#rule-late-until", "72.5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#editor-notice").equals("\u201c72.5\u201d is not a whole number."));
        fill(robot, "#rule-late-until", "72");
        robot.type(KeyCode.ENTER);
        waitFor(() -> scheme().draft().rules().lateness().flatMap(LatePenalty::until).isPresent());
        choose(robot, "#rule-late-basis", LatePenalty.Basis.EARNED);
        waitFor(() -> scheme().draft().rules().lateness().get().basis() == LatePenalty.Basis.EARNED);
        choose(robot, "#rule-rounding-rule", Rounding.Rule.DOWN);
        fill(robot, "#rule-rounding-step", "0.5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> scheme().draft()
                .rules()
                .rounding()
                .equals(new Rounding(new BigDecimal("0.5"),
                        Rounding.Rule.DOWN)));
        robot.interact(() -> robot.lookup("#rule-above").queryAs(CheckBox.class).fire());
        waitFor(() -> !scheme().draft().rules().aboveMaximum());
        choose(robot, "#rule-grades", Optional.of(GradeScale.READY.getFirst()));
        waitFor(() -> Screen.isThere(robot, "#rule-boundaries"));
        fill(robot, "#rule-boundaries", "50 Able");
        robot.type(KeyCode.ENTER);
        robot.write("0 Not yet");
        robot.interact(() -> robot.lookup("#rule-missed").query().requestFocus());
        waitFor(() -> scheme().draft().rules().grades().filter(g -> g.boundaries().size() == 2).isPresent());
        fill(robot, "#trial-c1", "7");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#trial-result").startsWith("7 so far"));
        assertThat(text(robot, "#trial-result")).as("no grade before everything is scored").endsWith("of 16");
        fill(robot, "#trial-c2", "6.5");
        robot.type(KeyCode.ENTER);
        fill(robot, "#trial-late", "30");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#trial-result").contains("Able")); // 13.5 less a tenth of it, rounded down
        assertThat(text(robot, "#trial-result")).isEqualTo("12 of 16  \u00b7  Able");
    }
}
