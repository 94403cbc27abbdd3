package org.epiglyph.documents.base;

import java.util.List;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Delimited;
import org.commonmark.node.Emphasis;
import org.commonmark.node.HtmlInline;
import org.commonmark.node.LinkReferenceDefinition;
import org.commonmark.node.Node;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SourceSpan;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.node.Text;

/**
 * Restores as typed what CommonMark takes for formatting and a marker hardly means as such, so that no character of a
 * remark is lost: {@code 2*3*4} and {@code __init__}, tags in angle brackets, a footnote's number with a colon.
 */
final class AsTyped extends AbstractVisitor {
    private final String text;

    private AsTyped(String text) {
        this.text = text;
    }

    /**
     * Changes a tree.
     *
     * @param text the source it was parsed from, with the positions of its blocks
     */
    static Node in(Node tree, String text) {
        tree.accept(new AsTyped(text));
        return tree;
    }

    @Override
    public void visit(Emphasis emphasis) {
        visitChildren(emphasis);
        keepForm(emphasis, emphasis);
    }

    @Override
    public void visit(StrongEmphasis strong) {
        visitChildren(strong);
        keepForm(strong, strong);
    }

    @Override
    public void visit(HtmlInline tag) {
        tag.insertBefore(new Text(tag.getLiteral()));
        tag.unlink();
    }

    @Override
    public void visit(LinkReferenceDefinition definition) {
        Paragraph line = new Paragraph();
        line.appendChild(new Text(source(definition.getSourceSpans())));
        definition.insertBefore(line);
        definition.unlink();
    }

    private String source(List<SourceSpan> places) {
        SourceSpan last = places.getLast();
        return text.substring(places.getFirst().getInputIndex(), last.getInputIndex() + last.getLength());
    }

    private static void keepForm(Node node, Delimited form) {
        if (isFormatting(node, form.getOpeningDelimiter())) {
            return;
        }
        node.insertBefore(new Text(form.getOpeningDelimiter()));
        while (node.getFirstChild() != null) {
            node.insertBefore(node.getFirstChild());
        }
        node.insertBefore(new Text(form.getClosingDelimiter()));
        node.unlink();
    }

    /**
     * An asterisk after a letter or digit multiplies, two after a digit raise to a power, and underscores are parts of
     * names.
     */
    private static boolean isFormatting(Node node, String sign) {
        String before = node.getPrevious() instanceof Text text ? text.getLiteral() : "";
        int last = before.isEmpty() ? ' ' : before.codePointBefore(before.length());
        return switch (sign) {
            case "*" -> !Character.isLetterOrDigit(last);
            case "**" -> !Character.isDigit(last);
            default -> false;
        };
    }
}
