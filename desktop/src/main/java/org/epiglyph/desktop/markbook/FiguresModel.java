package org.epiglyph.desktop.markbook;

import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.figures.ClassFigures;

/**
 * The statistics of the students shown, without any node; computed off the interface thread; only the last request
 * counts.
 */
final class FiguresModel {
    private final BookModel book;
    private final Newest newest;
    private final ReadOnlyObjectWrapper<Optional<Shown>> shown = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyStringWrapper trouble = new ReadOnlyStringWrapper("");

    /**
     * The statistics of a state of the batch.
     *
     * @param boundaries grade boundaries in points
     */
    record Shown(Batch batch, ClassFigures figures, Map<String, Double> boundaries) {}

    FiguresModel(BookModel book, SerialExecutor executor) {
        this.book = book;
        newest = new Newest(executor);
    }

    ReadOnlyObjectProperty<Optional<Shown>> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    /** Why there are none; else empty. */
    ReadOnlyStringProperty troubleProperty() {
        return trouble.getReadOnlyProperty();
    }

    /** Computes the statistics again. */
    void refresh() {
        Batch batch = book.batch();
        List<StudentKey> students = book.rows();
        newest.start(() -> new Shown(batch,
                ClassFigures.of(batch, students, Work.of(book.workspace().lines()), ZoneId.systemDefault()),
                ClassFigures.boundaries(batch)), found -> {
                    trouble.set("");
                    shown.set(Optional.of(found));
                }, trouble::set);
    }
}
