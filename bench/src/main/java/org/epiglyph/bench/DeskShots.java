package org.epiglyph.bench;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.settings.View;

/** The desk's pictures; with the property epiglyph.shots set to desk, many more of them, to be looked at once. */
final class DeskShots {
    private static final int BEGUN = 15;
    private static final int CROWDED = 17;
    private static final int SCAN = 4;
    private final Camera camera;
    private final Program program;
    private final boolean all = System.getProperty("epiglyph.shots", "").equals("desk");

    DeskShots(Camera camera, Program program) {
        this.camera = camera;
        this.program = program;
    }

    void take(Path batch) throws Exception {
        Camera.act(() -> program.toDesk(batch));
        Camera.waitFor(() -> program.frame().place() instanceof Desk);
        open(BEGUN);
        Camera.act(() -> model().scores().criterionProperty().set("c3"));
        camera.picture("desk");
        phrases();
        open(SCAN);
        camera.picture("desk-scan");
        look(v -> v.withNight(true));
        camera.picture("desk-night");
        if (all) {
            look(v -> v.withDimmed(true));
            camera.picture("x-night-dimmed");
        }
        look(v -> v.withNight(false).withDimmed(false));
        open(CROWDED);
        camera.picture("desk-crowded");
        act("Desk.act.history");
        camera.picture("desk-history");
        act("Desk.act.history");
        penCase();
        if (all) {
            more();
        }
    }

    private DeskModel model() {
        return ((Desk) program.frame().place()).model();
    }

    private void open(int student) throws Exception {
        Camera.act(() -> model().open(model().batch().students().get(student)));
    }

    private void look(java.util.function.UnaryOperator<View> change) throws Exception {
        Camera.act(() -> program.frame().looks().change(change));
    }

    private void act(String id) throws Exception {
        Camera.act(() -> program.frame()
                .acts()
                .find("")
                .stream()
                .filter(a -> a.id().equals(id))
                .findFirst()
                .map(Act::run)
                .orElseThrow(() -> new IllegalStateException("No act " + id))
                .run());
    }

    private void phrases() throws Exception {
        Camera.act(() -> model().writing().open(model().submission().marks().getLast().id()));
        Camera.waitFor(() -> camera.scene().lookup("#remark") != null && camera.scene().lookup("#remark").isFocused());
        Camera.act(() -> ((TextInputControl) camera.scene().lookup("#remark")).setText("/cl"));
        camera.picture("desk-phrases");
        Camera.act(() -> model().writing().finish());
    }

    private void penCase() throws Exception {
        Camera.act(() -> model().selectSlot(5));
        act("Desk.act.slot");
        camera.picture("pen-case");
        act("Desk.act.pages");
    }

    /** Looked at once and not committed: empty, turned, large, small, single, facing, chosen, found, beside. */
    private void more() throws Exception {
        Camera.act(() -> model().selectSlot(0));
        open(20);
        camera.picture("x-empty");
        open(18);
        act("Desk.act.beside");
        camera.picture("x-beside");
        act("Desk.act.beside");
        act("Desk.act.smallPages");
        camera.picture("x-small-pages");
        act("Desk.act.find");
        Camera.act(() -> ((TextInputControl) camera.scene().lookup("#find-words")).setText("height"));
        camera.picture("x-find");
        act("Desk.act.remarks");
        act("Desk.act.remarks");
        arranged();
        ledger();
        open(CROWDED);
        act("Desk.act.pageOn");
        act("Desk.act.pageOn");
        camera.picture("x-landscape");
        open(CROWDED);
        chosen();
        written();
        large();
    }

    private void arranged() throws Exception {
        act("Desk.act.facing");
        camera.picture("x-facing");
        act("Desk.act.single");
        act("Desk.act.fitPage");
        camera.picture("x-single");
        act("Desk.act.continuous");
        act("Desk.act.fitWidth");
        act("Desk.act.turnPage");
        camera.picture("x-turned");
    }

    private void written() throws Exception {
        Camera.act(() -> model().writing().open(model().submission().marks().get(7).id()));
        Camera.waitFor(() -> camera.scene().lookup("#remark") != null && camera.scene().lookup("#remark").isFocused());
        Camera.act(() -> ((TextInputControl) camera.scene().lookup("#remark"))
                .setText("**Recieve** the *teh* height from\n- the table\n- the curve"));
        camera.picture("x-spelling");
        Camera.act(() -> model().writing().finish());
        camera.picture("x-spelled");
    }

    /** Large letters, and a single page. */
    private void large() throws Exception {
        look(v -> v.withTextSize(150));
        camera.picture("x-150");
        act("Desk.act.remarks");
        camera.picture("x-150-remarks");
        act("Desk.act.remarks");
        look(v -> v.withTextSize(200));
        camera.picture("x-200");
        look(v -> v.withTextSize(100));
        act("Desk.act.fold.margin");
        act("Desk.act.nextMark");
        camera.picture("x-no-margin");
        act("Desk.act.fold.margin");
        for (String part : List.of("ledger", "margin", "case", "roll")) {
            act("Desk.act.fold." + part);
        }
        act("Frame.fullScreen");
        camera.picture("x-full-screen");
    }

    /** A criterion with its text, evidence and comparison, and standings in place of scores. */
    private void ledger() throws Exception {
        open(BEGUN);
        Camera.act(() -> {
            model().scores().criterionProperty().set("c1");
            model().chosen().choose(m -> !m.isPrivate());
            model().chosen().link("c1");
            model().edit(new Edit.SetStanding(model().student(), "c4", Optional.of(Standing.NOT_ATTEMPTED)));
            model().edit(new Edit.SetStanding(model().student(), "c5", Optional.of(Standing.EXCUSED)));
            model().chosen().none();
        });
        act("Desk.act.criterionText");
        act("Desk.act.sameScore");
        camera.picture("x-ledger");
        act("Desk.act.sameScore");
        kinds();
    }

    /** A criterion of each kind, open; a count that differs from what is written; why. */
    private void kinds() throws Exception {
        Camera.act(() -> {
            MarkScheme scheme = model().batch().scheme();
            for (Criterion criterion : scheme.criteria()) {
                switch (criterion.manner()) {
                    case Manner.Levels levels -> model().scores().choose(criterion, levels.levels().getFirst());
                    case Manner.Checklist list -> model().scores()
                            .togglePart(criterion, list, list.parts().getFirst());
                    case Manner.Counted _ -> model().scores().judge(criterion.id(), Judgement.of(BigDecimal.ONE));
                    case Manner.WordsOnly _ -> model().scores()
                            .write(criterion.id(), "You say why each figure is there, not only how.");
                    case Manner.Points _ -> {
                        // as they are
                    }
                }
            }
        });
        for (String open : List.of("c3", "c4", "c6", "c8")) {
            Camera.act(() -> model().scores().criterionProperty().set(open));
            if (open.equals("c6")) {
                Camera.act(() -> ((Button) camera.scene().lookup("#why-c6")).fire());
            }
            camera.picture("x-ledger-" + open);
        }
        Camera.act(() -> ((Button) camera.scene().lookup("#why")).fire());
        camera.picture("x-desk-why");
    }

    private void chosen() throws Exception {
        Camera.act(() -> {
            PenCase penCase = model().penCaseProperty().get();
            penCase.find(Tool.CHOOSE).ifPresent(model()::selectSlot);
            model().chosen().choose(List.of(model().submission().marks().getFirst().id()));
        });
        camera.picture("x-chosen");
        Camera.act(() -> model().chosen().choose(Mark::isPrivate));
        Camera.act(() -> {
            model().selectSlot(0);
            var leaf = camera.scene().lookup(".page-leaf");
            leaf.fireEvent(new MouseEvent(MouseEvent.MOUSE_PRESSED, 300, 300, 600, 400, MouseButton.SECONDARY, 1, false,
                    false, false, false, false, false, true, false, true, false, null));
        });
        camera.picture("x-case-at-pointer");
        Camera.act(() -> camera.scene().lookup("#case-1").requestFocus());
        act("Desk.act.caseAtPointer");
    }
}
