package org.epiglyph.desktop.paper;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.scene.image.Image;
import javafx.scene.layout.Pane;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * The nodes of the remarks in the margin, reused as long as their content is the same, so that scrolling lays out no
 * text again.
 */
final class RemarkViews {
    private static final PseudoClass PRIVATE = PseudoClass.getPseudoClass("private");
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private final DeskModel model;
    private final PageRoll roll;
    private final Pane ground;
    private final Function<String, Image> pictures;
    private final Consumer<String> links;
    private final Map<Content, RemarkView> views = new HashMap<>();
    private final Map<Content, Double> heights = new HashMap<>();
    private final Set<Content> used = new HashSet<>();
    private double width;

    /** What a view depends on, besides being selected. */
    private record Content(String mark, String text, Ink ink, boolean secret, int page, boolean oneLine) {
        static Content of(Mark mark, boolean oneLine) {
            return new Content(mark.id(), Margin.text(mark), mark.ink(), mark.isPrivate(), mark.page().number(),
                    oneLine);
        }
    }

    /**
     * @param ground   the parent of the views
     * @param pictures returns a picture of the marker's own by its name
     * @param links    opens an address
     */
    RemarkViews(DeskModel model, PageRoll roll, Pane ground, Function<String, Image> pictures,
            Consumer<String> links) {
        this.model = model;
        this.roll = roll;
        this.ground = ground;
        this.pictures = pictures;
        this.links = links;
    }

    /** Starts laying out the remarks. All views are hidden until they are placed. */
    void begin(double remarkWidth) {
        if (remarkWidth != width) {
            width = remarkWidth;
            heights.clear();
        }
        used.clear();
        views.values().forEach(v -> v.setVisible(false));
    }

    /** Releases the views that were not requested since the start. */
    void end() {
        views.entrySet().removeIf(e -> {
            boolean gone = !used.contains(e.getKey());
            if (gone) {
                ground.getChildren().remove(e.getValue());
                heights.remove(e.getKey());
            }
            return gone;
        });
    }

    /** Releases all, since they would look different now: larger, or in other colours. */
    void forget() {
        ground.getChildren().removeAll(views.values());
        views.clear();
        heights.clear();
    }

    /** @param oneLine true for the beginning of the text, false for all of it */
    RemarkView of(Mark mark, boolean oneLine) {
        Content content = Content.of(mark, oneLine);
        used.add(content);
        RemarkView view = views.computeIfAbsent(content, _ -> made(mark, content));
        view.pseudoClassStateChanged(CHOSEN, model.chosen().has(mark.id()));
        return view;
    }

    /** The height of the remark at its width, in pixels. */
    double height(Mark mark, boolean oneLine) {
        Content content = Content.of(mark, oneLine);
        RemarkView view = of(mark, oneLine);
        return heights.computeIfAbsent(content, _ -> view.prefHeight(width));
    }

    private RemarkView made(Mark mark, Content content) {
        RemarkView view = content.oneLine
                ? RemarkView.oneLine(content.text, content.ink)
                : RemarkView.whole(content.text, content.ink, pictures, links);
        view.pseudoClassStateChanged(PRIVATE, content.secret);
        view.setAccessibleText(UiText.of("Desk.remarkSpoken", content.page, view.getAccessibleText()));
        view.setOnMousePressed(e -> {
            e.consume();
            boolean again = model.chosen().has(mark.id());
            model.submission().findMark(mark.id()).ifPresent(m -> roll.reveal(m.page(), m.bounds()));
            if (again || !content.oneLine) {
                model.writing().open(mark.id());
            } else {
                model.chosen().choose(List.of(mark.id()));
            }
        });
        view.setManaged(false); // placed and sized by the margin, not by the pane
        view.setVisible(false);
        ground.getChildren().add(view); // so that its style applies when it is measured
        view.applyCss();
        return view;
    }
}
