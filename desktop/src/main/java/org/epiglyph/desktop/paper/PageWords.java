package org.epiglyph.desktop.paper;

import java.util.HashMap;
import java.util.Map;
import javafx.application.Platform;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.desktop.pages.PageImages;

/** The words of the pages that were shown, read in the background so that they are there when the hand needs them. */
public final class PageWords {
    private final PageImages images;
    private final Map<PageRef, PageText> texts = new HashMap<>();

    public PageWords(PageImages images) {
        this.images = images;
    }

    /** Has the words of a page read. */
    void read(PageRef page) {
        images.text(page).thenAccept(text -> Platform.runLater(() -> texts.put(page, text)));
    }

    /** The words of a page; none while they are being read. */
    public PageText of(PageRef page) {
        return texts.getOrDefault(page, PageText.NONE);
    }
}
