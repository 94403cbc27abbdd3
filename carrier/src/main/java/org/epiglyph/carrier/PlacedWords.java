package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.passages.WordRun;
import org.epiglyph.core.roster.NameCover;

/**
 * The words of a student's work, with the pages they are on.
 *
 * @param refs  the pages of the hand-in that counts, in order
 * @param pages the words of each page
 * @param run   all words, which refer to pages by index
 */
public record PlacedWords(List<PageRef> refs, List<PageText> pages, WordRun run) {
    public PlacedWords {
        refs = List.copyOf(refs);
        pages = List.copyOf(pages);
    }

    /** Reads the pages of a submission; a document that cannot be opened has no words. */
    static List<PageText> pages(CachedWords words, Submission submission, List<PageRef> refs) {
        List<PageText> pages = new ArrayList<>();
        NameCover cover = submission.cover();
        for (Document document : submission.documents()) {
            List<PageText> own = texts(words, document);
            for (int i = 0; i < document.pageCount(); i++) {
                refs.add(new PageRef(document.id(), i));
                pages.add(i < own.size() ? cover.cover(own.get(i)) : PageText.NONE);
            }
        }
        return pages;
    }

    private static List<PageText> texts(CachedWords words, Document document) {
        if (document.pageCount() == 0) {
            return List.of();
        }
        try {
            return words.of(document);
        } catch (Problem e) {
            return List.of();
        }
    }

    /** The boxes of some consecutive words, one per line, page by page. */
    public Map<PageRef, List<PageBox>> boxes(int at, int length) {
        Map<PageRef, List<PageBox>> boxes = new LinkedHashMap<>();
        each(at, length, (page, first, last) -> boxes.computeIfAbsent(refs.get(page), _ -> new ArrayList<>())
                .addAll(pages.get(page).select(first, last).boxes()));
        return boxes;
    }

    /** Some consecutive words as spelt, separated by single spaces. */
    public String words(int at, int length) {
        List<String> words = new ArrayList<>();
        each(at, length, (page, first, last) -> words.add(pages.get(page).select(first, last).text()));
        return String.join(" ", words);
    }

    private interface Stretch {
        void take(int page, int first, int last);
    }

    private void each(int at, int length, Stretch stretch) {
        int from = at;
        for (int i = at; i < at + length; i++) {
            WordRun.Place place = run.places().get(i);
            boolean ends = i + 1 == at + length || run.places().get(i + 1).page() != place.page();
            if (ends) {
                stretch.take(place.page(), run.places().get(from).first(), place.last());
                from = i + 1;
            }
        }
    }
}
