package org.epiglyph.desktop.desk;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.CourseReading;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** Other batches by name, each with a check box: those of the course, and any that the marker adds. */
final class BatchChoices extends VBox {
    private final DeskModel model;
    private final Consumer<Set<Path>> chosen;
    private final Map<Path, CheckBox> boxes = new LinkedHashMap<>();
    private final SerialExecutor work = SerialExecutor.thread();

    /** @param chosen receives the folders of the checked batches */
    BatchChoices(DeskModel model, Consumer<Set<Path>> chosen) {
        this.model = model;
        this.chosen = chosen;
        setId("passages-batches");
        getStyleClass().add("batch-choices");
        Button another = Form.button("Passages.another", "link-button", this::choose);
        another.setId("passages-another");
        getChildren().add(another);
    }

    /** Adds the course's batches that are new. */
    void refresh() {
        Path here = model.workspace().folder().root();
        String module = model.batch().task().module();
        work.start(() -> CourseReading.besides(here, module),
                found -> found.forEach((folder, title) -> add(folder, title, false)), model::refuse);
    }

    private void add(Path folder, String title, boolean ticked) {
        CheckBox there = boxes.get(folder);
        if (there == null) {
            CheckBox box = new CheckBox(UiText.of("Passages.batch", title));
            box.setWrapText(true);
            box.setId("passages-batch-" + boxes.size());
            box.setOnAction(_ -> notifyChosen());
            getChildren().add(boxes.size(), box);
            boxes.put(folder, box);
            there = box;
        }
        if (ticked && !there.isSelected()) {
            there.setSelected(true);
            notifyChosen();
        }
    }

    private void choose() {
        new FileDialog(getScene().getWindow(), UiText.of("Passages.another"))
                .in(model.workspace().folder().root().getParent())
                .folder()
                .ifPresent(this::take);
    }

    /** Adds a batch from anywhere; a folder without one is refused with a message. */
    void take(Path folder) {
        Path whole = folder.toAbsolutePath().normalize();
        if (whole.equals(model.workspace().folder().root().toAbsolutePath().normalize())) {
            model.refuse(UiText.of("Passages.thisBatch"));
            return;
        }
        String name = String.valueOf(whole.getFileName());
        work.start(() -> Files.isRegularFile(whole.resolve("batch.sqlite")), there -> {
            if (there) {
                add(whole, name, true);
            } else {
                model.refuse(UiText.of("Passages.noBatch", name));
            }
        }, model::refuse);
    }

    private void notifyChosen() {
        Set<Path> ticked = new LinkedHashSet<>();
        boxes.forEach((folder, box) -> {
            if (box.isSelected()) {
                ticked.add(folder);
            }
        });
        chosen.accept(ticked);
    }
}
