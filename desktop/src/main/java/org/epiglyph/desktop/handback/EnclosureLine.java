package org.epiglyph.desktop.handback;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import org.epiglyph.carrier.Enclosing;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.workspace.Workspace;

/** Files of the marker's that are handed back with the work of the selected students. */
final class EnclosureLine extends FlowPane {
    private final HandBackModel model;
    private final Runnable changed;

    /** @param changed called when what is handed back changes */
    EnclosureLine(HandBackModel model, Runnable changed) {
        this.model = model;
        this.changed = changed;
        getStyleClass().add("look-over-acts");
        disableProperty().bind(model.background().busyProperty());
    }

    /** Shows what can be done for these students. */
    void show(List<StudentKey> students) {
        setVisible(!students.isEmpty());
        setManaged(!students.isEmpty());
        getChildren().clear();
        if (students.isEmpty()) {
            return;
        }
        Button enclose = link(UiText.of("HandBack.encloseFor", students.size() == 1
                ? model.name(students.getFirst())
                : UiText.of("HandBack.sentence.chosen", students.size())), () -> choose(students));
        enclose.setId("enclose");
        students.stream()
                .flatMap(s -> model.batch().submission(s).attached().stream())
                .filter(Attached::isEnclosure)
                .map(Attached::document)
                .distinct()
                .forEach(d -> link(UiText.of("HandBack.removeEnclosure", d.name()), () -> remove(d, students)));
    }

    private Button link(String text, Runnable act) {
        Button link = new Button(text);
        link.getStyleClass().add("link-button");
        link.setOnAction(_ -> act.run());
        getChildren().add(link);
        return link;
    }

    private void choose(List<StudentKey> students) {
        new FileDialog(getScene().getWindow(), UiText.of("HandBack.encloseFile")).open()
                .ifPresent(file -> enclose(file, students));
    }

    /** Encloses a file with the work of students. */
    void enclose(Path file, List<StudentKey> students) {
        model.troubleProperty().set("");
        model.background().start(_ -> {
            try (Workspace.Hold _ = model.workspace().hold()) {
                Enclosing.run(model.workspace(), file, students);
                return String.valueOf(file.getFileName());
            } catch (EditRefused e) {
                throw new Problem(e.asMessage(), e);
            }
        }, name -> {
            model.messageProperty().set(UiText.of("HandBack.enclosed", name, students.size()));
            changed.run();
        }, model.troubleProperty()::set);
    }

    private void remove(Document document, List<StudentKey> students) {
        try {
            model.workspace()
                    .edit(new Edit.Together(students.stream()
                            .filter(s -> has(s, document))
                            .<Edit>map(s -> new Edit.RemoveEnclosure(s, document.id()))
                            .toList()));
            model.messageProperty().set(UiText.of("HandBack.enclosureGone", document.name()));
            changed.run();
        } catch (EditRefused e) {
            model.troubleProperty().set(e.getMessage());
        }
    }

    private boolean has(StudentKey student, Document document) {
        return model.batch()
                .submission(student)
                .attached()
                .stream()
                .anyMatch(a -> a.document().id().equals(document.id()));
    }
}
