package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.desktop.pages.PageImages;

/** The words of the pages that were shown, read in the background so that they are there when the hand needs them. */
public final class PageWords {
    private final PageImages images;
    private final Map<PageRef, PageText> texts = new HashMap<>();
    private final Map<PageRef, Consumer<Boolean>> wanting = new HashMap<>();
    private final Map<PageRef, List<Runnable>> awaited = new HashMap<>();

    public PageWords(PageImages images) {
        this.images = images;
    }

    /**
     * Reads the words of a page.
     *
     * @param recognised receives whether they were recognised on a picture
     */
    void read(PageRef page, Consumer<Boolean> recognised) {
        wanting.put(page, recognised);
        read(page);
    }

    private void read(PageRef page) {
        images.text(page).whenComplete((text, failure) -> Platform.runLater(() -> {
            if (failure == null) {
                texts.put(page, text);
                wanting.getOrDefault(page, _ -> {}).accept(images.isRecognised(page));
            } else {
                texts.putIfAbsent(page, PageText.NONE); // what was read before stays
            }
            Optional.ofNullable(awaited.remove(page)).ifPresent(tasks -> tasks.forEach(Runnable::run));
        }));
    }

    boolean areRead(PageRef page) {
        return texts.containsKey(page);
    }

    /** Runs a task once the words of a page are read. */
    void whenRead(PageRef page, Runnable task) {
        awaited.computeIfAbsent(page, _ -> new ArrayList<>()).add(task);
        read(page);
    }

    /** Reads the words of a document again, since there are others now. */
    public void reloadWords(String document) {
        List.copyOf(texts.keySet()).stream().filter(p -> p.document().equals(document)).forEach(this::read);
    }

    /** The words of a page; none while they are being read. */
    PageText of(PageRef page) {
        return texts.getOrDefault(page, PageText.NONE);
    }
}
