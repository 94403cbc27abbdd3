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
import org.apache.pdfbox.pdmodel.PDPage;

/**
 * What in a PDF would run or start something (ISO 32000-2, 12.6: JavaScript and launch actions, and what fetches or sends by
 * itself). The program runs none of it.
 */
final class ActiveContent {
    private static final Set<String> ACTIVE = Set.of("JavaScript", "Launch", "SubmitForm", "ImportData", "GoToE",
            "RichMediaExecute", "Rendition");
    private static final COSName NEXT = COSName.getPDFName("Next");
    private static final COSName AA = COSName.getPDFName("AA");
    private static final int DEEPEST = 50;

    private ActiveContent() {}

    static boolean isIn(PDDocument document) {
        return walk(document, false);
    }

    /** Takes it out of an open document; gives whether there was any. */
    static boolean remove(PDDocument document) {
        return walk(document, true);
    }

    private static boolean walk(PDDocument document, boolean remove) {
        COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
        boolean found = inHolder(catalog, remove);
        if (catalog.getDictionaryObject(COSName.NAMES) instanceof COSDictionary names
                && names.containsKey(COSName.JAVA_SCRIPT)) {
            found = true;
            if (remove) {
                names.removeItem(COSName.JAVA_SCRIPT);
            }
        }
        for (PDPage page : document.getPages()) {
            found |= inHolder(page.getCOSObject(), remove);
            if (page.getCOSObject().getDictionaryObject(COSName.ANNOTS) instanceof COSArray annotations) {
                for (int i = 0; i < annotations.size(); i++) {
                    if (annotations.getObject(i) instanceof COSDictionary annotation) {
                        found |= inHolder(annotation, remove);
                    }
                }
            }
        }
        if (catalog.getDictionaryObject(COSName.ACRO_FORM) instanceof COSDictionary form) {
            found |= inFields(form.getDictionaryObject(COSName.FIELDS), remove);
        }
        return found;
    }

    private static boolean inFields(COSBase fields, boolean remove) {
        boolean found = false;
        Deque<COSBase> waiting = new ArrayDeque<>();
        Set<COSBase> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        if (fields != null) {
            waiting.add(fields);
        }
        while (!waiting.isEmpty()) {
            COSBase next = waiting.pop();
            if (!seen.add(next)) {
                continue;
            }
            if (next instanceof COSArray array) {
                for (int i = 0; i < array.size(); i++) {
                    COSBase item = array.getObject(i);
                    if (item != null) {
                        waiting.add(item);
                    }
                }
            } else if (next instanceof COSDictionary field) {
                found |= inHolder(field, remove);
                COSBase kids = field.getDictionaryObject(COSName.KIDS);
                if (kids != null) {
                    waiting.add(kids);
                }
            }
        }
        return found;
    }

    /** Looks at the actions that a dictionary holds: OpenAction, A and the additional ones. */
    private static boolean inHolder(COSDictionary holder, boolean remove) {
        boolean found = false;
        for (COSName place : List.of(COSName.OPEN_ACTION, COSName.A)) {
            if (isActive(holder.getDictionaryObject(place), 0)) {
                found = true;
                if (remove) {
                    holder.removeItem(place);
                }
            }
        }
        if (holder.getDictionaryObject(AA) instanceof COSDictionary additional) {
            boolean active = additional.getValues().stream().map(ActiveContent::plain).anyMatch(a -> isActive(a, 0));
            found |= active;
            if (active && remove) {
                holder.removeItem(AA);
            }
        }
        return found;
    }

    private static COSBase plain(COSBase value) {
        return value instanceof COSObject object ? object.getObject() : value;
    }

    private static boolean isActive(COSBase action, int depth) {
        if (depth > DEEPEST || !(action instanceof COSDictionary dictionary)) {
            return depth > DEEPEST;
        }
        if (ACTIVE.contains(dictionary.getNameAsString(COSName.S))) {
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
