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

/**
 * The cursor of the mark book and the selected rectangle, without any node. It stays with its student when the order
 * changes.
 */
final class SheetCursor {
    private final BookModel model;
    private final ReadOnlyObjectWrapper<Optional<Range>> range = new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<StudentKey> student = Optional.empty();
    private Optional<Column> column = Optional.empty();

    /** Starts at the first score, which is what the marker comes for. */
    SheetCursor(BookModel model) {
        this.model = model;
        choose(Range.at(0,
                (int) model.columns().stream().takeWhile(c -> !(c instanceof Column.OfCriterion)).count()));
    }

    /** The selected cells; empty if there are none. */
    ReadOnlyObjectProperty<Optional<Range>> rangeProperty() {
        return range.getReadOnlyProperty();
    }

    boolean isEmpty() {
        return range.get().isEmpty();
    }

    /** Where it is; the first cell if there is none. */
    Range at() {
        return range.get().orElse(Range.at(0, 0));
    }

    /** Selects cells, as far as they exist. */
    void choose(Range wanted) {
        boolean none = model.rows().isEmpty() || model.columns().isEmpty();
        Optional<Range> chosen = none
                ? Optional.empty()
                : Optional.of(wanted.within(model.rows().size(), model.columns().size()));
        student = chosen.map(r -> model.rows().get(r.row()));
        column = chosen.map(r -> model.columns().get(r.column()));
        range.set(chosen); // whoever is notified asks for the others
    }

    /**
     * Finds its student and its column again after rows or columns have changed; if one is gone, it stays where it was.
     */
    void relocate() {
        Range now = at();
        int row = student.map(model.rows()::indexOf).filter(r -> r >= 0).orElse(now.row());
        int at = column.map(model.columns()::indexOf).filter(c -> c >= 0).orElse(now.column());
        choose(row == now.row() && at == now.column() ? now : Range.at(row, at));
    }

    /** Goes to a student, and to a column if it is shown; false if the student is not. */
    boolean goTo(StudentKey key, Optional<Column> of) {
        int row = model.rows().indexOf(key);
        if (row >= 0) {
            choose(Range.at(row, of.map(model.columns()::indexOf).filter(c -> c >= 0).orElse(at().column())));
        }
        return row >= 0;
    }

    /** Moves on as after a score: down, or to the right if preferred. */
    void advance(boolean back) {
        int by = back ? -1 : 1;
        boolean right = model.habitProperty().get().enterRight();
        choose(Range.at(at().row() + (right ? 0 : by), at().column() + (right ? by : 0)));
    }

    void chooseAll() {
        choose(new Range(model.rows().size() - 1, model.columns().size() - 1, 0, 0));
    }

    /** The student of its row; empty if nobody is shown. */
    Optional<StudentKey> student() {
        return student;
    }

    /** Its column; empty if there is none. */
    Optional<Column> column() {
        return column;
    }

    /** Its criterion. */
    Optional<Criterion> criterion() {
        return column.flatMap(c -> c instanceof Column.OfCriterion(String id)
                ? model.batch().scheme().findCriterion(id)
                : Optional.empty());
    }

    /** The text of the cell. */
    String text() {
        return range.get().map(r -> model.cell(r.row(), r.column()).text()).orElse("");
    }

    /** The student, the column and the text of the cell, for screen readers. */
    String spoken() {
        if (isEmpty()) {
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

    /** The students from the selected cell downwards. */
    List<StudentKey> below() {
        return range.get().map(r -> model.rows().subList(r.top(), model.rows().size())).orElse(List.of());
    }

    /** The columns from the selected cell to the right. */
    List<Column> rightward() {
        return range.get().map(r -> model.columns().subList(r.left(), model.columns().size())).orElse(List.of());
    }

    /** Plans removing the scores of the selected cells. */
    ScorePlan cleared() {
        return ScorePlan.block(model.batch(), rows(), columns(),
                Collections.nCopies(rows().size(), Collections.nCopies(columns().size(), "")));
    }

    /** Plans copying the first selected cell of each column to the others. */
    ScorePlan filled() {
        return new ScorePlan(columns().stream()
                .flatMap(c -> ScorePlan.fill(model.batch(), rows(), c).places().stream())
                .toList());
    }

    /** The selection in the format of spreadsheets: cells separated by tabs, rows by line ends. */
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
