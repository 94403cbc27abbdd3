package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.util.Duration;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.figures.ClassFigures;
import org.epiglyph.figures.CriterionFigures;
import org.epiglyph.figures.Explanations;
import org.epiglyph.figures.PhraseUse;
import org.epiglyph.figures.Relation;
import org.epiglyph.figures.plot.Plot;

/**
 * The statistics at the cursor: of a criterion, or of the class with the student marked in it. Each plot has a sentence
 * and its figures.
 */
final class FiguresPane extends PlotPane {
    /** Number of the closest pairs of criteria that are listed, and of the loosest. */
    private static final int SOME = 5;
    private static final int MOST_PHRASES = 10;
    private final BiConsumer<String, BigDecimal> boundary;
    private final BookModel book;
    private final BookSheet sheet;
    private final FiguresModel model;
    private final PauseTransition moment = new PauseTransition(Duration.millis(250));

    /** @param boundary receives the grade whose boundary was dragged, and the points */
    FiguresPane(BookModel book, SerialExecutor executor, BookSheet sheet, BiConsumer<String, BigDecimal> boundary) {
        super(executor, book::refuse);
        this.boundary = boundary;
        this.book = book;
        this.sheet = sheet;
        this.model = new FiguresModel(book, executor);
        getStyleClass().add("book-pane");
        setId("figures");
        moment.setOnFinished(_ -> ifInSight(model::refresh));
        book.changesProperty().addListener((_, _, _) -> moment.playFromStart());
        sheet.cursor().rangeProperty().addListener((_, _, _) -> ifInSight(this::refresh));
        model.shownProperty().addListener((_, _, _) -> refresh());
        model.troubleProperty().addListener((_, _, _) -> refresh());
        sceneProperty().addListener((_, _, scene) -> {
            if (scene != null) {
                model.refresh();
            }
        });
        onColours(() -> ifInSight(this::refresh));
    }

    private void ifInSight(Runnable what) {
        if (getScene() != null) {
            what.run();
        }
    }

    private void refresh() {
        redraw();
        Optional<FiguresModel.Shown> shown = model.shownProperty().get();
        if (shown.isEmpty()) {
            String text = model.troubleProperty().get();
            getChildren().setAll(Form.text(text.isEmpty() ? UiText.of("Figures.computing") : text, "hint"));
            return;
        }
        Optional<CriterionFigures> criterion = sheet.cursor()
                .column()
                .flatMap(c -> c instanceof Column.OfCriterion(String id) ? Optional.of(id) : Optional.empty())
                .flatMap(id -> shown.get()
                        .figures()
                        .criteria()
                        .stream()
                        .filter(f -> f.criterion().id().equals(id))
                        .findFirst());
        getChildren().setAll(
                criterion.map(c -> ofCriterion(shown.get().figures(), c)).orElseGet(() -> ofClass(shown.get())));
    }

    private List<Node> ofCriterion(ClassFigures all, CriterionFigures figures) {
        List<Node> nodes = new ArrayList<>(List.of(heading(figures.criterion().name())));
        List<String> said = Explanations.criterion(figures);
        nodes.add(plot(Plot.scores(figures), said.getFirst()));
        said.forEach(s -> nodes.add(Form.text(s, "tells")));
        String id = figures.criterion().id();
        nodes.addAll(relations(all, r -> isOf(all, r, id)));
        nodes.addAll(phrases(all, UiText.of("Figures.phrasesUnder"), u -> u.under(id)));
        nodes.add(Form.hint("Figures.otherColumn"));
        return nodes;
    }

    private List<Node> ofClass(FiguresModel.Shown shown) {
        ClassFigures figures = shown.figures();
        int all = shown.batch().submissions().size();
        List<Node> nodes = new ArrayList<>(List.of(heading(book.rows().size() == all
                ? UiText.of("Figures.class")
                : UiText.of("Figures.some", book.rows().size(), all))));
        Optional<StudentKey> student = sheet.cursor().student();
        Optional<Double> own = student.filter(s -> ClassFigures.below(shown.batch(), figures, s).isPresent())
                .map(s -> shown.batch().result(s).value().doubleValue());
        Plot distribution = Plot.distribution(figures, shown.boundaries(), own);
        nodes.add(plot(distribution, Explanations.results(figures)).withBoundaries(boundary));
        if (!shown.boundaries().isEmpty()) {
            nodes.add(Form.hint("Figures.dragBoundary"));
        }
        nodes.addAll(describe(shown, student));
        Plot order = Plot.order(figures);
        if (!order.isEmpty()) {
            nodes.add(heading(UiText.of("Figures.order")));
            nodes.add(plot(order, Explanations.drift(figures).orElse(UiText.of("Figures.order"))));
        }
        nodes.add(heading(UiText.of("Figures.criteria")));
        nodes.add(criteria(figures));
        Explanations.relations(figures).ifPresent(w -> {
            nodes.add(Form.text(w, "tells"));
            nodes.addAll(relations(figures, _ -> true));
        });
        nodes.addAll(phrases(figures, UiText.of("Figures.phrases"), PhraseUse::times));
        return nodes;
    }

    /** The statistics of the class as sentences, and the position of the selected student. */
    private static List<Node> describe(FiguresModel.Shown shown, Optional<StudentKey> student) {
        ClassFigures figures = shown.figures();
        List<Node> told = new ArrayList<>();
        Explanations.all(figures).forEach(s -> told.add(Form.text(s, "tells")));
        if (shown.batch().isCovered()) {
            told.add(Form.hint("Figures.covered"));
        }
        if (!figures.grades().isEmpty()) {
            told.add(Form.text(Explanations.grades(figures.grades()) + ".", "tells"));
        }
        student.flatMap(s -> ClassFigures.below(shown.batch(), figures, s)
                .map(below -> UiText.of("Figures.below", below, figures.results().size(),
                        shown.batch().listedName(s))))
                .ifPresent(w -> told.add(Form.text(w, "tells")));
        student.flatMap(s -> Explanations.student(figures, shown.batch().submission(s)))
                .ifPresent(w -> told.add(Form.text(w, "tells")));
        return told;
    }

    private static boolean isOf(ClassFigures figures, Relation relation, String criterion) {
        return Stream.of(relation.first(), relation.second())
                .anyMatch(i -> figures.criteria().get(i).criterion().id().equals(criterion));
    }

    /** The closest and the loosest pairs of criteria; all of them if they are few. */
    private static List<Node> relations(ClassFigures figures, Predicate<Relation> wanted) {
        List<Relation> all = figures.relations().stream().filter(wanted).toList();
        if (all.isEmpty()) {
            return List.of();
        }
        List<List<String>> rows = new ArrayList<>(List.of(List.of(UiText.of("Figures.together"),
                UiText.of("Figures.correlation"), UiText.of("Figures.between"))));
        for (int i = 0; i < all.size(); i++) {
            if (i < SOME || i >= all.size() - SOME) {
                Relation one = all.get(i);
                rows.add(List.of(figures.criteria().get(one.first()).criterion().name() + " \u2013 "
                        + figures.criteria().get(one.second()).criterion().name(), two(one.correlation()),
                        UiText.of("Figures.fromTo", two(one.interval().low()), two(one.interval().high()))));
            }
        }
        List<Node> nodes = new ArrayList<>(
                List.of(heading(UiText.of("Figures.relations")), FiguresTable.of(rows, "relations")));
        if (all.size() > 2 * SOME) {
            nodes.add(Form.text(UiText.of("Figures.someRelations", SOME, SOME, all.size()), "hint"));
        }
        return nodes;
    }

    private static List<Node> phrases(ClassFigures figures, String heading, ToIntFunction<PhraseUse> times) {
        List<PhraseUse> used = figures.phrases()
                .stream()
                .filter(u -> times.applyAsInt(u) > 0)
                .sorted(Comparator.comparingInt((PhraseUse u) -> -times.applyAsInt(u)))
                .limit(MOST_PHRASES)
                .toList();
        if (used.isEmpty()) {
            return List.of();
        }
        List<List<String>> rows = new ArrayList<>(
                List.of(List.of(UiText.of("Figures.phrase"), UiText.of("Figures.times"),
                        UiText.of("Figures.students"))));
        used.forEach(u -> rows.add(List.of(u.phrase().shown(), String.valueOf(times.applyAsInt(u)),
                String.valueOf(u.students()))));
        return List.of(heading(heading), FiguresTable.of(rows, "phrase-figures"));
    }

    private static Node heading(String text) {
        return Form.text(text, "subheading");
    }

    private static Node criteria(ClassFigures figures) {
        List<List<String>> rows = new ArrayList<>(List.of(List.of(UiText.of("Figures.criterion"),
                UiText.of("MarkBook.mean"), UiText.of("Figures.ofMaximum"), UiText.of("Figures.discrimination"))));
        for (CriterionFigures one : figures.criteria()) {
            boolean any = one.scores().size() > 0;
            rows.add(List.of(one.criterion().name(), any ? two(one.scores().mean()) : "",
                    any && !Double.isNaN(one.facility())
                            ? UiText.of("MarkBook.percent", Math.round(one.facility() * 100))
                            : "",
                    one.discrimination().map(FiguresPane::two).orElse("")));
        }
        return FiguresTable.of(rows, "criteria-figures");
    }

    private static String two(double value) {
        return Criterion.format(BigDecimal.valueOf(value).setScale(2, RoundingMode.HALF_UP));
    }
}
