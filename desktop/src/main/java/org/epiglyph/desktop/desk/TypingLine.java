package org.epiglyph.desktop.desk;

import java.util.List;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;

/**
 * The line over the part of the desk that receives typed keys: the ledger or the side while the caret is in one of
 * their fields, else the pages, for which digits take tools.
 */
final class TypingLine {
    private static final PseudoClass TYPING = PseudoClass.getPseudoClass("typing");
    private final List<Node> fields;
    private final Node pages;

    /**
     * @param pages  receives whatever is not typed into a field
     * @param fields the parts with fields
     */
    TypingLine(Node pages, Node... fields) {
        this.pages = pages;
        this.fields = List.of(fields);
        pages.sceneProperty().flatMap(s -> s == null ? null : s.focusOwnerProperty()).subscribe(this::show);
    }

    private void show(Node owner) {
        boolean elsewhere = owner instanceof TextInputControl;
        for (Node part : fields) {
            part.pseudoClassStateChanged(TYPING, elsewhere && isWithin(owner, part));
        }
        pages.pseudoClassStateChanged(TYPING, owner != null && !elsewhere);
    }

    /**
     * True if a node is a part or within it.
     *
     * @param node null is within nothing
     */
    static boolean isWithin(Node node, Node part) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (at == part) {
                return true;
            }
        }
        return false;
    }
}
