package org.epiglyph.documents;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObject;
import org.apache.pdfbox.pdmodel.PDDocument;

/**
 * Finds and removes what would run or start something in a PDF (ISO 32000-2, 12.6: JavaScript and launch actions, and
 * what fetches or sends automatically; 13.7 rich media; annex on XFA). The program runs none of it. The whole object
 * graph is searched, since an action may be attached to bookmarks, pages, annotations, fields and their parents.
 */
final class ActiveContent {
    private static final Set<String> ACTIVE = Set.of("JavaScript", "Launch", "SubmitForm", "ImportData", "GoToE",
            "RichMediaExecute", "Rendition", "Movie", "Sound");
    private static final Set<String> ACTIVE_ANNOTATIONS = Set.of("RichMedia", "Screen", "Movie", "3D");
    private static final COSName NEXT = COSName.getPDFName("Next");
    private static final COSName AA = COSName.getPDFName("AA");
    private static final COSName PA = COSName.getPDFName("PA");
    private static final COSName XFA = COSName.getPDFName("XFA");
    private static final COSName RICH_MEDIA = COSName.getPDFName("RichMediaContent");
    private static final int DEEPEST = 50;
    private final boolean remove;
    private boolean found;

    private ActiveContent(boolean remove) {
        this.remove = remove;
    }

    static boolean isIn(PDDocument document) {
        return walk(document, false);
    }

    /** Removes it from an open document; returns true if there was any. */
    static boolean remove(PDDocument document) {
        return walk(document, true);
    }

    private static boolean walk(PDDocument document, boolean remove) {
        ActiveContent content = new ActiveContent(remove);
        Deque<COSBase> waiting = new ArrayDeque<>();
        Set<COSBase> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        waiting.add(document.getDocumentCatalog().getCOSObject());
        while (!waiting.isEmpty()) {
            COSBase next = waiting.pop();
            if (!seen.add(next)) {
                continue;
            }
            if (next instanceof COSDictionary dictionary) {
                content.look(dictionary);
                dictionary.getValues().forEach(v -> push(v, waiting));
            } else if (next instanceof COSArray array) {
                content.look(array);
                for (int i = 0; i < array.size(); i++) {
                    push(array.get(i), waiting);
                }
            }
        }
        return content.found;
    }

    private static void push(COSBase value, Deque<COSBase> waiting) {
        COSBase plain = plain(value);
        if (plain instanceof COSDictionary || plain instanceof COSArray) {
            waiting.push(plain);
        }
    }

    /** Examines the actions of a dictionary: OpenAction, A, PA and the additional ones; named scripts; XFA. */
    private void look(COSDictionary holder) {
        for (COSName place : List.of(COSName.OPEN_ACTION, COSName.A, PA, NEXT)) {
            if (isActive(holder.getDictionaryObject(place), 0)) {
                remove(holder, place);
            }
        }
        if (holder.getDictionaryObject(AA) instanceof COSDictionary additional
                && additional.getValues().stream().map(ActiveContent::plain).anyMatch(a -> isActive(a, 0))) {
            remove(holder, AA);
        }
        for (COSName place : List.of(COSName.JAVA_SCRIPT, XFA, RICH_MEDIA)) {
            if (holder.getDictionaryObject(place) != null) {
                remove(holder, place);
            }
        }
    }

    private void remove(COSDictionary holder, COSName place) {
        found = true;
        if (remove) {
            holder.removeItem(place);
        }
    }

    /** Annotations that play or run something are removed completely. */
    private void look(COSArray array) {
        for (int i = array.size() - 1; i >= 0; i--) {
            if (array.getObject(i) instanceof COSDictionary one
                    && ACTIVE_ANNOTATIONS.contains(String.valueOf(one.getNameAsString(COSName.SUBTYPE)))
                    && one.containsKey(COSName.RECT)) {
                found = true;
                if (remove) {
                    array.remove(i);
                }
            }
        }
    }

    private static COSBase plain(COSBase value) {
        return value instanceof COSObject object ? object.getObject() : value;
    }

    /** An action has an S (ISO 32000-2, table 196); what has none is something else, such as the next bookmark. */
    private static boolean isActive(COSBase action, int depth) {
        if (!(action instanceof COSDictionary dictionary)) {
            return false;
        }
        String kind = dictionary.getNameAsString(COSName.S);
        if (kind == null) {
            return false;
        }
        if (depth > DEEPEST || ACTIVE.contains(kind)) {
            return true;
        }
        return switch (dictionary.getDictionaryObject(NEXT)) {
            case COSDictionary next -> isActive(next, depth + 1);
            case COSArray several -> {
                boolean any = false;
                for (int i = 0; i < several.size() && !any; i++) {
                    any = isActive(several.getObject(i), depth + 1);
                }
                yield any;
            }
            case null, default -> false;
        };
    }
}
