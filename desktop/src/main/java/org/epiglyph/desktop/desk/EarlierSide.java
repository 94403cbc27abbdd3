package org.epiglyph.desktop.desk;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.EarlierWork;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * What this student was told in the course's other batches on the shelf: results, criteria, remarks. Read when it is
 * looked at.
 */
final class EarlierSide implements Side {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);
    private final DeskModel model;
    private final SerialExecutor executor;
    private final VBox list = new VBox();
    private final ScrollPane scroll = new ScrollPane(list);
    private Optional<StudentKey> asked = Optional.empty();

    EarlierSide(DeskModel model, SerialExecutor executor) {
        this.model = model;
        this.executor = executor;
        scroll.setFitToWidth(true);
        list.getStyleClass().add("answers");
        list.setId("earlier-work");
    }

    @Override
    public String name() {
        return "earlier";
    }

    @Override
    public Region node() {
        return scroll;
    }

    @Override
    public void refresh() {
        Optional<StudentKey> student = Optional.of(model.student());
        if (student.equals(asked)) {
            return; // other batches do not change while this one is open
        }
        asked = student;
        if (model.submission().student().isCovered()) {
            asked = Optional.empty();
            list.getChildren().setAll(Form.hint("Side.earlierCovered"));
            return;
        }
        list.getChildren().setAll(Form.hint("Side.earlierReading"));
        executor.start(
                () -> EarlierWork.beside(model.workspace().folder().root(), model.batch(), student.get()), found -> {
                    if (student.equals(asked)) {
                        list.getChildren()
                                .setAll(found.isEmpty()
                                        ? List.of(Form.hint("Side.earlierNone"))
                                        : found.stream().map(this::work).toList());
                    }
                }, why -> list.getChildren().setAll(Form.text(why, "hint")));
    }

    @Override
    public void leave() {
        asked = Optional.empty();
    }

    private Node work(EarlierWork work) {
        List<Node> nodes = new ArrayList<>(List.of(Form.text(work.task(), "remarks-page")));
        String due = work.due().map(d -> DAY.format(d.atZone(model.zone()))).orElse("");
        String result = work.result().isEmpty() ? UiText.of("Side.earlierNoResult") : work.result();
        nodes.add(Form.text(due.isEmpty() ? result : due + "  \u00b7  " + result, "hint"));
        work.criteria()
                .stream()
                .filter(l -> !l.score().isEmpty())
                .forEach(l -> nodes.add(Form.text(l.criterion() + ": " + l.score(), "tells")));
        if (!work.onTheWhole().isBlank()) {
            nodes.add(Form.text(work.onTheWhole(), "answer-words"));
        }
        work.remarks().forEach(r -> nodes.add(Form.text(r, "answer-words")));
        VBox box = new VBox();
        box.getChildren().addAll(nodes);
        box.getStyleClass().add("answer");
        return box;
    }
}
