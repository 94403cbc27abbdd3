package org.epiglyph.desktop.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.geometry.NodeOrientation;
import javafx.geometry.Point3D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.WritableImage;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.PickResult;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.epiglyph.core.marks.Ink;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

/** The text of a remark as set in the margin. */
@ExtendWith(ApplicationExtension.class)
class RemarkViewTest {
    private static final Image STAR = new WritableImage(2, 2);
    private final List<String> opened = new ArrayList<>();

    private RemarkView view(String text) {
        return RemarkView.whole(text, Ink.PLUM, name -> name.equals("ff.png") ? STAR : null, opened::add);
    }

    private static Stream<Node> inFlows(RemarkView view) {
        return view.getChildren().stream().flatMap(f -> ((TextFlow) f).getChildren().stream());
    }

    private static Text text(RemarkView view, String text) {
        return inFlows(view).filter(n -> n instanceof Text t && t.getText().equals(text))
                .map(Text.class::cast)
                .findFirst()
                .orElseThrow();
    }

    private static List<String> lines(RemarkView view) {
        return view.getChildren()
                .stream()
                .map(f -> String.join("",
                        ((TextFlow) f).getChildren()
                                .stream()
                                .map(n -> n instanceof Text t ? t.getText() : "[]")
                                .toList()))
                .toList();
    }

    private static void press(Node node) {
        node.fireEvent(new MouseEvent(MouseEvent.MOUSE_CLICKED, 0, 0, 0, 0, MouseButton.PRIMARY, 1, false, false, false,
                false, true, false, false, false, false, true, new PickResult(node, Point3D.ZERO, 0)));
    }

    @Test
    void showsBoldEmphasisAndInk() {
        RemarkView view = view("Well **seen**, *mostly*");
        assertThat(text(view, "seen").getStyleClass()).contains("strong", "ink-plum").doesNotContain("emphasis");
        assertThat(text(view, "mostly").getStyleClass()).contains("emphasis");
        assertThat(text(view, "Well ").getStyleClass()).doesNotContain("strong", "link");
        assertThat(view.getAccessibleText()).isEqualTo("Well seen, mostly");
    }

    @Test
    void showsListsWithMarkersAndIndents() {
        RemarkView view = view("Look at\n\n- the range\n- the hour\n  1. first\n  2. second\n\n3. third");
        assertThat(lines(view)).containsExactly("Look at", "\u2013 the range", "\u2013 the hour", "1. first",
                "2. second", "3. third");
        assertThat(lines(view("+ clear\n+ short\n\n* other"))).containsExactly("+ clear", "+ short", "\u2022 other");
        assertThat(((TextFlow) view.getChildren().get(1)).getPadding().getLeft())
                .isGreaterThan(((TextFlow) view.getChildren().getFirst()).getPadding().getLeft());
    }

    @Test
    void opensWebLinksAndShowsOthersAsText() {
        RemarkView view = view(
                "[tides](https://example.org/t) [mail](mailto:a@example.org) [disk](file:///etc/x) [odd](run:x)");
        press(text(view, "tides"));
        press(text(view, "mail"));
        press(text(view, "disk"));
        press(text(view, "odd"));
        assertThat(opened).containsExactly("https://example.org/t", "mailto:a@example.org");
        assertThat(text(view, "tides").getAccessibleText()).isEqualTo("Link: tides");
        assertThat(text(view, "disk").getStyleClass()).doesNotContain("link");
    }

    @Test
    void showsAPictureOrItsDescription() {
        RemarkView view = view("![a star](picture:ff.png) and ![a moon](picture:aa.png)");
        assertThat(inFlows(view).filter(ImageView.class::isInstance)).singleElement()
                .satisfies(n -> assertThat(n.getAccessibleText()).isEqualTo("a star"));
        assertThat(lines(view)).containsExactly("[] and a moon");
    }

    @Test
    void showsOneLineOfPlainTextInSmallSpaces() {
        RemarkView view = RemarkView.oneLine("Well **seen**\n\n- and\n- said", Ink.PLUM);
        assertThat(view.getChildren()).singleElement()
                .satisfies(n -> assertThat(((Label) n).getText()).startsWith("Well seen").doesNotContain("\n", "*"));
    }

    @Test
    void showsUnknownFormattingAsTyped() {
        assertThat(lines(view("The <table> of 2*3*4\n# not *closed* &lt;")))
                .containsExactly("The <table> of 2*3*4\n# not closed &lt;");
        assertThat(lines(view("    four spaces"))).containsExactly("four spaces");
        assertThat(lines(view("> 5 m &lt; \\frac{a}{b}"))).containsExactly("> 5 m &lt; \\frac{a}{b}");
        assertThat(lines(view("---"))).containsExactly("---");
        assertThat(lines(view("1. "))).containsExactly("1. ");
    }

    @Test
    void alignsEachBlockByItsDirection() {
        RemarkView view = view("\u05e9\u05dc\u05d5\u05dd\n\nand more\n\n* \u05e9\u05dc\u05d5\u05dd");
        assertThat(view.getChildren()).extracting(Node::getEffectiveNodeOrientation)
                .containsExactly(NodeOrientation.RIGHT_TO_LEFT, NodeOrientation.LEFT_TO_RIGHT,
                        NodeOrientation.RIGHT_TO_LEFT);
        assertThat(RemarkView.oneLine("\u05e9\u05dc\u05d5\u05dd", Ink.PLUM).getChildren().getFirst())
                .extracting(Node::getNodeOrientation)
                .isEqualTo(NodeOrientation.RIGHT_TO_LEFT);
    }
}
