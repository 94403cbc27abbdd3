package org.epiglyph.desktop.collect;

import org.epiglyph.desktop.frame.Form;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.Problem;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.filing.RuleFile;

/** Edits the filing rule by hand, with this batch's names as the rule reads them. */
final class RuleEditor implements Editor {
    private static final int EXAMPLES = 12;
    private static final int DEEPEST = 4;
    private final CollectModel model;
    private final CollectPlan plan;
    private final TextField name = new TextField();
    private final TextField written = new TextField();
    private final ComboBox<Integer> where = new ComboBox<>();
    private final Label message = Form.text("", "finding-words");
    private final VBox examples = new VBox();
    private final Button use;
    private final Button keep;
    private final VBox root;

    RuleEditor(CollectModel model, Runnable close) {
        this.model = model;
        this.plan = model.planProperty().get();
        offerLevels();
        use = Form.button("Collect.rule.use", "main-button", () -> {
            FilingRule rule = rule().orElseThrow();
            close.run();
            model.change(p -> p.withRule(Optional.of(rule)));
        });
        use.setId("use-rule");
        keep = Form.button("Collect.rule.keep", "plain-button", () -> rule().flatMap(model.beside()::save)
                .ifPresent(f -> message.setText(UiText.of("Collect.rule.kept", f))));
        keep.setId("keep-rule");
        Button learn = Form.button("Collect.rule.learn", "link-button", () -> {
            close.run();
            model.change(p -> p.withRule(Optional.empty()));
        });
        Button cancel = Form.button("Collect.cancel", "link-button", close);
        cancel.setId("cancel");
        Button file = Form.button("Collect.rule.open", "link-button", this::open);
        root = new VBox(Form.text(UiText.of("Collect.rule.heading"), "subheading"), Form.hint("Collect.rule.hint"),
                fields(), message, examples, Form.labelled("Collect.rule.name", name, keep),
                Form.lastLine(file, learn, cancel, use));
        offer();
        root.getStyleClass().add("editor");
        examples.getStyleClass().add("rule-examples");
        watch();
    }

    private void watch() {
        name.setId("rule-name");
        written.setId("rule-written");
        message.setId("rule-said");
        written.textProperty().addListener((_, _, _) -> refresh());
        where.valueProperty().addListener((_, _, _) -> refresh());
        show(plan.rule().orElse(FilingRule.of(plan.task().title(), FilingRule.FILE, "<family>_<given>_<free>")));
    }

    /** The part of a path that the rule reads: the file name, or one of the folders. */
    private void offerLevels() {
        where.setId("rule-where");
        where.getItems().add(FilingRule.FILE);
        for (int i = 0; i < DEEPEST; i++) {
            where.getItems().add(i);
        }
        where.setConverter(new javafx.util.StringConverter<>() {
            @Override
            public String toString(Integer level) {
                return level == null || level == FilingRule.FILE
                        ? UiText.of("Collect.rule.file")
                        : UiText.of("Collect.rule.folder", level + 1);
            }

            @Override
            public Integer fromString(String text) {
                throw new UnsupportedOperationException("The choice is not typed");
            }
        });
    }

    private HBox fields() {
        HBox.setHgrow(written, Priority.ALWAYS);
        VBox writtenColumn = Form.labelled("Collect.rule.written", written);
        HBox.setHgrow(writtenColumn, Priority.ALWAYS);
        HBox fields = new HBox(new VBox(Form.label("Collect.rule.where", where), where), writtenColumn);
        fields.getStyleClass().add("field-pair");
        return fields;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public Node first() {
        return written;
    }

    private void offer() {
        List<FilingRule> offered = plan.offeredRules();
        if (!offered.isEmpty()) {
            HBox line = new HBox(Form.text(UiText.of("Collect.rule.offered"), "hint"));
            line.getStyleClass().add("field-line");
            for (FilingRule rule : offered) {
                Button button = new Button(rule.name());
                button.getStyleClass().add("link-button");
                button.setOnAction(_ -> show(rule));
                line.getChildren().add(button);
            }
            root.getChildren().add(2, line);
        }
    }

    private void show(FilingRule rule) {
        name.setText(rule.name().startsWith("learnt") || rule.name().startsWith("guessed")
                ? plan.task().title()
                : rule.name());
        where.setValue(rule.level());
        written.setText(rule.written());
        refresh();
    }

    private void open() {
        FileDialog dialog = new FileDialog(root.getScene().getWindow(), UiText.of("Collect.rule.open"));
        dialog.kind("*.txt", "*.txt").open().ifPresent(file -> {
            try {
                show(RuleFile.read(file));
            } catch (Problem e) {
                message.setText(e.getMessage());
            }
        });
    }

    private Optional<FilingRule> rule() {
        try {
            return Optional.of(FilingRule.of(name.getText().isBlank() ? plan.task().title() : name.getText().strip(),
                    where.getValue(), written.getText()));
        } catch (IllegalArgumentException e) {
            message.setText(e.getMessage());
            return Optional.empty();
        }
    }

    private void refresh() {
        Optional<FilingRule> rule = rule();
        use.setDisable(rule.isEmpty());
        keep.setDisable(rule.isEmpty());
        examples.getChildren().clear();
        rule.ifPresent(r -> {
            message.setText(r.describe() + " " + UiText.of("Collect.rule.fits", plan.fits(r), plan.items().size()));
            List<String> paths = plan.items().stream().map(CollectPlan.Item::path).toList();
            paths.stream()
                    .filter(p -> r.read(p).isEmpty())
                    .limit(EXAMPLES / 3)
                    .forEach(p -> examples.getChildren()
                            .add(Form.text(UiText.of("Collect.rule.not", model.decisions().shown(p)), "not-by-rule")));
            paths.stream()
                    .filter(p -> r.read(p).isPresent())
                    .limit(EXAMPLES - examples.getChildren().size())
                    .forEach(p -> examples.getChildren().add(Findings.example(r, p)));
        });
    }
}
