package org.epiglyph.documents.base;

import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.BulletList;
import org.commonmark.node.Document;
import org.commonmark.node.HardLineBreak;
import org.commonmark.node.Image;
import org.commonmark.node.ListBlock;
import org.commonmark.node.Node;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.Text;
import org.commonmark.parser.IncludeSourceSpans;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.NodeRenderer;
import org.commonmark.renderer.html.HtmlRenderer;
import org.commonmark.renderer.text.LineBreakRendering;
import org.commonmark.renderer.text.TextContentNodeRendererContext;
import org.commonmark.renderer.text.TextContentRenderer;

/**
 * A remark's text, with the part of CommonMark that remarks support: bold and emphasis by asterisks, lists, code, links
 * and pictures. Everything else is shown as typed. Converted to a tree, to plain text, to HTML, and to the rich text of
 * PDF readers.
 */
public final class RemarkText {
    private static final Parser PARSER = Parser.builder()
            .enabledBlockTypes(Set.of(ListBlock.class))
            .includeSourceSpans(IncludeSourceSpans.BLOCKS)
            .customInlineContentParserFactory(new TypedSigns())
            .build();
    private static final TextContentRenderer PLAIN = TextContentRenderer.builder()
            .lineBreakRendering(LineBreakRendering.COMPACT)
            .nodeRendererFactory(Picture::new)
            .build();
    private static final HtmlRenderer MARKUP = HtmlRenderer.builder()
            .escapeHtml(true)
            .sanitizeUrls(true)
            .softbreak("<br />")
            .attributeProviderFactory(_ -> RemarkText::style)
            .build();
    /** The class of lists whose items begin with their sign. */
    private static final String SIGNED = "signed";
    private static final Set<String> MADE_BY = Set.of("*", "`", "[", "\n");
    private static final Pattern LIST = Pattern.compile("\\s*([-+]|\\d{1,9}[.)])\\s");

    private RemarkText() {}

    /** The text as a CommonMark tree. */
    public static Node tree(String text) {
        if (isPlain(text)) {
            Paragraph line = new Paragraph();
            line.appendChild(new Text(text.strip()));
            Document document = new Document();
            document.appendChild(line);
            return document;
        }
        return AsTyped.in(PARSER.parse(text), text);
    }

    /** The text without formatting: a picture by its alternative text, a link followed by its address. */
    public static String plain(String text) {
        return isPlain(text) ? text : PLAIN.render(tree(text)).strip();
    }

    private static boolean isPlain(String text) {
        return MADE_BY.stream().noneMatch(text::contains) && !LIST.matcher(text).lookingAt();
    }

    /** True if a block of the tree reads from right to left. */
    public static boolean isRightToLeft(Node block) {
        return TextDirection.isRightToLeft(PLAIN.render(block));
    }

    /** The sign before the items of an unnumbered list: a plus or minus may be meant as such. */
    public static String sign(BulletList list) {
        return switch (list.getMarker()) {
            case "*" -> "\u2022 ";
            case "-" -> "\u2013 ";
            default -> list.getMarker() + " ";
        };
    }

    /**
     * The text as HTML in which all markup within it is escaped. Lists of the class "signed" have a sign of their own
     * before each item; blocks that read from right to left are marked as such.
     */
    public static String markup(String text) {
        Node tree = tree(text);
        tree.accept(new AbstractVisitor() {
            @Override
            public void visit(BulletList list) {
                if (isSigned(list)) {
                    for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
                        Node first = item.getFirstChild() instanceof Paragraph paragraph ? paragraph : item;
                        first.prependChild(new Text(sign(list)));
                    }
                }
                visitChildren(list);
            }
        });
        return MARKUP.render(tree);
    }

    private static boolean isSigned(BulletList list) {
        return !"*".equals(list.getMarker());
    }

    private static void style(Node node, String tag, Map<String, String> attributes) {
        if (node instanceof BulletList list && isSigned(list)) {
            attributes.put("class", SIGNED);
        }
        if ((node instanceof Paragraph || node instanceof ListBlock) && isRightToLeft(node)) {
            attributes.put("dir", "rtl");
        }
    }

    /** The text as rich text (ISO 32000-2, 12.7.4.4: a subset of XHTML); empty if it has no formatting. */
    public static String rich(String text) {
        if (isPlain(text)) {
            return "";
        }
        return "<?xml version=\"1.0\"?><body xmlns=\"http://www.w3.org/1999/xhtml\">"
                + markup(text).replaceAll("<img [^>]*alt=\"([^\"]*)\"[^>]*/>", "$1") + "</body>";
    }

    /** A picture cannot be shown in plain text; its alternative text replaces it. */
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
