package org.epiglyph.desktop.collect;

import java.nio.charset.Charset;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import javafx.util.StringConverter;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.archive.NameEncoding;

/** What was recognised, as sentences with a way to change each: names, class, sheet, times, and the resulting batch. */
final class Findings {
    private static final DateTimeFormatter DUE = DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm", Locale.ENGLISH);
    private static final int EXAMPLES = 2;
    private static final int FREE_LETTERS = 28;
    private final CollectModel model;
    private final Consumer<Editor> edit;
    private final VBox names = section("Collect.find.names", "change-rule", this::editRule);
    private final VBox roster = section("Collect.find.class", "change-class", this::editClass);
    private final VBox sheet = section("Collect.find.sheet", "change-sheet", this::editSheet);
    private final VBox times = section("Collect.find.times", "change-times", this::editTimes);
    private final ScrollPane root;

    /** @param edit shows an editor; null closes it */
    Findings(CollectModel model, Consumer<Editor> edit) {
        this.model = model;
        this.edit = edit;
        VBox content = new VBox(names, roster, sheet, times);
        if (!model.isUpdate()) {
            content.getChildren().add(batch());
        }
        content.getStyleClass().add("findings");
        root = new ScrollPane(content);
        root.setFitToWidth(true);
        root.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        model.decisions().versionProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    Node node() {
        return root;
    }

    private VBox section(String heading, String id, Runnable change) {
        Label label = new Label(UiText.of(heading));
        label.getStyleClass().add("finding-heading");
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        Button button = Form.button("Collect.change", "link-button", change);
        button.setId(id);
        button.setAccessibleText(UiText.of("Collect.changeSpoken", UiText.of(heading)));
        HBox line = new HBox(label, space, button);
        line.getStyleClass().add("finding-line");
        VBox section = new VBox(line);
        section.getStyleClass().add("finding-section");
        return section;
    }

    private VBox batch() {
        TextField name = new TextField();
        name.setId("batch-name");
        name.textProperty().bindBidirectional(model.nameProperty());
        ComboBox<Path> scheme = choice(model.beside().schemes(), "Collect.noScheme");
        scheme.setId("scheme");
        scheme.valueProperty().bindBidirectional(model.schemeProperty());
        ComboBox<Path> phrases = choice(model.beside().phrasebooks(), "Collect.noPhrases");
        phrases.setId("phrasebook");
        phrases.valueProperty().bindBidirectional(model.phrasebookProperty());
        CheckBox cover = new CheckBox(UiText.of("Collect.coverNames"));
        cover.setId("collect-cover");
        cover.setWrapText(true);
        cover.selectedProperty().bindBidirectional(model.coverNamesProperty());
        VBox section = new VBox(Form.label("Collect.name", name), name, Form.label("Collect.scheme", scheme), scheme,
                Form.label("Collect.phrasebook", phrases), phrases, cover);
        section.getStyleClass().addAll("finding-section", "batch-fields");
        return section;
    }

    private static ComboBox<Path> choice(List<Path> offered, String none) {
        ComboBox<Path> box = new ComboBox<>();
        box.getItems().add(null);
        box.getItems().addAll(offered);
        box.setMaxWidth(Double.MAX_VALUE);
        box.setConverter(new StringConverter<>() {
            @Override
            public String toString(Path file) {
                return file == null ? UiText.of(none) : file.getFileName().toString().replaceFirst("\\.[^.]+$", "");
            }

            @Override
            public Path fromString(String text) {
                throw new UnsupportedOperationException("The choice is not typed");
            }
        });
        return box;
    }

    private void refresh() {
        CollectPlan plan = model.planProperty().get();
        if (plan == null) {
            return;
        }
        fill(names, aboutNames(plan));
        fill(roster, List.of(Form.text(aboutRoster(plan), "finding-words")));
        fill(sheet, List.of(Form.text(aboutSheet(plan), "finding-words")));
        fill(times, List.of(Form.text(aboutTimes(plan), "finding-words")));
    }

    private static void fill(VBox section, List<Node> nodes) {
        section.getChildren().remove(1, section.getChildren().size());
        section.getChildren().addAll(nodes);
    }

    private List<Node> aboutNames(CollectPlan plan) {
        List<Node> nodes = new java.util.ArrayList<>();
        Optional<FilingRule> rule = plan.rule();
        nodes.add(Form.text(rule.map(FilingRule::describe).orElse(UiText.of("Collect.noRule")), "finding-words"));
        rule.ifPresent(r -> {
            plan.items()
                    .stream()
                    .map(CollectPlan.Item::path)
                    .filter(p -> r.read(p).isPresent())
                    .limit(EXAMPLES)
                    .forEach(p -> nodes.add(example(r, p)));
            nodes.add(Form.text(UiText.of("Collect.ruleFits", plan.fits(r), plan.items().size(), r.name()), "hint"));
        });
        plan.nameEncoding().ifPresent(e -> nodes.add(encoding(e)));
        if (plan.isUpdate() && !plan.missing().isEmpty()) {
            nodes.add(Form.text(UiText.of("Collect.gone", plan.missing().size()), "hint"));
        }
        return nodes;
    }

    private Node encoding(Charset charset) {
        ComboBox<Charset> box = new ComboBox<>();
        box.getItems().setAll(NameEncoding.choices());
        box.setValue(charset);
        box.setId("name-encoding");
        box.setMaxWidth(Double.MAX_VALUE);
        box.valueProperty().addListener((_, _, chosen) -> model.readWithEncoding(chosen));
        return new VBox(Form.label("Collect.nameEncoding", box), box);
    }

    /** A name with its locked part emphasised and its free part subdued. */
    static TextFlow example(FilingRule rule, String path) {
        String segment = rule.segment(path).orElse(path);
        String locked = rule.read(path).map(FilingRule.Reading::locked).orElse("");
        Text start = new Text(locked);
        start.getStyleClass().add("locked-part");
        String rest = segment.substring(locked.length());
        Text free = new Text(Form.beginning(rest, FREE_LETTERS));
        free.getStyleClass().add("free-part");
        return new TextFlow(start, free);
    }

    private static String aboutRoster(CollectPlan plan) {
        int without = plan.withoutFiles().size();
        return UiText.of("Collect.roster." + plan.rosterOrigin().name(), plan.roster().students().size()) + " "
                + (without == 0 ? UiText.of("Collect.everybody") : UiText.of("Collect.nothingFrom", without));
    }

    private static String aboutSheet(CollectPlan plan) {
        return plan.sheet()
                .map(s -> UiText.of("Collect.sheetRead", s.file().describe(), s.roster().students().size())
                        + plan.sheetRefusal().map(r -> " " + UiText.of("Collect.sheetRefused", r.text())).orElse(""))
                .orElse(UiText.of("Collect.noSheet"));
    }

    private static String aboutTimes(CollectPlan plan) {
        Task task = plan.task();
        if (task.due().isEmpty()) {
            return UiText.of("Collect.noDue");
        }
        long late = plan.items().stream().filter(i -> RowFilter.LATE.shows(new FileRow.Arrived(i), plan)).count();
        return UiText.of("Collect.dueAt", DUE.format(task.due().get().atZone(task.zone())), task.zone().getId(),
                task.grace().toMinutes(), late);
    }

    private void editRule() {
        edit.accept(new RuleEditor(model, () -> edit.accept(null)));
    }

    private void editClass() {
        edit.accept(new ClassEditor(model, () -> edit.accept(null)));
    }

    private void editSheet() {
        edit.accept(new SheetEditor(model, () -> edit.accept(null)));
    }

    private void editTimes() {
        edit.accept(new TimesEditor(model, () -> edit.accept(null)));
    }
}
