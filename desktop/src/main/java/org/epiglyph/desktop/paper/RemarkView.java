package org.epiglyph.desktop.paper;

import java.util.Locale;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.regex.Pattern;
import javafx.geometry.Insets;
import javafx.geometry.NodeOrientation;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.Emphasis;
import org.commonmark.node.HardLineBreak;
import org.commonmark.node.Link;
import org.commonmark.node.ListBlock;
import org.commonmark.node.Node;
import org.commonmark.node.OrderedList;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.base.RemarkText;
import org.epiglyph.documents.base.TextDirection;

/**
 * The text of a remark, set in its ink: bold, emphasis, lists, links and pictures of CommonMark, or one line of it if
 * space is scarce.
 */
public final class RemarkView extends VBox {
    private static final Pattern OPENED = Pattern.compile("(?:https?://|mailto:)", Pattern.CASE_INSENSITIVE);
    private static final double INDENT = 14;
    private static final double PICTURE = 190;
    private final String ink;
    private final Function<String, Image> pictures;
    private final Consumer<String> links;

    /** How a run of text is set. */
    private record Setting(boolean strong, boolean emphasis, String address) {}

    private RemarkView(Ink ink, Function<String, Image> pictures, Consumer<String> links) {
        this.ink = "ink-" + ink.name().toLowerCase(Locale.ROOT);
        this.pictures = pictures;
        this.links = links;
        getStyleClass().add("remark");
    }

    /**
     * The whole text.
     *
     * @param pictures returns a picture by its name
     * @param links    opens an address
     */
    public static RemarkView whole(String text, Ink ink, Function<String, Image> pictures, Consumer<String> links) {
        RemarkView view = new RemarkView(ink, pictures, links);
        view.blocks(RemarkText.tree(text), "", 0);
        view.setAccessibleText(RemarkText.plain(text));
        return view;
    }

    /** The beginning of the text, on one line. */
    public static RemarkView oneLine(String text, Ink ink) {
        RemarkView view = new RemarkView(ink, _ -> null, _ -> {});
        String plain = RemarkText.plain(text);
        Label line = Slant.of(new Label(plain.replaceAll("\\s+", " ")));
        line.getStyleClass().addAll("remark-line", view.ink);
        line.setMaxWidth(Double.MAX_VALUE);
        if (TextDirection.isRightToLeft(plain)) {
            line.setNodeOrientation(NodeOrientation.RIGHT_TO_LEFT);
        }
        view.getChildren().add(line);
        view.setAccessibleText(plain);
        return view;
    }

    /** @param sign precedes the first block */
    private void blocks(Node parent, String sign, int depth) {
        String first = sign;
        for (Node n = parent.getFirstChild(); n != null; n = n.getNext()) {
            switch (n) {
                case BulletList list -> items(list, _ -> RemarkText.sign(list), depth + 1);
                case OrderedList list -> {
                    int start = Objects.requireNonNullElse(list.getMarkerStartNumber(), 1);
                    items(list, i -> start + i + ". ", depth + 1);
                }
                default -> flow(n, first, depth);
            }
            first = "";
        }
    }

    /** @param signs by the number of the item, from 0 */
    private void items(ListBlock list, IntFunction<String> signs, int depth) {
        int number = 0;
        for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
            String sign = signs.apply(number++);
            if (item.getFirstChild() == null) {
                flow(item, sign, depth);
            } else {
                blocks(item, sign, depth);
            }
        }
    }

    private void flow(Node block, String sign, int depth) {
        TextFlow flow = new TextFlow();
        flow.setPadding(new Insets(0, 0, 0, depth * INDENT));
        if (!sign.isEmpty()) {
            add(flow, sign, new Setting(false, false, ""));
        }
        inline(block, flow, new Setting(false, false, ""));
        flow.getStyleClass().add("remark-flow");
        if (RemarkText.isRightToLeft(block)) {
            flow.setNodeOrientation(NodeOrientation.RIGHT_TO_LEFT);
        }
        getChildren().add(flow);
    }

    private void inline(Node parent, TextFlow flow, Setting setting) {
        for (Node n = parent.getFirstChild(); n != null; n = n.getNext()) {
            switch (n) {
                case org.commonmark.node.Text text -> add(flow, text.getLiteral(), setting);
                case Code code -> add(flow, code.getLiteral(), setting);
                case SoftLineBreak _,HardLineBreak _ -> add(flow, "\n", setting);
                case StrongEmphasis strong ->
                    inline(strong, flow, new Setting(true, setting.emphasis, setting.address));
                case Emphasis emphasis -> inline(emphasis, flow, new Setting(setting.strong, true, setting.address));
                case Link link ->
                    inline(link, flow, new Setting(setting.strong, setting.emphasis, address(link)));
                case org.commonmark.node.Image image -> picture(image, flow, setting);
                default -> inline(n, flow, setting);
            }
        }
    }

    /** Where a link leads; empty unless it leads to the web or to mail, since phrases come from others too. */
    private static String address(Link link) {
        return OPENED.matcher(link.getDestination()).lookingAt() ? link.getDestination() : "";
    }

    private void add(TextFlow flow, String words, Setting setting) {
        Text text = Slant.of(new Text(words));
        text.getStyleClass().addAll("remark-text", ink);
        if (setting.strong) {
            text.getStyleClass().add("strong");
        }
        if (setting.emphasis) {
            text.getStyleClass().add("emphasis");
        }
        if (!setting.address.isEmpty()) {
            text.getStyleClass().add("link");
            text.setAccessibleText(UiText.of("Desk.linkSpoken", words));
            text.setOnMouseClicked(e -> {
                e.consume();
                links.accept(setting.address);
            });
        }
        flow.getChildren().add(text);
    }

    private void picture(org.commonmark.node.Image image, TextFlow flow, Setting setting) {
        Image shown = image.getDestination().startsWith("picture:")
                ? pictures.apply(image.getDestination().substring("picture:".length()))
                : null;
        if (shown == null) {
            inline(image, flow, setting);
            return;
        }
        ImageView view = new ImageView(shown);
        view.setPreserveRatio(true);
        view.setFitWidth(PICTURE);
        view.setAccessibleText(RemarkText.plain(altText(image)));
        flow.getChildren().add(view);
    }

    private static String altText(Node image) {
        return image.getFirstChild() instanceof org.commonmark.node.Text text ? text.getLiteral() : "";
    }
}
