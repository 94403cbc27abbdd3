package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.markbook.Decision;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.figures.Sample;
import org.epiglyph.figures.plot.Plot;

/** Decides for many at once: what, for whom, and whose result would move from what to what, before it happens. */
final class DecisionPane extends VBox {
    private final BookModel model;
    private final Newest newest;
    private final BookSheet sheet;
    private final DecisionChoices choices;
    private final ToggleGroup whom = new ToggleGroup();
    private final RadioButton shown = new RadioButton();
    private final RadioButton rows = new RadioButton();
    private final Label outlook = Form.text("", "tells");
    private final Label refused = Form.text("", "notice");
    private final PlotPane picture;
    private final Rows<String> moves = new Rows<>("decision-moves", w -> Form.text(w, "tells"));
    private final Button apply = new Button(UiText.of("MarkBook.decide.apply"));
    private Optional<Decision.Outlook> planned = Optional.empty();

    DecisionPane(BookModel model, SerialExecutor executor, BookSheet sheet) {
        this.model = model;
        newest = new Newest(executor);
        this.sheet = sheet;
        choices = new DecisionChoices(model, sheet.cursor()::column, this::plan);
        picture = new PlotPane(executor, model::refuse);
        picture.setId("decision-picture");
        getStyleClass().add("book-pane");
        outlook.setId("decision-outlook");
        refused.setId("decision-refused");
        apply.setId("decision-apply");
        apply.getStyleClass().add("main-button");
        apply.setOnAction(_ -> execute());
        moves.setAccessibleText(UiText.of("MarkBook.decide.moves"));
        moves.setMinHeight(120);
        VBox.setVgrow(moves, Priority.ALWAYS);
        for (Label label : List.of(refused, outlook)) {
            label.managedProperty().bind(label.textProperty().isNotEmpty());
        }
        getChildren().addAll(Form.text(UiText.of("MarkBook.decide.heading"), "subheading"), recipients(), choices,
                refused, outlook, Form.lastLine(apply), picture, moves);
        whom.selectedToggleProperty().addListener((_, _, _) -> plan());
        sheet.cursor().rangeProperty().addListener((_, _, _) -> onRowsSelected());
        model.changesProperty().addListener((_, _, _) -> plan());
        sceneProperty().addListener((_, _, _) -> plan()); // nothing is planned while it is hidden
        picture.onColours(this::plan);
        plan();
    }

    private VBox recipients() {
        for (RadioButton button : List.of(shown, rows)) {
            button.setToggleGroup(whom);
            button.setWrapText(true);
        }
        shown.setId("decision-shown");
        rows.setId("decision-rows");
        shown.setSelected(true);
        VBox forWhom = new VBox(shown, rows);
        forWhom.getStyleClass().add("decision-whom");
        return forWhom;
    }

    /** Shows what moving a grade boundary to a number of points would do. */
    void moveBoundary(String word, BigDecimal points) {
        choices.moveBoundary(word, points);
    }

    /** Selecting several rows means deciding for them. */
    private void onRowsSelected() {
        boolean several = sheet.cursor().rangeProperty().get().filter(r -> r.top() != r.bottom()).isPresent();
        if (several && !rows.isSelected()) {
            rows.setSelected(true); // which plans
        } else {
            plan();
        }
    }

    private List<StudentKey> chosenRows() {
        return sheet.cursor()
                .rangeProperty()
                .get()
                .map(r -> model.rows().subList(r.top(), r.bottom() + 1))
                .orElse(List.of());
    }

    private void plan() {
        planned = Optional.empty();
        apply.setDisable(true);
        moves.getItems().clear();
        refused.setText("");
        outlook.setText("");
        Form.show(picture, false);
        List<StudentKey> there = chosenRows();
        shown.setText(UiText.of("MarkBook.decide.shown", model.rows().size()));
        rows.setText(there.size() == 1
                ? UiText.of("MarkBook.decide.one", model.batch().listedName(there.getFirst()))
                : UiText.of("MarkBook.decide.chosen", there.size()));
        List<StudentKey> students = List.copyOf(rows.isSelected() ? there : model.rows());
        newest.drop();
        Optional<Supplier<Decision>> chosen = choices.chosen();
        if (chosen.isEmpty() || getScene() == null) {
            return;
        }
        try {
            Decision decision = chosen.get().get();
            Batch batch = model.batch();
            newest.start(() -> planned(decision, batch, students), p -> {
                show(p.outlook, batch);
                p.scaled.ifPresent(this::draw);
            }, refused::setText);
        } catch (IllegalArgumentException e) {
            outlook.setText(e.getMessage());
        }
    }

    /** @param scaled results before and after, if a decision scales them */
    private record Planned(Decision.Outlook outlook, Optional<Scaled> scaled) {}

    /** The same students' results, out of a maximum, as they are and as they would be. */
    private record Scaled(Sample before, Sample after, double most) {}

    private static Planned planned(Decision decision, Batch batch, List<StudentKey> students) throws Problem {
        try {
            Decision.Outlook outlook = decision.outlook(batch, students);
            boolean scales = decision instanceof Decision.Scale || decision instanceof Decision.Spread
                    || decision instanceof Decision.Maximum;
            return new Planned(outlook, outlook.edit().filter(_ -> scales).map(e -> scaled(batch, batch.apply(e))));
        } catch (EditRefused | IllegalArgumentException e) {
            throw new Problem(e.getMessage());
        }
    }

    private static Scaled scaled(Batch batch, Batch then) {
        List<StudentKey> known = batch.submissions()
                .stream()
                .filter(s -> !s.scores().isEmpty() && s.scores().isComplete(batch.scheme()))
                .map(s -> s.student().key())
                .toList();
        return new Scaled(results(batch, known), results(then, known), batch.task().maximum().doubleValue());
    }

    private static Sample results(Batch batch, List<StudentKey> students) {
        return new Sample(students.stream().mapToDouble(s -> batch.result(s).value().doubleValue()).toArray());
    }

    private void show(Decision.Outlook found, Batch batch) {
        planned = Optional.of(found);
        apply.setDisable(found.edit().isEmpty());
        List<String> said = new ArrayList<>(List.of(found.edit().isEmpty()
                ? UiText.of("MarkBook.decide.nothing")
                : UiText.of("MarkBook.decide.reaches", found.reached().size(), found.moved().size())));
        if (!found.leftAlone().isEmpty()) {
            said.add(UiText.of("MarkBook.decide.leftAlone", found.leftAlone().size()));
        }
        if (!found.losses().isEmpty()) {
            said.add(UiText.of("MarkBook.decide.losses", found.losses().size()));
        }
        outlook.setText(String.join(" ", said));
        List<String> lines = new ArrayList<>();
        found.losses().forEach(l -> lines.add(batch.listedName(l.student().key()) + ": " + l.what().text()));
        List<StudentKey> moved = found.moved().stream().map(m -> m.submission().student().key()).toList();
        found.moved().forEach(m -> lines.add(batch.listedName(m.submission().student().key()) + ": " + m.describe()));
        found.reached().stream().filter(s -> !moved.contains(s)).map(batch::listedName).forEach(lines::add);
        moves.getItems().setAll(lines);
    }

    /** Shows the effect of scaling on everybody: what results become, and their distribution before and after. */
    private void draw(Scaled scaled) {
        picture.redraw();
        picture.getChildren()
                .setAll(picture.plot(Plot.curve(scaled.before, scaled.after, scaled.most),
                        UiText.of("MarkBook.decide.curveSaid")), Form.hint("MarkBook.decide.curveSaid"),
                        picture.plot(Plot.moved(scaled.before, scaled.after, scaled.most),
                                UiText.of("MarkBook.decide.movedSaid")),
                        Form.hint("MarkBook.decide.movedSaid"));
        Form.show(picture, scaled.before.size() > 0);
    }

    private void execute() {
        planned.flatMap(Decision.Outlook::edit).ifPresent(edit -> {
            int reached = planned.orElseThrow().reached().size();
            if (model.edit(edit)) {
                model.report(UiText.of("MarkBook.decide.done", reached));
            } else {
                refused.setText(model.noticeProperty().get());
            }
        });
    }
}
