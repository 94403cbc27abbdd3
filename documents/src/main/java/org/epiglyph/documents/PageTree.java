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
 * The tree of a PDF's pages (ISO 32000-2, 7.7.3). Files exist whose counts are wrong, whose pages stand in the tree
 * itself and not as objects of their own, or twice; by number other pages would be found in them than in order, and an
 * update would change none.
 */
final class PageTree {
    private static final List<COSName> INHERITED = List.of(COSName.RESOURCES, COSName.MEDIA_BOX, COSName.CROP_BOX,
            COSName.ROTATE);
    private static final int DEEPEST = 200;

    private PageTree() {}

    /** True if every page is an object of its own and every count says how many there are. */
    static boolean isRegular(PDDocument document) {
        COSBase root = document.getDocumentCatalog().getCOSObject().getDictionaryObject(COSName.PAGES);
        return root instanceof COSDictionary node
                && pages(node, Collections.newSetFromMap(new IdentityHashMap<>()), 0) >= 0;
    }

    /** How many pages there are below a node; -1 where something about it is not regular. */
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

    /** Puts all pages, as they come in order, into a tree of one level; each is an object of its own from then on. */
    static void mend(PDDocument document) {
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

    /** Takes what a page has from the nodes above it into the page itself. */
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
