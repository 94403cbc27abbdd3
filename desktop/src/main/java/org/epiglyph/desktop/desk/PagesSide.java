package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoubleConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;

/** Thumbnails of the pages, with those not looked at yet, and a field that goes to a page by its number. */
final class PagesSide implements Side {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final PseudoClass UNSEEN = PseudoClass.getPseudoClass("unseen");
    private static final double WIDTH = 108;
    /** The space of a button beside its page, and of a row beside its buttons. */
    private static final double AROUND = 16;
    private static final double SCROLL_BAR = 20;
    private static final double NATURAL = 96.0 / 72;
    private final DeskModel model;
    private final PageRoll roll;
    private final PageImages images;
    private final DoubleConsumer sizes;
    private final TextField number = new TextField();
    private final TextField percent = new TextField();
    private final Label message = new Label();
    private final Rows<Integer> rows = new Rows<>("small-leaves", this::row);
    private final CountsLine counts;
    private final VBox node;
    /** The buttons of pages in sight, by zero-based page index; some of pages scrolled past may remain. */
    private final Map<Integer, Button> buttons = new ConcurrentHashMap<>();
    private Map<PageRef, Long> marksOn = Map.of();
    private int across = 2;
    private List<PageRef> shown = List.of();
    private int shownTurns;
    private Optional<PageRef> here = Optional.empty();

    /** @param sizes sets the scale in pixels per point */
    PagesSide(DeskModel model, PageRoll roll, PageImages images, DoubleConsumer sizes) {
        this.model = model;
        this.sizes = sizes;
        this.roll = roll;
        this.images = images;
        Label label = new Label(UiText.of("Side.goToPage"));
        label.setLabelFor(number);
        number.setId("page-number");
        number.setPrefColumnCount(5);
        number.setOnAction(_ -> go());
        message.getStyleClass().add("notice");
        message.setWrapText(true);
        message.managedProperty().bind(message.textProperty().isNotEmpty());
        Label percentLabel = new Label(UiText.of("Side.size"));
        percentLabel.setLabelFor(percent);
        percent.setId("page-percent");
        percent.setPrefColumnCount(4);
        percent.setOnAction(_ -> resize());
        HBox line = new HBox(label, number, percentLabel, percent);
        line.getStyleClass().add("field-line");
        rows.widthProperty().addListener((_, _, width) -> arrange(width.doubleValue()));
        counts = new CountsLine(model);
        node = new VBox(line, message, counts, rows);
        node.getStyleClass().add("side-content");
        VBox.setVgrow(rows, javafx.scene.layout.Priority.ALWAYS);
        roll.arrangedProperty().addListener((_, _, _) -> markHere());
    }

    @Override
    public String name() {
        return "pages";
    }

    @Override
    public Region node() {
        return node;
    }

    void focusNumber() {
        number.requestFocus();
        number.selectAll();
    }

    /** 100 percent is the page's natural size on a screen with 96 pixels per inch. */
    private void resize() {
        String typed = percent.getText().replace("%", "").strip();
        boolean known = typed.matches("\\d{1,4}") && Integer.parseInt(typed) > 0;
        message.setText(known ? "" : UiText.of("Side.noSuchSize", typed));
        if (known) {
            sizes.accept(Integer.parseInt(typed) / 100.0 * NATURAL);
            roll.requestFocus();
        }
    }

    private void go() {
        List<PageRef> pages = roll.pages();
        String typed = number.getText().strip();
        boolean known = typed.matches("\\d{1,5}") && Integer.parseInt(typed) >= 1
                && Integer.parseInt(typed) <= pages.size();
        message.setText(known ? "" : UiText.of("Side.noSuchPage", typed, pages.size()));
        if (known) {
            roll.reveal(pages.get(Integer.parseInt(typed) - 1), 0);
            roll.requestFocus();
        }
    }

    /** As many pages beside each other as the side is wide. */
    private void arrange(double width) {
        int fitting = Math.max(1, (int) ((width - SCROLL_BAR) / (WIDTH + AROUND)));
        if (fitting != across) {
            across = fitting;
            showThumbnails();
        }
    }

    private void showThumbnails() {
        buttons.clear();
        rows.getItems().setAll(IntStream.range(0, (shown.size() + across - 1) / across).boxed().toList());
        rows.refresh();
    }

    private Node row(int number) {
        HBox row = new HBox();
        row.getStyleClass().add("small-leaves");
        for (int i = number * across; i < Math.min(shown.size(), (number + 1) * across); i++) {
            Button button = leaf(shown.get(i), i + 1);
            mark(i, button);
            row.getChildren().add(button);
        }
        return row;
    }

    @Override
    public void refresh() {
        counts.refresh();
        List<PageRef> pages = roll.pages();
        marksOn = model.submission().marks().stream().collect(Collectors.groupingBy(Mark::page, Collectors.counting()));
        if (!pages.equals(shown) || model.submission().turns().hashCode() != shownTurns) {
            shown = pages;
            shownTurns = model.submission().turns().hashCode();
            here = Optional.empty();
            showThumbnails();
        } else {
            buttons.forEach(this::mark);
        }
        markHere();
    }

    private Button leaf(PageRef page, int count) {
        PageGeometry geometry = roll.geometry(page).orElseThrow();
        ImageView image = new ImageView();
        int turn = model.submission().turn(page);
        double height = WIDTH * geometry.shownHeight() / geometry.shownWidth();
        image.setFitWidth(turn % 180 == 0 ? WIDTH : height);
        image.setFitHeight(turn % 180 == 0 ? height : WIDTH);
        image.setRotate(turn);
        StackPane paper = new StackPane(image);
        paper.getStyleClass().add("small-leaf");
        paper.setMinSize(WIDTH, height);
        paper.setMaxSize(WIDTH, height);
        Label label = new Label(String.valueOf(count));
        VBox content = new VBox(paper, label);
        content.getStyleClass().add("small-leaf-content");
        Button button = new Button();
        button.getStyleClass().add("small-leaf-button");
        button.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        button.setGraphic(content);
        buttons.put(count - 1, button);
        button.setId("small-leaf-" + count);
        images.image(page, PageImages.COARSE, () -> buttons.get(count - 1) == button)
                .thenAccept(drawn -> Platform.runLater(() -> image.setImage(drawn)));
        button.setOnAction(_ -> roll.reveal(page, 0));
        return button;
    }

    private void mark(int index, Button button) {
        PageRef page = shown.get(index);
        boolean unseen = !model.submission().seen().contains(page);
        long marks = marksOn.getOrDefault(page, 0L);
        button.pseudoClassStateChanged(UNSEEN, unseen);
        button.pseudoClassStateChanged(HERE, here.equals(Optional.of(page)));
        String text = unseen
                ? UiText.of("Side.pageUnseen", index + 1)
                : marks == 0 ? String.valueOf(index + 1) : UiText.of("Side.pageMarks", index + 1, marks);
        Label label = (Label) ((VBox) button.getGraphic()).getChildren().get(1);
        label.setText(text);
        button.setAccessibleText(UiText.of("Desk.page", index + 1) + ", " + text);
    }

    /** Shows which page is in sight, which changes with every scroll step. */
    private void markHere() {
        if (node.getScene() == null || !shown.equals(roll.pages())) {
            return;
        }
        if (!percent.isFocused()) {
            percent.setText(Math.round(roll.scale() / NATURAL * 100) + " %");
        }
        Optional<PageRef> now = roll.pageInSight();
        if (!now.equals(here)) {
            here.map(shown::indexOf).map(buttons::get).ifPresent(b -> b.pseudoClassStateChanged(HERE, false));
            now.map(shown::indexOf).map(buttons::get).ifPresent(b -> b.pseudoClassStateChanged(HERE, true));
            here = now;
        }
    }
}
