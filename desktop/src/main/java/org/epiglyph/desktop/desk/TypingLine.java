package org.epiglyph.desktop.desk;

import java.util.List;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;

/**
 * The line over the part of the desk that hears what is typed: the ledger or the side while the caret stands in one of their
 * fields, else the pages, for which digits take tools.
 */
final class TypingLine {
    private static final PseudoClass TYPING = PseudoClass.getPseudoClass("typing");
    private final List<Node> fields;
    private final Node pages;

    /**
     * @param pages  hears whatever is typed into no field
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

    /** True if a node is a part or lies in it. @param node null lies nowhere */
    static boolean isWithin(Node node, Node part) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (at == part) {
                return true;
            }
        }
        return false;
    }
}
