package org.epiglyph.desktop.markbook;

import java.nio.file.Path;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.Pasted;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.markbook.Selection;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.BatchTitle;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Found;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.LookAgain;
import org.epiglyph.exchange.table.PastedCells;
import org.epiglyph.workspace.Workspace;

/**
 * The mark book: one line that says and chooses who is shown, the sheet under it, and a side for decisions about many
 * at once.
 */
public final class BookPlace implements Place {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final int MOST_FOUND = 8;
    private final BookModel model;
    private final BookSheet sheet;
    private final FlowPane conditions = new FlowPane();
    private final Label shown = new Label();
    private final TextField find = new TextField();
    private final Button again = new Button(UiText.of("MarkBook.arrange"));
    private final BookSide side;
    private final VBox root;
    private final Ways ways;
    private final BookFiles files;
    private final LookAgain lookAgain;
    private final WordCounting counting;
    private boolean isShown;

    /**
     * Navigation from here.
     *
     * @param desk   opens a student's work at the desk, at the subject of a column
     * @param walk   goes to the desk and walks along students there, under a name
     * @param opener opens a file in the system's program for it
     */
    public record Ways(BiConsumer<StudentKey, Column> desk, BiConsumer<String, List<StudentKey>> walk,
            Consumer<Path> opener) {}

    /** @param lists the marker's saved lists */
    public BookPlace(BookModel model, SerialExecutor executor, ObjectProperty<List<SavedList>> lists, Ways ways) {
        this.model = model;
        this.ways = ways;
        files = new BookFiles(model, executor, ways.opener, this::describe);
        sheet = new BookSheet(model, ways.desk);
        side = new BookSide(model, executor, sheet, lists, ways.walk);
        conditions.getStyleClass().add("filter-line");
        Label notice = Form.text(model.noticeProperty(), "book-notice", "book-notice");
        model.notice().look(notice);
        HBox.setHgrow(sheet, Priority.ALWAYS);
        HBox below = new HBox(sheet, side);
        VBox.setVgrow(below, Priority.ALWAYS);
        root = new VBox(head(), conditions, notice, below);
        root.getStyleClass().addAll("place", "book");
        counting = new WordCounting(model, SerialExecutor.thread());
        lookAgain = new LookAgain(model::batch, SerialExecutor.thread(), model::lookAgain);
        model.changesProperty().addListener((_, _, _) -> {
            if (isShown) {
                lookAgain.later();
                refresh();
            }
        });
        refresh();
    }

    private HBox head() {
        shown.setId("book-shown");
        shown.getStyleClass().add("hint");
        shown.setMinWidth(0);
        again.setId("book-arrange");
        again.getStyleClass().add("link-button");
        again.setMinWidth(Region.USE_PREF_SIZE);
        again.setOnAction(_ -> model.arrange());
        find.setId("book-find");
        find.setPromptText(UiText.of("MarkBook.find"));
        find.setAccessibleText(UiText.of("MarkBook.find"));
        find.setPrefColumnCount(16);
        find.textProperty().addListener((_, _, letters) -> {
            if (!letters.equals(model.selection().letters())) {
                model.select(model.selection().withLetters(letters));
            }
        });
        find.addEventFilter(KeyEvent.KEY_PRESSED, this::inFind);
        Label heading = new Label(UiText.of("MarkBook.heading"));
        heading.getStyleClass().add("heading");
        heading.setMinWidth(Region.USE_PREF_SIZE);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox head = new HBox(heading, shown, again, space, find, side.openers());
        head.getStyleClass().add("book-head");
        return head;
    }

    public boolean isOf(Workspace workspace) {
        return model.workspace() == workspace;
    }

    public BookModel model() {
        return model;
    }

    // --- who is shown

    private List<String> sections() {
        return model.batch()
                .submissions()
                .stream()
                .map(s -> s.student().section())
                .filter(s -> !s.isEmpty())
                .distinct()
                .sorted()
                .toList();
    }

    private void refresh() {
        Selection selection = model.selection();
        conditions.getChildren()
                .setAll(condition("all", UiText.of("MarkBook.all", model.batch().submissions().size()),
                        selection.conditions().isEmpty() && selection.sections().isEmpty(), this::showAll));
        for (Condition condition : Condition.values()) {
            boolean chosen = selection.conditions().contains(condition);
            Optional<Integer> count = model.counts().count(condition);
            if (chosen || count.filter(c -> c > 0).isPresent()) {
                conditions.getChildren()
                        .add(condition(condition.name(),
                                UiText.of("MarkBook.condition." + condition,
                                        count.<Object>map(c -> c).orElse("\u2026")),
                                chosen,
                                () -> toggle(condition)));
            }
        }
        List<String> sections = sections();
        if (sections.size() > 1) {
            sections.forEach(s -> conditions.getChildren()
                    .add(condition("section-" + s, s, selection.sections().contains(s),
                            () -> toggle(s))));
        }
        if (!find.getText().equals(selection.letters())) {
            find.setText(selection.letters()); // a saved list has a search text of its own
        }
        shown.setText(describe());
        Form.show(again, model.isOutOfOrder());
    }

    /** A button that keeps the focus when the line is rebuilt. */
    private Button condition(String id, String text, boolean chosen, Runnable act) {
        Button button = new Button(text);
        button.setId("show-" + id);
        button.getStyleClass().add("filter");
        button.pseudoClassStateChanged(HERE, chosen);
        button.setAccessibleText(chosen ? UiText.of("MarkBook.chosenSpoken", text) : text);
        button.setOnAction(_ -> {
            act.run();
            Optional.ofNullable(conditions.lookup("#show-" + id)).ifPresent(Node::requestFocus);
        });
        return button;
    }

    private void showAll() {
        model.select(Selection.EVERYBODY);
    }

    private void toggle(Condition condition) {
        Set<Condition> other = model.selection().conditions().isEmpty()
                ? EnumSet.noneOf(Condition.class)
                : EnumSet.copyOf(model.selection().conditions());
        if (!other.remove(condition)) {
            other.add(condition);
        }
        model.select(model.selection().withConditions(other));
    }

    private void toggle(String section) {
        Set<String> other = new HashSet<>(model.selection().sections());
        if (!other.remove(section)) {
            other.add(section);
        }
        model.select(model.selection().withSections(other));
    }

    private String describe() {
        int of = model.batch().submissions().size();
        int here = model.rows().size();
        String who = here == of ? UiText.of("MarkBook.shownAll", of) : UiText.of("MarkBook.shownSome", here, of);
        List<Order.By> by = model.order().by();
        String order = by.isEmpty()
                ? UiText.of(model.batch().isCovered() ? "MarkBook.byNumber" : "MarkBook.byRoster")
                : by.stream()
                        .map(b -> UiText.of(b.descending() ? "MarkBook.byDescending" : "MarkBook.byAscending",
                                SheetPainter.heading(b.column(), model.batch().scheme())))
                        .collect(Collectors.joining(", "));
        return who + ", " + order;
    }

    private void inFind(KeyEvent event) {
        if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.DOWN) {
            sheet.requestFocus();
            event.consume();
        } else if (event.getCode() == KeyCode.ESCAPE) {
            find.clear();
            sheet.requestFocus();
            event.consume();
        }
    }

    /** Moves the cursor to a student, who is shown for it. */
    void goTo(StudentKey student) {
        if (!model.rows().contains(student)) {
            showAll();
        }
        sheet.goTo(student, Optional.empty());
    }

    // --- copying and pasting

    private void copy() {
        Clipboard.getSystemClipboard().setContent(java.util.Map.of(DataFormat.PLAIN_TEXT, sheet.cursor().copied()));
        model.report(UiText.of("MarkBook.copied"));
    }

    private void paste() {
        String text = Clipboard.getSystemClipboard().getString();
        if (text == null || text.isBlank()) {
            model.refuse(UiText.of("MarkBook.nothingToPaste"));
        } else {
            paste(text);
        }
    }

    /** Reads what was copied elsewhere into the cells from the cursor on; more than one cell is previewed first. */
    void paste(String text) {
        List<List<String>> cells = PastedCells.read(text);
        ScorePlan plan = new Pasted(cells).plan(model.batch(), sheet.cursor().below(), sheet.cursor().rightward());
        boolean single = cells.size() == 1 && cells.getFirst().size() == 1;
        if (single) {
            model.execute(plan);
        } else {
            side.preview(plan);
        }
    }

    // --- the place

    @Override
    public void arrive() {
        isShown = true;
        lookAgain.later();
        counting.start();
        refresh();
        Platform.runLater(sheet::requestFocus);
    }

    @Override
    public void leave() {
        lookAgain.end();
        counting.stop();
        isShown = false; // changes made elsewhere are shown at the next visit
        sheet.keepTyped();
        model.forgetActs();
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty(BatchTitle.of(model.batch()));
    }

    @Override
    public ObservableValue<String> statusText() {
        return model.saving().textProperty();
    }

    @Override
    public List<Found> find(String typed) {
        if (typed.isBlank()) {
            return List.of();
        }
        return new Selection(Set.of(), Set.of(), typed).in(model.batch(), model.context())
                .stream()
                .limit(MOST_FOUND)
                .map(s -> new Found(model.batch().listedName(s.student().key()), s.student().shownKey(), () -> true,
                        () -> goTo(s.student().key())))
                .toList();
    }

    /** What is being typed is saved before; if it is refused, nothing else happens. */
    private Runnable afterSaving(Runnable act) {
        return () -> {
            if (sheet.keepTyped()) {
                act.run();
            }
        };
    }

    @Override
    public List<Act> acts() {
        return Stream.concat(Stream.of(Act.of("MarkBook.act.undo", "Shortcut+Z", afterSaving(model::undo)).repeating(),
                Act.of("MarkBook.act.copy", "Shortcut+C", afterSaving(this::copy)),
                Act.of("MarkBook.act.paste", "Shortcut+V", afterSaving(this::paste)),
                Act.of("MarkBook.act.fill", "Shortcut+D", afterSaving(sheet::fillDown)),
                Act.of("MarkBook.act.export", "Shortcut+S", () -> files.export(root.getScene().getWindow())),
                Act.of("MarkBook.act.print", "Shortcut+P", files::print),
                Act.of("MarkBook.act.all", "Shortcut+A", afterSaving(sheet::chooseAll)),
                Act.of("MarkBook.act.order", "Shortcut+O", afterSaving(sheet::orderHere)),
                Act.of("MarkBook.act.roster", "Shortcut+Shift+O", () -> model.orderBy(Order.ROSTER)),
                Act.of("MarkBook.act.draw", "",
                        () -> model.orderBy(new Order(List.of(new Order.By(
                                new Column.Drawn(ThreadLocalRandom.current().nextInt()), false))))),
                Act.of("MarkBook.act.arrange", "F5", afterSaving(model::arrange)),
                Act.of("MarkBook.act.fold", "Shortcut+K", afterSaving(sheet::foldHere)),
                Act.of("MarkBook.act.find", "Shortcut+F", find::requestFocus),
                Act.of("MarkBook.act.enterRight", "",
                        () -> model.habitProperty()
                                .set(model.habitProperty()
                                        .get()
                                        .withEnterRight(!model.habitProperty().get().enterRight()))),
                Act.of("MarkBook.act.desk", "Shortcut+ENTER",
                        () -> sheet.cursor()
                                .student()
                                .ifPresent(s -> ways.desk.accept(s, sheet.cursor().column().orElseThrow())))),
                side.acts().stream()).toList();
    }
}
