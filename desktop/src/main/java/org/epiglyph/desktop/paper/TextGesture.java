package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageText.Selection;

/** Selects along words, over lines, columns and pages; a second press selects the word, a third the sentence. */
final class TextGesture implements Gesture {
    private final PageRoll roll;
    private final PageWords words;
    private final Consumer<Map<PageRef, Selection>> done;
    private final PageLeaf first;
    private final PagePoint from;
    private final int clicks;
    private Map<PageRef, Selection> run = Map.of();

    /** @param done receives the words selected on each page, in page order */
    TextGesture(PageRoll roll, PageWords words, Contact contact, Consumer<Map<PageRef, Selection>> done) {
        this.roll = roll;
        this.words = words;
        this.done = done;
        this.first = contact.leaf();
        this.from = contact.at();
        this.clicks = contact.clicks();
        show(contact);
    }

    private void show(Contact contact) {
        PageText text = words.of(first.page());
        if (clicks == 2) {
            run = Map.of(first.page(), text.wordAt(from));
        } else if (clicks > 2) {
            run = Map.of(first.page(), text.sentenceAt(from));
        } else if (contact.leaf() == first) {
            Selection here = text.between(from, contact.at());
            run = here.isEmpty() ? run : Map.of(first.page(), here);
        } else {
            run = overPages(contact.leaf().page(), contact.at());
        }
        roll.found(boxes(run));
    }

    private Map<PageRef, Selection> overPages(PageRef last, PagePoint to) {
        List<PageRef> pages = roll.pages();
        int a = pages.indexOf(first.page());
        int b = pages.indexOf(last);
        List<PageRef> between = new ArrayList<>(pages.subList(Math.min(a, b), Math.max(a, b) + 1));
        Map<PageRef, Selection> all = new LinkedHashMap<>();
        for (PageRef page : between) {
            PageText text = words.of(page);
            boolean isFirst = page.equals(between.getFirst());
            boolean isLast = page.equals(between.getLast());
            PagePoint start = a < b ? from : to;
            PagePoint end = a < b ? to : from;
            Selection part = isFirst ? text.from(start) : isLast ? text.upTo(end) : text.all();
            if (!part.isEmpty()) {
                all.put(page, part);
            }
        }
        return all;
    }

    @Override
    public void drag(Contact contact) {
        show(contact);
    }

    @Override
    public void release(Contact contact) {
        show(contact);
        roll.found(Map.of());
        Map<PageRef, Selection> chosen = run;
        if (chosen.values().stream().anyMatch(s -> !s.isEmpty())) {
            done.accept(chosen);
        }
    }

    @Override
    public void cancel() {
        roll.found(Map.of());
    }

    /** The boxes of all pages of a selection, for showing them. */
    static Map<PageRef, List<PageBox>> boxes(Map<PageRef, Selection> run) {
        return run.entrySet().stream().collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().boxes()));
    }
}
