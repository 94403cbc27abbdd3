package org.epiglyph.desktop.markbook;

import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.css.CssMetaData;
import javafx.css.Styleable;
import javafx.css.StyleablePropertyFactory;
import javafx.geometry.Orientation;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.scene.transform.Scale;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Paints;
import org.epiglyph.desktop.frame.UiText;

/**
 * The sheet of the mark book: one canvas for a class of any size, with a cursor, a selected rectangle and a field for
 * typing.
 */
final class BookSheet extends Region {
    private static final StyleablePropertyFactory<BookSheet> STYLE = new StyleablePropertyFactory<>(
            Region.getClassCssMetaData());
    private static final double BAR = 14;
    private final BookModel model;
    private final BiConsumer<StudentKey, Column> opener;
    private final Canvas canvas = new Canvas();
    private final ScrollBar down = new ScrollBar();
    private final ScrollBar across = new ScrollBar();
    private final CellEditor editor;
    private final SheetHeads heads;
    private final FittedText fitted = new FittedText();
    private final Paints<BookSheet> paints = new Paints<>(STYLE, this, "book", s -> s.paints,
            SheetPainter.Colours.NAMES);
    private final SheetCursor cursor;
    private SheetLayout layout;
    private Target typing;

    /** @param opener opens a student's work at the subject of a column */
    BookSheet(BookModel model, BiConsumer<StudentKey, Column> opener) {
        this.model = model;
        this.opener = opener;
        this.cursor = new SheetCursor(model);
        this.heads = new SheetHeads(model);
        this.layout = new SheetLayout(List.of(), 0, 1, 1, _ -> 0);
        editor = new CellEditor(this::typed, this::requestFocus);
        getStyleClass().add("book-sheet");
        setId("book-sheet");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.TABLE_VIEW);
        canvas.setMouseTransparent(true);
        down.setOrientation(Orientation.VERTICAL);
        down.setFocusTraversable(false);
        across.setFocusTraversable(false);
        getChildren().addAll(canvas, down, across, editor);
        model.changesProperty().addListener((_, _, _) -> refresh());
        focusedProperty().addListener((_, _, _) -> requestLayout());
        down.valueProperty().addListener((_, _, v) -> scroll(layout.scrollX(), v.doubleValue()));
        across.valueProperty().addListener((_, _, v) -> scroll(v.doubleValue(), layout.scrollY()));
        paints.onChange(this::requestLayout);
        hear();
        refresh();
    }

    private void hear() {
        addEventHandler(KeyEvent.KEY_PRESSED, this::onKey);
        addEventHandler(KeyEvent.KEY_TYPED, this::onTyped);
        setOnMousePressed(this::onPress);
        setOnMouseDragged(this::onDrag);
        setOnMouseClicked(this::onClick);
        setOnMouseMoved(e -> heads.point(this, e.getX(), e.getY(), layout));
        addEventHandler(ScrollEvent.SCROLL, e -> {
            keepTyped();
            scrollBy(-e.getDeltaX(), -e.getDeltaY());
            e.consume();
        });
    }

    @Override
    public List<CssMetaData<? extends Styleable, ?>> getCssMetaData() {
        return STYLE.getCssMetaData();
    }

    /** The cursor and the selection. */
    SheetCursor cursor() {
        return cursor;
    }

    private void refresh() {
        layout = layout(layout.scrollX(), layout.scrollY());
        cursor.relocate();
        showNotice();
    }

    private SheetLayout layout(double x, double y) {
        SheetLayout made = new SheetLayout(model.columns(), model.rows().size(), Math.max(1, getWidth() - BAR),
                Math.max(1, getHeight() - BAR),
                c -> SheetPainter.headingWidth(c, model.batch().scheme(), fitted));
        made.scrollTo(x, y);
        return made;
    }

    private void choose(Range wanted) {
        cursor.choose(wanted);
        reveal();
    }

    private void reveal() {
        if (!cursor.isEmpty()) {
            layout.reveal(cursor.at().row(), cursor.at().column());
        }
        showNotice();
    }

    private void showNotice() {
        setAccessibleText(cursor.spoken());
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        requestLayout();
    }

    /** Moves the cursor to a student, and to a column if it is shown. */
    void goTo(StudentKey student, Optional<Column> column) {
        if (cursor.goTo(student, column)) {
            reveal();
        }
    }

    // --- drawing

    @Override
    protected void layoutChildren() {
        boolean wasWhole = !cursor.isEmpty() && layout.isWhole(cursor.at().row(), cursor.at().column());
        layout = layout(layout.scrollX(), layout.scrollY());
        if (wasWhole) { // and stays so when a side narrows the sheet
            layout.reveal(cursor.at().row(), cursor.at().column());
        }
        double scale = Math.max(1, getLocalToSceneTransform().getMxx()); // sharp at any interface size
        canvas.setWidth(getWidth() * scale);
        canvas.setHeight(getHeight() * scale);
        canvas.getTransforms().setAll(new Scale(1 / scale, 1 / scale));
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.setTransform(scale, 0, 0, scale, 0, 0);
        bar(down, layout.mostY(), layout.scrollY(), layout.bodyHeight());
        bar(across, layout.mostX(), layout.scrollX(), Math.max(1, getWidth() - SheetLayout.NAMES));
        down.resizeRelocate(getWidth() - BAR, SheetLayout.HEAD, BAR, Math.max(1, layout.bodyHeight()));
        across.resizeRelocate(SheetLayout.NAMES, getHeight() - BAR, Math.max(1, getWidth() - SheetLayout.NAMES - BAR),
                BAR);
        new SheetPainter(g, model, layout, SheetPainter.Colours.of(paints), fitted)
                .draw(getWidth(), getHeight(), cursor.rangeProperty().get(), isFocused() || editor.isVisible());
        if (editor.isVisible()) {
            place(editor);
        }
    }

    private static void bar(ScrollBar bar, double most, double value, double page) {
        bar.setVisible(most > 0);
        bar.setMax(Math.max(1, most));
        bar.setVisibleAmount(Math.max(1, most) * page / (page + most));
        bar.setUnitIncrement(SheetLayout.ROW);
        bar.setBlockIncrement(page);
        bar.setValue(value);
    }

    private void place(CellEditor field) {
        Range at = cursor.at();
        field.applyCss();
        field.autosize();
        double width = Math.max(layout.width(at.column()), field.prefWidth(-1));
        double left = Math.clamp(layout.left(at.column()), 0, Math.max(0, getWidth() - BAR - width));
        double below = layout.top(at.row());
        double height = field.prefHeight(width);
        double top = below + height > getHeight() ? getHeight() - height : below;
        field.resizeRelocate(left, top, width, height);
    }

    private void scroll(double x, double y) {
        if (x != layout.scrollX() || y != layout.scrollY()) {
            layout.scrollTo(x, y);
            requestLayout();
        }
    }

    private void scrollBy(double x, double y) {
        scroll(layout.scrollX() + x, layout.scrollY() + y);
    }

    // --- the hand

    private void onPress(MouseEvent event) {
        if (event.getButton() != MouseButton.PRIMARY) {
            return;
        }
        boolean kept = keepTyped();
        requestFocus();
        if (!kept) {
            return;
        }
        layout.rowAt(event.getY()).ifPresent(row -> {
            int column = layout.columnAt(event.getX()).orElse(cursor.at().column());
            choose(event.isShiftDown() ? cursor.at().to(row, column) : Range.at(row, column));
        });
    }

    private void onDrag(MouseEvent event) {
        Optional<Integer> row = layout.rowAt(event.getY());
        Optional<Integer> column = layout.columnAt(event.getX());
        if (row.isPresent() && column.isPresent() && !cursor.isEmpty() && !editor.isVisible()) {
            choose(cursor.at().to(row.get(), column.get()));
        }
    }

    private void onClick(MouseEvent event) {
        if (event.getButton() != MouseButton.PRIMARY || !event.isStillSincePress()) {
            return;
        }
        if (event.getY() < SheetLayout.HEAD) {
            heads.click(event.getX(), event.getY(), layout);
        } else if (event.getClickCount() == 2 && layout.rowAt(event.getY()).isPresent()) {
            boolean onScore = layout.columnAt(event.getX()).isPresent() && cursor.criterion().isPresent();
            if (onScore) {
                edit(cursor.text(), true);
            } else {
                open();
            }
        }
    }

    // --- keys

    private void onKey(KeyEvent event) {
        if (cursor.isEmpty() || event.isAltDown() || editor.isVisible()) {
            return;
        }
        Range now = cursor.at();
        int lastRow = model.rows().size() - 1;
        int lastColumn = model.columns().size() - 1;
        int page = (int) Math.max(1, layout.bodyHeight() / SheetLayout.ROW - 1);
        boolean far = event.isShortcutDown();
        if (far && !List.of(KeyCode.HOME, KeyCode.END).contains(event.getCode())) {
            return;
        }
        switch (event.getCode()) {
            case DOWN -> move(event, now.row() + 1, now.column());
            case UP -> move(event, now.row() - 1, now.column());
            case RIGHT -> move(event, now.row(), now.column() + 1);
            case LEFT -> move(event, now.row(), now.column() - 1);
            case PAGE_DOWN -> move(event, now.row() + page, now.column());
            case PAGE_UP -> move(event, now.row() - page, now.column());
            case HOME -> move(event, far ? 0 : now.row(), 0);
            case END -> move(event, far ? lastRow : now.row(), lastColumn);
            case F2 -> edit(cursor.text(), true);
            case ENTER -> enter(event.isShiftDown());
            case DELETE, BACK_SPACE -> model.execute(cursor.cleared());
            default -> {
                return;
            }
        }
        event.consume();
    }

    private void move(KeyEvent event, int row, int column) {
        choose(event.isShiftDown() ? cursor.at().to(row, column) : Range.at(row, column));
    }

    /** On a score it moves on, as after typing; elsewhere it opens the work. */
    private void enter(boolean back) {
        if (cursor.criterion().isPresent()) {
            advance(back);
        } else {
            open();
        }
    }

    private void advance(boolean back) {
        cursor.advance(back);
        reveal();
    }

    private void onTyped(KeyEvent event) {
        String typed = event.getCharacter();
        boolean plain = !event.isControlDown() && !event.isAltDown() && !event.isMetaDown();
        if (plain && !editor.isVisible() && !typed.isBlank() && typed.chars().noneMatch(Character::isISOControl)) {
            event.consume();
            edit(typed, false);
        }
    }

    // --- typing

    /** Whose score on what is being typed: whoever is shown meanwhile, it goes nowhere else. */
    private record Target(StudentKey student, Column column) {}

    /** Opens the field at the cursor. */
    void edit(String text, boolean chosen) {
        if (cursor.criterion().isEmpty()) {
            model.refuse(UiText.of(cursor.isEmpty() ? "MarkBook.nobody" : "MarkBook.computed"));
            return;
        }
        layout.reveal(cursor.at().row(), cursor.at().column());
        typing = new Target(cursor.student().orElseThrow(), cursor.column().orElseThrow());
        editor.open(cursor.criterion().orElseThrow(), text, chosen, cursor.spoken());
        requestLayout();
    }

    /** Takes what was typed; if it is refused, the field stays and shows why. */
    private boolean typed(String text, CellEditor.Then then) {
        ScorePlan plan = ScorePlan.typed(model.batch(), typing.student(), typing.column(), text);
        if (!plan.refused().isEmpty()) {
            editor.refuse(plan.refused().getFirst().why().text());
            requestLayout();
            return false;
        }
        editor.close();
        model.execute(plan);
        requestFocus();
        Range now = cursor.at();
        switch (then) {
            case ON -> advance(false);
            case BACK -> advance(true);
            case RIGHT -> choose(Range.at(now.row(), now.column() + 1));
            case LEFT -> choose(Range.at(now.row(), now.column() - 1));
            case DOWN -> choose(Range.at(now.row() + 1, now.column()));
            case UP -> choose(Range.at(now.row() - 1, now.column()));
            case STAY -> choose(Range.at(now.row(), now.column()));
        }
        return true;
    }

    /** Saves what is being typed; false if it is refused, and stays visible. */
    boolean keepTyped() {
        return !editor.isVisible() || typed(editor.text(), CellEditor.Then.STAY);
    }

    private void open() {
        cursor.student().ifPresent(s -> opener.accept(s, cursor.column().orElseThrow()));
    }

    // --- acts

    /** Sorts by the column of the cursor. */
    void orderHere() {
        cursor.column().ifPresent(heads::order);
    }

    /** Folds or unfolds the scheme's section at the cursor. */
    void foldHere() {
        cursor.column()
                .map(c -> SheetLayout.section(c, model.batch().scheme()))
                .filter(s -> !s.isEmpty())
                .ifPresent(s -> {
                    Optional<StudentKey> student = cursor.student();
                    model.fold(s);
                    student.ifPresent(k -> goTo(k, Optional.of(new Column.OfSection(s))));
                });
    }

    /** Copies the first selected cell of each column to the others. */
    void fillDown() {
        model.execute(cursor.filled());
    }

    void chooseAll() {
        cursor.chooseAll();
        showNotice();
    }
}
