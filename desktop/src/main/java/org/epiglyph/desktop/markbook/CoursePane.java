package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.util.Duration;
import org.epiglyph.carrier.CourseReading;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.course.Course;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.figures.plot.Plot;
import org.epiglyph.workspace.ShelfNote;

/** The student at the cursor in all batches of the course on this shelf: results, averages, recurring criteria. */
final class CoursePane extends PlotPane {
    private static final int WEIGHT = 4;
    private final BookModel book;
    private final SerialExecutor executor;
    private final Newest newest;
    private final BookSheet sheet;
    private final PauseTransition moment = new PauseTransition(Duration.millis(250));
    private final TextField name;
    private Optional<Read> read = Optional.empty();

    /** @param own the state of the open batch among the parts */
    private record Read(CourseReading.Read course, Batch own) {}

    /** The figures of one batch, in percent. */
    private record Line(String task, Optional<BigDecimal> result, Optional<BigDecimal> section,
            Optional<BigDecimal> all,
            BigDecimal weight, Path folder) {}

    /** @param averages the weighted averages; its task and folder are unused */
    private record Shown(String student, List<Line> lines, Line averages, List<Course.Recurring> recurring) {}

    CoursePane(BookModel book, SerialExecutor executor, BookSheet sheet) {
        super(executor, book::refuse);
        this.book = book;
        this.executor = executor;
        newest = new Newest(executor);
        this.sheet = sheet;
        getStyleClass().add("book-pane");
        setId("course");
        name = nameField();
        moment.setOnFinished(_ -> refresh());
        book.changesProperty().addListener((_, _, _) -> moment.playFromStart());
        sheet.cursor().rangeProperty().addListener((_, _, _) -> refresh());
        sceneProperty().addListener((_, _, scene) -> {
            if (scene != null) {
                read = Optional.empty(); // the other batches may have changed
                refresh();
            }
        });
        onColours(this::refresh);
    }

    private void refresh() {
        if (getScene() == null) {
            return;
        }
        if (isTyping()) {
            moment.playFromStart();
            return;
        }
        Batch batch = book.batch();
        Optional<StudentKey> student = sheet.cursor().student();
        if (batch.task().module().isBlank()) {
            if (!getChildren().contains(name)) { // else somebody may be typing in it
                getChildren().setAll(heading(), Form.hint("Course.none"), name);
            }
            return;
        }
        if (batch.isCovered() || student.isEmpty()) {
            getChildren().setAll(heading(), Form.hint(batch.isCovered() ? "Course.covered" : "Course.nobody"));
            return;
        }
        if (read.isEmpty()) {
            getChildren().setAll(heading(), Form.hint("Course.reading"));
        }
        read(batch, student.get());
    }

    private void read(Batch batch, StudentKey student) {
        Path folder = book.workspace().folder().root();
        Optional<Read> known = read;
        newest.start(() -> {
            Read all = known.isPresent() ? known.get() : new Read(CourseReading.of(folder, batch), batch);
            return new Found(all, shown(all, batch, student));
        }, found -> {
            read = Optional.of(found.read);
            show(found.shown);
        }, book::refuse);
    }

    private record Found(Read read, Shown shown) {}

    private static Shown shown(Read read, Batch now, StudentKey student) {
        Course course = read.course.course().with(read.own, now);
        String section = now.submission(student).student().section();
        List<StudentKey> beside = section.isEmpty() ? List.of() : course.section(section);
        List<StudentKey> everybody = course.students();
        List<Line> lines = new ArrayList<>();
        for (int i = 0; i < course.parts().size(); i++) {
            Course.Part part = course.parts().get(i);
            lines.add(new Line(part.batch().task().title(), part.percent(student), Course.mean(part, beside),
                    Course.mean(part, everybody), part.weight(), read.course.folders().get(i)));
        }
        Line averages = new Line("", course.average(student), course.mean(beside), course.mean(everybody),
                BigDecimal.ONE, Path.of(""));
        return new Shown(now.listedName(student), lines, averages, course.recurring(student));
    }

    /** Names the course of a batch that has none, as when files were collected from a folder. */
    private TextField nameField() {
        TextField field = new TextField();
        field.setId("course-name");
        field.setPromptText(UiText.of("Course.name"));
        field.setAccessibleText(UiText.of("Course.name"));
        field.setOnAction(_ -> {
            if (!field.getText().isBlank()) {
                book.edit(new Edit.ChangeTask(book.batch().task().withModule(field.getText().strip())));
                read = Optional.empty();
                refresh();
            }
        });
        return field;
    }

    private Node heading() {
        return Form.text(book.batch().task().module().isBlank()
                ? UiText.of("Course.heading")
                : book.batch().task().module(), "subheading");
    }

    private void show(Shown shown) {
        redraw();
        List<Node> nodes = new ArrayList<>(List.of(heading(), Form.text(shown.student, "tells"), results(shown)));
        if (shown.lines.size() == 1) {
            nodes.add(Form.hint("Course.alone"));
        } else {
            nodes.add(Form.hint("Course.percents"));
            List<Optional<Double>> percents = shown.lines.stream()
                    .map(l -> l.result.map(BigDecimal::doubleValue))
                    .toList();
            List<Optional<Double>> means = shown.lines.stream()
                    .map(l -> l.all.map(BigDecimal::doubleValue))
                    .toList();
            nodes.add(plot(Plot.course(percents, means), UiText.of("Course.plotSaid")));
            nodes.add(Form.hint("Course.plotSaid"));
        }
        if (!shown.recurring.isEmpty()) {
            nodes.add(Form.text(UiText.of("Course.recurring"), "subheading"));
            nodes.add(recurring(shown));
        }
        getChildren().setAll(nodes);
    }

    private GridPane results(Shown shown) {
        List<List<String>> rows = new ArrayList<>();
        rows.add(List.of(UiText.of("Course.task"), UiText.of("Course.result"), UiText.of("Course.section"),
                UiText.of("Course.class"), UiText.of("Course.weight")));
        shown.lines.forEach(l -> rows.add(List.of(l.task, percent(l.result), percent(l.section), percent(l.all), "")));
        rows.add(List.of(UiText.of("Course.average"), percent(shown.averages.result), percent(shown.averages.section),
                percent(shown.averages.all), ""));
        GridPane grid = FiguresTable.of(rows, "course-results");
        for (int i = 0; i < shown.lines.size(); i++) {
            grid.add(weight(shown.lines.get(i)), WEIGHT, i + 1);
        }
        return grid;
    }

    /** Saved when it is entered or left; an invalid weight is reset. */
    private TextField weight(Line line) {
        TextField field = new TextField(Criterion.format(line.weight));
        field.setUserData(line.weight);
        field.setPrefColumnCount(3);
        field.setAccessibleText(UiText.of("Course.weightSpoken", line.task));
        Runnable keep = () -> save(field, line);
        field.setOnAction(_ -> keep.run());
        field.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                keep.run();
            }
        });
        return field;
    }

    /** A weight being typed is not replaced by what was read meanwhile. */
    private boolean isTyping() {
        return getScene().getFocusOwner() instanceof TextField field && field.getUserData() instanceof BigDecimal weight
                && getChildren().stream().anyMatch(c -> c.equals(field.getParent()))
                && !field.getText().equals(Criterion.format(weight));
    }

    private void save(TextField field, Line line) {
        BigDecimal typed;
        try {
            typed = Decimal.of(field.getText());
        } catch (NumberFormatException e) {
            typed = BigDecimal.valueOf(-1);
        }
        if (typed.signum() < 0) {
            book.refuse(UiText.of("Course.noWeight", field.getText()));
            field.setText(Criterion.format(line.weight));
            return;
        }
        BigDecimal weight = typed;
        field.setUserData(weight);
        field.setText(Criterion.format(weight));
        if (weight.compareTo(line.weight) != 0) {
            executor.start(() -> {
                ShelfNote.of(line.folder).withWeight(weight).keep(line.folder);
                return weight;
            }, _ -> {
                read = Optional.empty();
                refresh();
            }, book::refuse);
        }
    }

    private static Node recurring(Shown shown) {
        List<List<String>> rows = new ArrayList<>();
        List<String> heads = new ArrayList<>(List.of(UiText.of("Figures.criterion")));
        shown.lines.forEach(l -> heads.add(l.task));
        rows.add(heads);
        for (Course.Recurring one : shown.recurring) {
            List<String> row = new ArrayList<>(List.of(one.name()));
            for (int i = 0; i < shown.lines.size(); i++) {
                row.add(percent(Optional.ofNullable(one.percents().get(i))));
            }
            rows.add(row);
        }
        return FiguresTable.of(rows, "course-criteria");
    }

    private static String percent(Optional<BigDecimal> value) {
        return value.map(v -> Criterion.format(v.setScale(1, RoundingMode.HALF_UP))).orElse("\u2013");
    }
}
