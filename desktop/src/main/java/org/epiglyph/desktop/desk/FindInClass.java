package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.CachedWords;
import org.epiglyph.carrier.ClassSearch;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.page.TextQuery;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * Search results for the class: students as they are found, each with the number of matches, and navigation to the next
 * of them.
 */
final class FindInClass extends VBox {
    /** Number of students added at once while the others are still searched. */
    private static final int AT_ONCE = 10;
    private final DeskModel model;
    private final ClassSearch search;
    private final Newest newest = new Newest(SerialExecutor.thread());
    private final Label message = Form.text("", "hint");
    private final FoundRows<ClassSearch.Found> list;
    private int silent;

    /** @param go opens a student */
    FindInClass(DeskModel model, Consumer<StudentKey> go) {
        this.model = model;
        search = new ClassSearch(new CachedWords(model.workspace().folder()));
        list = new FoundRows<>("find-students",
                f -> UiText.of("Side.findStudent", model.batch().listedName(f.student()), f.places()),
                f -> go.accept(f.student()));
        message.setId("find-class-said");
        VBox.setVgrow(list, Priority.ALWAYS);
        getChildren().addAll(message, list);
    }

    /** Searches the class; a blank query searches nobody. */
    void search(TextQuery wanted) {
        silent = 0;
        list.show(List.of());
        message.setText("");
        if (wanted.isBlank()) {
            newest.drop();
            return;
        }
        Batch batch = model.batch();
        message.setText(UiText.of("Side.findSearching", 0, batch.submissions().size()));
        newest.startLong(turn -> search(turn, batch, wanted), message::setText);
    }

    private void search(Newest.Turn turn, Batch batch, TextQuery wanted) {
        List<ClassSearch.Found> part = new ArrayList<>();
        int[] done = {0};
        search.search(batch, wanted, found -> {
            part.add(found);
            done[0]++;
            if (part.size() == AT_ONCE) {
                List<ClassSearch.Found> now = List.copyOf(part);
                int looked = done[0];
                turn.report(() -> take(now, UiText.of("Side.findSearching", looked, batch.submissions().size())));
                part.clear();
            }
            return turn.isWanted();
        });
        turn.report(() -> {
            take(part, "");
            message.setText(summary());
        });
    }

    private void take(List<ClassSearch.Found> part, String progress) {
        silent += (int) part.stream().filter(f -> !f.readable()).count();
        list.add(part.stream().filter(f -> f.places() > 0).toList());
        message.setText(progress);
        refresh();
    }

    private String summary() {
        String found = list.items().isEmpty()
                ? UiText.of("Side.findNobody")
                : UiText.of("Side.findStudents", list.items().size());
        return silent == 0 ? found : found + " " + UiText.of("Side.findSilent", silent);
    }

    /** Shows which of them is on the desk. */
    void refresh() {
        list.choose(list.items().stream().filter(f -> f.student().equals(model.student())).findFirst());
    }

    /**
     * The student a number of steps further among those found, in roster order and wrapping around; empty if there is
     * no other.
     */
    Optional<StudentKey> beside(int by) {
        Batch batch = model.batch();
        int here = batch.position(model.student());
        List<StudentKey> others = list.items()
                .stream()
                .map(ClassSearch.Found::student)
                .filter(s -> !s.equals(model.student()))
                .toList();
        Optional<StudentKey> next = by > 0
                ? others.stream().filter(s -> batch.position(s) > here).findFirst()
                : others.reversed().stream().filter(s -> batch.position(s) < here).findFirst();
        return next.or(() -> (by > 0 ? others : others.reversed()).stream().findFirst());
    }

    /** Stops searching. */
    void stop() {
        newest.drop();
    }
}
