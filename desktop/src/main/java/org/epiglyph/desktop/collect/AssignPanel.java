package org.epiglyph.desktop.collect;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TableRow;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.filing.Candidate;
import org.epiglyph.core.roster.Student;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.archive.PathCheck;

/**
 * The selected file: its first page, and whose it may be, likeliest first. Files can be dragged onto a student here.
 */
final class AssignPanel {
    private static final PseudoClass DROPPING = PseudoClass.getPseudoClass("dropping");
    private static final double PICTURE_WIDTH = 252;
    private static final double PICTURE_HEIGHT = 280;
    private final CollectModel model;
    private final Runnable toTable;
    private final Label path = Form.text("", "preview-path");
    private final ImageView picture = new ImageView();
    private final Label text = Form.text("", "hint");
    private final Label pages = Form.text("", "hint");
    private final TextField search = new TextField();
    private final ListView<Choice> list = new ListView<>();
    private final VBox root;

    /** A student to whom the file may belong, or nobody. */
    private record Choice(Optional<Student> student, int number, String why) {}

    private StackPane page() {
        picture.setId("first-page");
        picture.setPreserveRatio(true);
        picture.setFitWidth(PICTURE_WIDTH);
        picture.setFitHeight(PICTURE_HEIGHT);
        picture.setSmooth(true);
        StackPane page = new StackPane(picture, text);
        page.getStyleClass().add("first-page");
        return page;
    }

    /** @param toTable moves the focus back to the files */
    AssignPanel(CollectModel model, FirstPage firstPage, Runnable toTable) {
        this.model = model;
        this.toTable = toTable;
        StackPane page = page();
        search.setId("find-student");
        search.setPromptText(UiText.of("Collect.findStudent"));
        search.textProperty().addListener((_, _, _) -> fill());
        search.addEventFilter(KeyEvent.KEY_PRESSED, this::onSearchKey);
        list.setId("whose");
        list.getStyleClass().add("whose");
        list.setAccessibleText(UiText.of("Collect.whose"));
        list.setCellFactory(_ -> new ChoiceCell());
        list.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                decide(list.getSelectionModel().getSelectedItem());
                e.consume();
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        root = new VBox(path, page, pages, Form.label("Collect.whose", search), search, list);
        root.getStyleClass().add("whose-column");
        firstPage.seenProperty().addListener((_, _, seen) -> show(seen));
        show(firstPage.seenProperty().get());
        model.decisions().chosenProperty().addListener((_, _, _) -> chosen());
        model.decisions().versionProperty().addListener((_, _, _) -> fill());
        chosen();
    }

    Node node() {
        return root;
    }

    void focusSearch() {
        search.requestFocus();
    }

    private void show(FirstPage.Seen seen) {
        switch (seen) {
            case FirstPage.Seen.Picture(var image, String said) -> {
                picture.setImage(image);
                text.setText("");
                pages.setText(said);
            }
            case FirstPage.Seen.Text(String said) -> {
                picture.setImage(null);
                text.setText(said);
                pages.setText("");
            }
        }
        picture.setVisible(picture.getImage() != null);
    }

    private void chosen() {
        path.setText(switch (model.decisions().chosenProperty().get()) {
            case FileRow.Arrived(var item) -> model.decisions().shown(item.path());
            case FileRow.Refused(var refusal) -> model.decisions().shown(refusal.path());
            case FileRow.Nothing(var student) -> student.name();
            case FileRow.Gone(String gone) -> PathCheck.printable(gone);
            case null -> "";
        });
        search.clear();
        fill();
    }

    /** The candidates, likeliest first; then nobody; then all others. */
    private List<Choice> choices(CollectPlan plan, CollectPlan.Item item) {
        List<Choice> choices = new ArrayList<>();
        String letters = search.getText().strip().toLowerCase(Locale.ROOT);
        for (Candidate candidate : item.match().candidates()) {
            plan.roster()
                    .find(candidate.student())
                    .filter(s -> fits(s, letters))
                    .map(s -> new Choice(Optional.of(s), choices.size() < 9 ? choices.size() + 1 : 0,
                            candidate.evidence().text()))
                    .ifPresent(choices::add);
        }
        if (letters.isEmpty()) {
            choices.add(new Choice(Optional.empty(), 0, ""));
        }
        plan.roster()
                .students()
                .stream()
                .filter(s -> fits(s, letters))
                .filter(s -> item.match().candidates().stream().noneMatch(c -> c.student().equals(s.key())))
                .forEach(s -> choices.add(new Choice(Optional.of(s), 0, "")));
        return choices;
    }

    private void fill() {
        CollectPlan plan = model.planProperty().get();
        List<Choice> choices = plan == null
                ? List.of()
                : model.decisions().chosenItem().map(item -> choices(plan, item)).orElse(List.of());
        list.getItems().setAll(choices);
        model.decisions().chosenItem().ifPresent(item -> {
            boolean decided = plan.studentOf(item).isPresent() || plan.isSetAside(item);
            choices.stream()
                    .filter(c -> decided && c.student.map(Student::key).equals(plan.studentOf(item)))
                    .findFirst()
                    .ifPresentOrElse(list.getSelectionModel()::select, () -> list.getSelectionModel().select(0));
        });
        list.scrollTo(0);
    }

    private static boolean fits(Student student, String letters) {
        String all = (student.name() + " " + student.key() + " " + student.section()).toLowerCase(Locale.ROOT);
        return List.of(letters.split("\\s+")).stream().allMatch(all::contains);
    }

    private void onSearchKey(KeyEvent event) {
        switch (event.getCode()) {
            case ENTER -> decide(list.getSelectionModel().getSelectedItem());
            case DOWN -> list.getSelectionModel().selectNext();
            case UP -> list.getSelectionModel().selectPrevious();
            case ESCAPE -> {
                search.clear();
                toTable.run();
            }
            default -> {
                return;
            }
        }
        event.consume();
    }

    private void decide(Choice choice) {
        if (choice != null) {
            model.decisions()
                    .chosenItem()
                    .ifPresent(i -> model.decisions().decide(i, choice.student.map(Student::key)));
            toTable.run();
        }
    }

    private final class ChoiceCell extends ListCell<Choice> {
        ChoiceCell() {
            setOnMouseClicked(e -> {
                if (!isEmpty()) {
                    decide(getItem());
                }
            });
            setOnMouseDragEntered(_ -> pseudoClassStateChanged(DROPPING, !isEmpty()));
            setOnMouseDragExited(_ -> pseudoClassStateChanged(DROPPING, false));
            setOnMouseDragReleased(e -> {
                if (!isEmpty() && e.getGestureSource() instanceof TableRow<?> row
                        && row.getItem() instanceof FileRow.Arrived(CollectPlan.Item item)) {
                    model.decisions().decide(item, getItem().student.map(Student::key));
                }
            });
        }

        @Override
        protected void updateItem(Choice choice, boolean empty) {
            super.updateItem(choice, empty);
            setText(null);
            setGraphic(null);
            if (!empty && choice != null) {
                setGraphic(line(choice));
                setAccessibleText(describe(choice) + (choice.why.isEmpty() ? "" : ", " + choice.why));
            }
        }

        private Node line(Choice choice) {
            Label number = new Label(
                    choice.number > 0 ? Integer.toString(choice.number) : choice.student.isEmpty() ? "X" : "");
            number.getStyleClass().add("choice-key");
            Label name = new Label(describe(choice));
            name.getStyleClass().add(choice.student.isEmpty() ? "hint" : "choice-name");
            VBox text = new VBox(name);
            if (!choice.why.isEmpty()) {
                text.getChildren().add(Form.text(choice.why, "choice-why"));
            }
            text.setMaxWidth(PICTURE_WIDTH - 24);
            return new HBox(number, text);
        }

        private static String describe(Choice choice) {
            return choice.student.map(s -> s.name().equals(s.key().value()) ? s.name() : s.name() + "  " + s.key())
                    .orElse(UiText.of("Collect.setAside"));
        }
    }
}
