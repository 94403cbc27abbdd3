package org.epiglyph.documents;

import java.util.Set;
import org.commonmark.node.HardLineBreak;
import org.commonmark.node.Image;
import org.commonmark.node.Node;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.Text;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.NodeRenderer;
import org.commonmark.renderer.html.HtmlRenderer;
import org.commonmark.renderer.text.LineBreakRendering;
import org.commonmark.renderer.text.TextContentNodeRendererContext;
import org.commonmark.renderer.text.TextContentRenderer;

/** The marker's words as CommonMark: read into a tree, as plain words, and as the rich text that PDF readers know. */
public final class RemarkText {
    private static final Parser PARSER = Parser.builder().build();
    private static final TextContentRenderer PLAIN = TextContentRenderer.builder()
            .lineBreakRendering(LineBreakRendering.COMPACT)
            .nodeRendererFactory(Picture::new)
            .build();
    private static final HtmlRenderer RICH = HtmlRenderer.builder().escapeHtml(true).sanitizeUrls(true).build();
    private static final Set<String> MADE_BY = Set.of("*", "_", "`", "[", "\n");

    private RemarkText() {}

    /** The words as a tree of CommonMark. */
    public static Node tree(String words) {
        return PARSER.parse(words);
    }

    /** The words without any signs of form: a picture by its words, a link with its address behind it. */
    public static String plain(String words) {
        return isPlain(words) ? words : PLAIN.render(tree(words)).strip();
    }

    private static boolean isPlain(String words) {
        return MADE_BY.stream().noneMatch(words::contains) && !words.matches("(?s)(#|>|-|\\+|\\d+[.)]).*");
    }

    /**
     * The words as rich text (ISO 32000-2, 12.7.4.4: a subset of XHTML); empty where they have no form.
     */
    static String rich(String words) {
        if (isPlain(words)) {
            return "";
        }
        return "<?xml version=\"1.0\"?><body xmlns=\"http://www.w3.org/1999/xhtml\">"
                + RICH.render(tree(words)).replaceAll("<img [^>]*alt=\"([^\"]*)\"[^>]*/>", "$1") + "</body>";
    }

    /** A picture cannot be shown among plain words; its own words stand for it. */
    private record Picture(TextContentNodeRendererContext context) implements NodeRenderer {
        @Override
        public Set<Class<? extends Node>> getNodeTypes() {
            return Set.of(Image.class);
        }

        @Override
        public void render(Node picture) {
            for (Node n = picture.getFirstChild(); n != null; n = n.getNext()) {
                switch (n) {
                    case Text text -> context.getWriter().write(text.getLiteral());
                    case SoftLineBreak _,HardLineBreak _ -> context.getWriter().whitespace();
                    default -> {
                    }
                }
            }
        }
    }
}
