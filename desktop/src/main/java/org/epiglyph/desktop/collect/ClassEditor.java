package org.epiglyph.desktop.collect;

import org.epiglyph.desktop.frame.Form;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Student;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.sheet.TypedRoster;

/** Students typed or pasted, one per line; those without a file can be scored all the same. */
final class ClassEditor implements Editor {
    private final TextArea text = new TextArea();
    private final Label message = Form.text("", "finding-words");
    private final Button use;
    private final VBox root;
    private List<Student> read = List.of();

    ClassEditor(CollectModel model, Runnable close) {
        text.setId("class-text");
        text.setPromptText(UiText.of("Collect.classPrompt"));
        message.setId("class-said");
        use = Form.button("Collect.class.use", "main-button", () -> {
            List<Student> students = read;
            close.run();
            model.change(p -> p.withTyped(students));
        });
        use.setId("use-class");
        Button cancel = Form.button("Collect.cancel", "link-button", close);
        cancel.setId("cancel");
        VBox.setVgrow(text, Priority.ALWAYS);
        root = new VBox(Form.text(UiText.of("Collect.class.heading"), "subheading"), Form.hint("Collect.class.hint"),
                text, message,
                Form.lastLine(cancel, use));
        root.getStyleClass().add("editor");
        text.textProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public Node first() {
        return text;
    }

    private void refresh() {
        try {
            read = text.getText().isBlank() ? List.of() : TypedRoster.read(text.getText()).students();
            message.setText(read.isEmpty()
                    ? ""
                    : UiText.of("Collect.class.read", read.size(), describe(read.getFirst()),
                            describe(read.getLast())));
            use.setDisable(read.isEmpty());
        } catch (Problem e) {
            message.setText(e.getMessage());
            use.setDisable(true);
        }
    }

    private static String describe(Student student) {
        return student.name() + " (" + student.key() + ")";
    }
}
