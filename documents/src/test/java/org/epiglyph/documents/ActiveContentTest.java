package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSString;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** ISO 32000-2, 12.6: where actions occur (tables 196 to 200), and which kinds execute or open something (12.6.4). */
class ActiveContentTest {
    private PDDocument document;
    private COSDictionary catalog;
    private COSDictionary page;

    @BeforeEach
    void open() {
        document = new PDDocument();
        PDPage first = new PDPage();
        document.addPage(first);
        page = first.getCOSObject();
        catalog = document.getDocumentCatalog().getCOSObject();
    }

    @AfterEach
    void close() throws Exception {
        document.close();
    }

    private static COSDictionary action(String kind) {
        COSDictionary action = new COSDictionary();
        action.setName(COSName.S, kind);
        return action;
    }

    private static COSDictionary holding(String key, COSDictionary value) {
        COSDictionary holder = new COSDictionary();
        holder.setItem(COSName.getPDFName(key), value);
        return holder;
    }

    private void foundAndRemoved() {
        assertThat(ActiveContent.isIn(document)).isTrue();
        assertThat(ActiveContent.remove(document)).isTrue();
        assertThat(ActiveContent.isIn(document)).isFalse();
    }

    @Test
    void acceptsAnOrdinaryDocument() {
        catalog.setItem(COSName.OPEN_ACTION, action("GoTo"));
        COSDictionary link = holding("A", action("URI"));
        page.setItem(COSName.ANNOTS, new COSArray(List.of(link)));
        assertThat(ActiveContent.isIn(document)).isFalse();
        assertThat(ActiveContent.remove(document)).isFalse();
        assertThat(catalog.containsKey(COSName.OPEN_ACTION)).isTrue();
        assertThat(link.containsKey(COSName.A)).isTrue();
    }

    /** Bookmarks are linked by Next as actions are (ISO 32000-2, table 151). */
    @Test
    void keepsBookmarks() {
        COSDictionary outline = new COSDictionary();
        catalog.setItem(COSName.OUTLINES, outline);
        COSDictionary last = outline;
        for (int i = 0; i < 100; i++) {
            COSDictionary next = holding("A", action("GoTo"));
            last.setItem(COSName.getPDFName(i == 0 ? "First" : "Next"), next);
            last = next;
        }
        assertThat(ActiveContent.remove(document)).isFalse();
        last.setItem(COSName.A, action("Launch"));
        foundAndRemoved();
        assertThat(outline.getCOSDictionary(COSName.FIRST).containsKey(COSName.NEXT)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"JavaScript", "Launch", "SubmitForm", "ImportData", "GoToE", "Rendition"})
    void findsActionsThatRunOnOpening(String kind) {
        catalog.setItem(COSName.OPEN_ACTION, action(kind));
        foundAndRemoved();
    }

    @Test
    void findsScriptsChainedToAnOrdinaryAction() {
        COSDictionary first = action("GoTo");
        first.setItem(COSName.getPDFName("Next"), new COSArray(List.of(action("Named"), action("JavaScript"))));
        catalog.setItem(COSName.OPEN_ACTION, first);
        foundAndRemoved();
    }

    @Test
    void aCyclicChainOfActionsEnds() {
        COSDictionary one = action("GoTo");
        COSDictionary two = action("GoTo");
        one.setItem(COSName.getPDFName("Next"), two);
        two.setItem(COSName.getPDFName("Next"), one);
        catalog.setItem(COSName.OPEN_ACTION, one);
        foundAndRemoved();
    }

    @Test
    void findsActionsOfPagesAnnotationsAndFields() {
        page.setItem(COSName.getPDFName("AA"), holding("O", action("JavaScript")));
        foundAndRemoved();
        page.setItem(COSName.ANNOTS, new COSArray(List.of(holding("A", action("Launch")))));
        foundAndRemoved();
        COSDictionary kid = holding("AA", holding("K", action("JavaScript")));
        COSDictionary parent = new COSDictionary();
        parent.setItem(COSName.KIDS, new COSArray(List.of(kid, parent)));
        COSDictionary form = new COSDictionary();
        form.setItem(COSName.FIELDS, new COSArray(List.of(parent)));
        catalog.setItem(COSName.ACRO_FORM, form);
        foundAndRemoved();
    }

    @Test
    void findsNamedScripts() {
        COSDictionary scripts = new COSDictionary();
        scripts.setItem(COSName.NAMES, new COSArray(List.of(new COSString("start"), action("JavaScript"))));
        catalog.setItem(COSName.NAMES, holding("JavaScript", scripts));
        foundAndRemoved();
    }
}
