package org.epiglyph.documents;

import java.util.ArrayList;
import java.util.Collections;
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
 * The page tree of a PDF (ISO 32000-2, 7.7.3). Some files have wrong counts, pages that are direct objects, or pages
 * that occur twice; in them pages by number differ from pages in order, and an update would change none.
 */
final class PageTree {
    private static final List<COSName> INHERITED = List.of(COSName.RESOURCES, COSName.MEDIA_BOX, COSName.CROP_BOX,
            COSName.ROTATE);
    private static final int DEEPEST = 200;

    private PageTree() {}

    /** True if every page is an object of its own and every count is correct. */
    static boolean isRegular(PDDocument document) {
        COSBase root = document.getDocumentCatalog().getCOSObject().getDictionaryObject(COSName.PAGES);
        return root instanceof COSDictionary node
                && pages(node, Collections.newSetFromMap(new IdentityHashMap<>()), 0) >= 0;
    }

    /** The number of pages below a node; -1 if anything about it is irregular. */
    private static int pages(COSDictionary node, Set<COSDictionary> seen, int depth) {
        if (depth > DEEPEST || !seen.add(node) || !(node.getDictionaryObject(COSName.KIDS) instanceof COSArray kids)) {
            return -1;
        }
        int sum = 0;
        for (int i = 0; i < kids.size(); i++) {
            if (!(kids.get(i) instanceof COSObject) || !(kids.getObject(i) instanceof COSDictionary kid)) {
                return -1;
            }
            int below = kid.containsKey(COSName.KIDS) ? pages(kid, seen, depth + 1) : seen.add(kid) ? 1 : -1;
            if (below < 0) {
                return -1;
            }
            sum += below;
        }
        return node.getInt(COSName.COUNT, -1) == sum ? sum : -1;
    }

    /** Puts all pages, in order, into a tree of one level; each becomes an object of its own. */
    static void repair(PDDocument document) {
        List<COSDictionary> pages = new ArrayList<>();
        Set<COSDictionary> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        for (PDPage page : document.getPages()) {
            COSDictionary own = seen.add(page.getCOSObject())
                    ? page.getCOSObject()
                    : new COSDictionary(page.getCOSObject());
            inherit(own);
            own.setDirect(false);
            pages.add(own);
        }
        COSDictionary root = new COSDictionary();
        COSArray kids = new COSArray();
        for (COSDictionary page : pages) {
            page.setItem(COSName.PARENT, root);
            page.setItem(COSName.TYPE, COSName.PAGE);
            kids.add(page);
        }
        root.setItem(COSName.TYPE, COSName.PAGES);
        root.setItem(COSName.KIDS, kids);
        root.setInt(COSName.COUNT, pages.size());
        document.getDocumentCatalog().getCOSObject().setItem(COSName.PAGES, root);
    }

    /** Copies inherited attributes into the page itself. */
    private static void inherit(COSDictionary page) {
        for (COSName key : INHERITED) {
            COSBase above = page.getDictionaryObject(COSName.PARENT, COSName.P);
            for (int depth = 0; !page.containsKey(key) && depth < DEEPEST
                    && above instanceof COSDictionary node; depth++) {
                if (node.containsKey(key)) {
                    page.setItem(key, node.getItem(key));
                }
                above = node.getDictionaryObject(COSName.PARENT, COSName.P);
            }
        }
    }
}
