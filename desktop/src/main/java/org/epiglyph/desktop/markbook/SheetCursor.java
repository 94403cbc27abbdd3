package org.epiglyph.desktop.markbook;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.UiText;

/** The cursor of the mark book and the rectangle that is chosen, without any node. It stays with its student when the order changes. */
final class SheetCursor {
    private final BookModel model;
    private final ReadOnlyObjectWrapper<Optional<Range>> range = new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<StudentKey> student = Optional.empty();
    private Optional<Column> column = Optional.empty();

    /** Begins with the first score, which is what the marker comes for. */
    SheetCursor(BookModel model) {
        this.model = model;
        choose(Range.at(0,
                (int) model.columns().stream().takeWhile(c -> !(c instanceof Column.OfCriterion)).count()));
    }

    /** The places that are chosen; empty where there are none. */
    ReadOnlyObjectProperty<Optional<Range>> rangeProperty() {
        return range.getReadOnlyProperty();
    }

    boolean isNowhere() {
        return range.get().isEmpty();
    }

    /** Where it is; the first place where there is none. */
    Range at() {
        return range.get().orElse(Range.at(0, 0));
    }

    /** Chooses places, as far as there are such. */
    void choose(Range wanted) {
        boolean none = model.rows().isEmpty() || model.columns().isEmpty();
        Optional<Range> chosen = none
                ? Optional.empty()
                : Optional.of(wanted.within(model.rows().size(), model.columns().size()));
        student = chosen.map(r -> model.rows().get(r.row()));
        column = chosen.map(r -> model.columns().get(r.column()));
        range.set(chosen); // who hears of it asks for the others
    }

    /** Finds its student and its column again after rows or columns have changed; where one is gone, it stays where it was. */
    void settle() {
        Range now = at();
        int row = student.map(model.rows()::indexOf).filter(r -> r >= 0).orElse(now.row());
        int at = column.map(model.columns()::indexOf).filter(c -> c >= 0).orElse(now.column());
        choose(row == now.row() && at == now.column() ? now : Range.at(row, at));
    }

    /** Goes to a student, and to a column where it is shown; false where the student is not. */
    boolean goTo(StudentKey key, Optional<Column> of) {
        int row = model.rows().indexOf(key);
        if (row >= 0) {
            choose(Range.at(row, of.map(model.columns()::indexOf).filter(c -> c >= 0).orElse(at().column())));
        }
        return row >= 0;
    }

    /** Goes on as it does after a score: down, or to the right by choice. */
    void goOn(boolean back) {
        int by = back ? -1 : 1;
        boolean right = model.habitProperty().get().enterRight();
        choose(Range.at(at().row() + (right ? 0 : by), at().column() + (right ? by : 0)));
    }

    void chooseAll() {
        choose(new Range(model.rows().size() - 1, model.columns().size() - 1, 0, 0));
    }

    /** Whose row it is on; empty where nobody is shown. */
    Optional<StudentKey> student() {
        return student;
    }

    /** The column that it is on; empty where there is none. */
    Optional<Column> column() {
        return column;
    }

    /** The criterion that it is on. */
    Optional<Criterion> criterion() {
        return column.flatMap(c -> c instanceof Column.OfCriterion(String id)
                ? model.batch().scheme().findCriterion(id)
                : Optional.empty());
    }

    /** What stands there. */
    String text() {
        return range.get().map(r -> model.cell(r.row(), r.column()).text()).orElse("");
    }

    /** Whose place it is, of what, and what stands there. */
    String spoken() {
        if (isNowhere()) {
            return UiText.of("MarkBook.nobody");
        }
        return UiText.of("MarkBook.spoken", model.batch().listedName(student.orElseThrow()),
                SheetPainter.heading(column.orElseThrow(), model.batch().scheme()),
                text().isEmpty() ? UiText.of("MarkBook.empty") : text());
    }

    private List<StudentKey> rows() {
        return range.get().map(r -> model.rows().subList(r.top(), r.bottom() + 1)).orElse(List.of());
    }

    private List<Column> columns() {
        return range.get().map(r -> model.columns().subList(r.left(), r.right() + 1)).orElse(List.of());
    }

    /** The students from the chosen place downwards. */
    List<StudentKey> below() {
        return range.get().map(r -> model.rows().subList(r.top(), model.rows().size())).orElse(List.of());
    }

    /** The columns from the chosen place to the right. */
    List<Column> rightward() {
        return range.get().map(r -> model.columns().subList(r.left(), model.columns().size())).orElse(List.of());
    }

    /** Takes the scores of the chosen places away. */
    ScorePlan cleared() {
        return ScorePlan.block(model.batch(), rows(), columns(),
                Collections.nCopies(rows().size(), Collections.nCopies(columns().size(), "")));
    }

    /** Gives the chosen places of each column what stands in the first of them. */
    ScorePlan filled() {
        return new ScorePlan(columns().stream()
                .flatMap(c -> ScorePlan.fill(model.batch(), rows(), c).places().stream())
                .toList());
    }

    /** What is chosen, as spreadsheets take it: cells separated by tabs, rows by line ends. */
    String copied() {
        return range.get()
                .map(r -> IntStream.rangeClosed(r.top(), r.bottom())
                        .mapToObj(row -> IntStream.rangeClosed(r.left(), r.right())
                                .mapToObj(at -> model.cell(row, at).text())
                                .collect(Collectors.joining("\t")))
                        .collect(Collectors.joining("\n")))
                .orElse("");
    }
}
