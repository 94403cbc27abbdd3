package org.epiglyph.desktop.handback;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.binding.Bindings;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.Proof;
import org.epiglyph.core.Message;
import org.epiglyph.core.feedback.Difference;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.documents.WrittenRemark;
import org.epiglyph.exchange.sheet.GradeSheet;

/**
 * What the selected student will be handed: the pages as written, the text, the entry in the record, the row of the
 * sheet.
 */
final class ProofPane extends VBox {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);
    private static final double REMARKS = 200;
    private static final double AROUND = 44;
    private static final double LEAST = 200;
    private final ProofModel model;
    private final Label whose = new Label();
    private final Label trouble = new Label();
    private final Label since = new Label();
    private final Label waiting = new Label();
    private final StackPane content = new StackPane();
    private final Rows<Item> pages = new Rows<>("proof-pages", this::node);
    private final ScrollPane textPane = new ScrollPane();
    private final Map<String, Button> tabs = new LinkedHashMap<>();
    private final Runnable next;
    private String tab = "pages";

    /** A page, or a file without pages. */
    private sealed interface Item {}

    private record OfPage(ProofModel.Page page) implements Item {}

    private record Saying(String text) implements Item {}

    /** @param next goes to the next student, after the last page */
    ProofPane(ProofModel model, Runnable next) {
        this.model = model;
        this.next = next;
        FlowPane head = head();
        trouble.getStyleClass().add("notice");
        trouble.setWrapText(true);
        trouble.managedProperty().bind(trouble.textProperty().isNotEmpty());
        since.setId("proof-since");
        since.setWrapText(true);
        for (Label label : List.of(trouble, since, waiting)) {
            label.setMinHeight(Region.USE_PREF_SIZE); // wraps instead of being cut
        }
        since.managedProperty().bind(since.textProperty().isNotEmpty());
        showWhatIsMissing();
        textPane.setFitToWidth(true);
        textPane.getStyleClass().add("proof-words");
        content.getChildren().addAll(pages, textPane);
        VBox.setVgrow(content, Priority.ALWAYS);
        getChildren().addAll(head, trouble, since, waiting, content);
        getStyleClass().add("proof");
        setId("proof");
        model.shownProperty().addListener((_, _, _) -> refresh());
        model.troubleProperty().addListener((_, _, _) -> refresh());
        pages.widthProperty().addListener((_, before, now) -> {
            if (Math.abs(before.doubleValue() - now.doubleValue()) > 1) {
                pages.refresh();
            }
        });
        refresh();
    }

    private FlowPane head() {
        for (String name : List.of("pages", "feedback", "record", "row", "letter")) {
            Button button = new Button(UiText.of("HandBack.proof." + name));
            button.getStyleClass().add("filter");
            button.setId("proof-" + name);
            button.setMinWidth(Region.USE_PREF_SIZE);
            button.setOnAction(_ -> show(name));
            tabs.put(name, button);
        }
        FlowPane names = new FlowPane();
        names.getStyleClass().add("proof-tabs");
        names.getChildren().addAll(tabs.values());
        whose.getStyleClass().add("hint");
        names.getChildren().add(whose);
        return names;
    }

    private void showWhatIsMissing() {
        waiting.getStyleClass().add("hint");
        waiting.setWrapText(true);
        waiting.textProperty()
                .bind(Bindings.when(model.buildingProperty())
                        .then(UiText.of("HandBack.proof.building"))
                        .otherwise(UiText.of("HandBack.proof.choose")));
        waiting.visibleProperty()
                .bind(Bindings.createBooleanBinding(() -> model.shownProperty().get().isEmpty(), model.shownProperty())
                        .and(model.troubleProperty().isEmpty()));
        waiting.managedProperty().bind(waiting.visibleProperty());
    }

    private void show(String name) {
        tab = name;
        refresh();
    }

    /** Scrolls by a number of screens; after the last page the next student follows. */
    void scroll(int screens) {
        javafx.scene.control.ScrollBar bar = (javafx.scene.control.ScrollBar) pages.lookup(".scroll-bar:vertical");
        boolean atEnd = !pages.isVisible() || bar == null || !bar.isVisible() || bar.getValue() >= bar.getMax();
        if (screens > 0 && atEnd) {
            next.run();
        } else if (bar != null && pages.isVisible()) {
            bar.setValue(Math.clamp(bar.getValue() + screens * bar.getVisibleAmount() * (bar.getMax() - bar.getMin()),
                    bar.getMin(), bar.getMax()));
        }
    }

    private void refresh() {
        tabs.forEach((name, button) -> button.pseudoClassStateChanged(HERE, name.equals(tab)));
        Optional<ProofModel.Shown> shown = model.shownProperty().get();
        Optional<Proof> proof = shown.map(ProofModel.Shown::proof);
        whose.setText(proof.map(p -> UiText.of("HandBack.proof.asGets", student(p).givenName())).orElse(""));
        trouble.setText(proof.map(p -> String.join("\n", warnings(p))).orElse("")
                + model.troubleProperty().get());
        since.setText(shown.flatMap(s -> s.since().map(d -> describe(d, s.proof()))).orElse(""));
        boolean onPages = tab.equals("pages");
        pages.setVisible(onPages && shown.isPresent());
        textPane.setVisible(!onPages && shown.isPresent());
        pages.getItems().setAll(shown.map(ProofPane::items).orElse(List.of()));
        textPane.setContent(shown.map(this::textOf).orElse(null));
    }

    private static List<String> warnings(Proof proof) {
        List<String> all = proof.trouble()
                .stream()
                .map(Message::text)
                .collect(Collectors.toCollection(ArrayList::new));
        if (!proof.batch().submission(proof.student()).sealed()) {
            all.addFirst(UiText.of("HandBack.proof.unsealed", student(proof).givenName()));
        }
        return all;
    }

    private static Student student(Proof proof) {
        return proof.batch().submission(proof.student()).student();
    }

    private static List<Item> items(ProofModel.Shown shown) {
        List<Item> items = new ArrayList<>();
        shown.pages().forEach(p -> items.add(new OfPage(p)));
        for (int i = 0; i < shown.proof().files().size(); i++) {
            int file = i;
            if (shown.pages().stream().noneMatch(p -> p.file() == file)) {
                items.add(new Saying(UiText.of("HandBack.proof.notPages", shown.proof().files().get(i).name())));
            }
        }
        if (shown.proof().files().isEmpty()) {
            items.add(new Saying(UiText.of("HandBack.proof.noFiles", student(shown.proof()).givenName())));
        }
        return items;
    }

    private Node node(Item item) {
        return switch (item) {
            case Saying(String said) -> {
                Label label = new Label(said);
                label.setWrapText(true);
                label.getStyleClass().add("proof-saying");
                yield label;
            }
            case OfPage(ProofModel.Page page) -> page(page);
        };
    }

    private Node page(ProofModel.Page page) {
        ProofModel.Shown shown = model.shownProperty().get().orElseThrow();
        String file = shown.proof().files().get(page.file()).name();
        Label name = new Label(UiText.of("HandBack.proof.page", file, page.index() + 1));
        name.getStyleClass().add("hint");
        Node line = shown.earlier()
                .map(e -> both(shown, page, e, e.page(file, page.index())))
                .orElseGet(() -> alone(shown, page));
        VBox all = new VBox(name, line);
        all.getStyleClass().add("proof-page");
        return all;
    }

    private Node alone(ProofModel.Shown shown, ProofModel.Page page) {
        boolean beside = shown.readBeside() && shown.pages().stream().anyMatch(p -> !p.remarks().isEmpty());
        Node leaf = leaf(shown.images(), page, pages.getWidth() - AROUND - (beside ? REMARKS : 0));
        HBox line = beside ? new HBox(leaf, remarks(page, before(shown.pages(), page), REMARKS)) : new HBox(leaf);
        line.getStyleClass().add("proof-line");
        return line;
    }

    /** A page as it was handed back, and as it is now, each with its remarks below it. */
    private Node both(ProofModel.Shown shown, ProofModel.Page now, ProofModel.Earlier earlier,
            Optional<ProofModel.Page> then) {
        double width = (pages.getWidth() - AROUND) / 2 - AROUND / 4;
        VBox left = new VBox(subheading(UiText.of("HandBack.since.then")), then
                .map(p -> leaf(earlier.images(), p, width))
                .orElseGet(() -> text(UiText.of("HandBack.since.noPage"))));
        VBox right = new VBox(subheading(UiText.of("HandBack.since.now")), leaf(shown.images(), now, width));
        if (shown.readBeside()) {
            then.ifPresent(p -> left.getChildren().add(remarks(p, before(earlier.pages(), p), width)));
            right.getChildren().add(remarks(now, before(shown.pages(), now), width));
        }
        HBox both = new HBox(left, right);
        both.getStyleClass().addAll("proof-line", "proof-both");
        return both;
    }

    /** @param room for its width */
    private Node leaf(PageImages images, ProofModel.Page page, double room) {
        double width = Math.max(LEAST, room);
        double scale = Math.min(width / page.shape().shownWidth(), width * 1.6 / page.shape().shownHeight());
        ImageView view = new ImageView();
        view.setFitWidth(page.shape().shownWidth() * scale);
        view.setFitHeight(page.shape().shownHeight() * scale);
        StackPane leaf = new StackPane(view);
        leaf.getStyleClass().add("proof-leaf");
        leaf.setMinSize(view.getFitWidth(), view.getFitHeight());
        leaf.setMaxSize(view.getFitWidth(), view.getFitHeight());
        leaf.setAccessibleText(UiText.of("HandBack.proof.pageText", page.index() + 1,
                page.remarks().stream().map(WrittenRemark::text).collect(Collectors.joining("; "))));
        double pixels = pages.getScene() == null
                ? 1
                : pages.getScene().getWindow().getOutputScaleX() * pages.getLocalToSceneTransform().getMxx();
        images.image(new PageRef(String.valueOf(page.file()), page.index()), scale * pixels)
                .thenAccept(image -> javafx.application.Platform.runLater(() -> view.setImage(image)));
        return leaf;
    }

    /** How many remarks are on earlier pages. */
    private static int before(List<ProofModel.Page> all, ProofModel.Page page) {
        return all.stream().takeWhile(p -> p != page).mapToInt(p -> p.remarks().size()).sum();
    }

    /**
     * The text of the page's annotations, read from the file itself.
     *
     * @param before number of remarks on earlier pages
     */
    private static Node remarks(ProofModel.Page page, int before, double width) {
        VBox all = new VBox();
        all.getStyleClass().add("proof-remarks");
        all.setMinWidth(width);
        all.setMaxWidth(width);
        for (int i = 0; i < page.remarks().size(); i++) {
            Label label = Slant.of(new Label((before + i + 1) + "  " + page.remarks().get(i).text()));
            label.setWrapText(true);
            label.getStyleClass().add("proof-remark");
            all.getChildren().add(label);
        }
        return all;
    }

    private static String describe(Difference since, Proof proof) {
        List<String> parts = new ArrayList<>();
        if (since.before().compareTo(since.now()) != 0) {
            parts.add(UiText.of("HandBack.since.result", Criterion.format(since.before()),
                    Criterion.format(since.now())));
        }
        if (since.added() > 0) {
            parts.add(UiText.of("HandBack.since.added", since.added()));
        }
        if (since.removed() > 0) {
            parts.add(UiText.of("HandBack.since.removed", since.removed()));
        }
        if (since.changed() > 0) {
            parts.add(UiText.of("HandBack.since.changed", since.changed()));
        }
        if (!since.feedback().equals(proof.feedback())) {
            parts.add(UiText.of("HandBack.since.feedback"));
        }
        return UiText.of("HandBack.since", WHEN.format(since.at().atZone(proof.batch().task().zone())),
                String.join(", ", parts));
    }

    /** What the record has, and beside it what it gets, if they differ. */
    private static Node compared(Difference since, Proof proof) {
        HBox both = new HBox(
                new VBox(subheading(UiText.of("HandBack.since.then")), text(since.feedback())),
                new VBox(subheading(UiText.of("HandBack.since.now")), text(proof.feedback())));
        both.getChildren().forEach(n -> {
            HBox.setHgrow(n, Priority.ALWAYS);
            ((VBox) n).setPrefWidth(0);
        });
        both.getStyleClass().add("proof-both");
        return both;
    }

    private static Label subheading(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("field-label");
        return label;
    }

    private Node textOf(ProofModel.Shown shown) {
        Proof proof = shown.proof();
        return switch (tab) {
            case "feedback" -> paper(List.of(shown.since()
                    .filter(d -> !d.feedback().equals(proof.feedback()))
                    .map(d -> compared(d, proof))
                    .orElseGet(() -> text(proof.feedback()))));
            case "record" -> paper(List.of(record(proof)));
            case "row" -> paper(List.of(proof.row().isEmpty()
                    ? text(UiText.of("HandBack.proof.noRow", student(proof).givenName()))
                    : row(proof.row())));
            case "letter" -> paper(letter(shown));
            default -> null;
        };
    }

    /** Letters sent to this student, and the letter being written as they will read it. */
    private static List<Node> letter(ProofModel.Shown shown) {
        Proof proof = shown.proof();
        List<Node> nodes = new ArrayList<>();
        proof.batch()
                .submission(proof.student())
                .correspondence()
                .letters()
                .forEach(l -> nodes.add(subheading(UiText.of("HandBack.proof.written", l.subject(),
                        WHEN.format(l.at().atZone(proof.batch().task().zone())), l.way()))));
        shown.letter().ifPresentOrElse(l -> {
            nodes.add(subheading(UiText.of("HandBack.proof.draft", student(proof).givenName())));
            nodes.add(Form.text(l.subject(), "subheading"));
            nodes.add(text(l.body()));
        }, () -> nodes.add(text(UiText.of("HandBack.proof.noLetter"))));
        return nodes;
    }

    private static Node paper(List<Node> nodes) {
        VBox paper = new VBox();
        paper.getStyleClass().add("proof-paper");
        paper.getChildren().addAll(nodes);
        return new VBox(paper);
    }

    static Label text(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().add("proof-text");
        return label;
    }

    private static Node record(Proof proof) {
        ProofGrid grid = new ProofGrid();
        grid.add(UiText.of("HandBack.proof.score"), UiText.of("HandBack.proof.outOf", Criterion.format(proof.score()),
                Criterion.format(proof.batch().task().maximum())));
        grid.add(UiText.of("HandBack.proof.grade"), proof.grade().orElse(UiText.of("HandBack.proof.none")));
        grid.add(UiText.of("HandBack.proof.files"), proof.files().isEmpty()
                ? UiText.of("HandBack.proof.none")
                : proof.files().stream().map(Proof.Outgoing::name).collect(Collectors.joining("\n")));
        grid.add(UiText.of("HandBack.proof.comment"), proof.feedback());
        return grid;
    }

    private static Node row(List<GradeSheet.Cell> cells) {
        ProofGrid grid = new ProofGrid();
        cells.forEach(c -> grid.add(c.heading(), c.value()));
        return grid;
    }
}
