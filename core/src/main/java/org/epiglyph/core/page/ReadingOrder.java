package org.epiglyph.core.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Sorts the words of a page into reading order: columns one after the other, each from top to bottom. A recursive cut
 * along white space (after Nagy and Seth 1984, from memory), with one rule of our own: blocks beside each other count
 * as columns only if both have several lines of several words, so that a table is read row by row.
 */
public final class ReadingOrder {
    private static final double GUTTER = 9;
    private static final int LEAST_LINES = 3;
    private static final double LEAST_WORDS_A_LINE = 2.5;
    private final List<PageWord> ordered = new ArrayList<>();
    private int line;

    private ReadingOrder() {}

    /**
     * The words in reading order, with their lines renumbered from 0.
     *
     * @param words in any order, each with its box on the upright page
     */
    public static List<PageWord> of(List<PageWord> words) {
        ReadingOrder order = new ReadingOrder();
        order.read(words);
        return order.ordered;
    }

    private void read(List<PageWord> words) {
        if (words.isEmpty()) {
            return;
        }
        List<List<PageWord>> columns = cut(words, true);
        if (columns.size() == 2 && isColumn(columns.get(0)) && isColumn(columns.get(1))) {
            columns.forEach(this::read);
            return;
        }
        List<List<PageWord>> parts = cut(words, false);
        if (parts.size() == 2) {
            parts.forEach(this::read);
            return;
        }
        for (List<PageWord> row : lines(words)) {
            row.forEach(w -> ordered.add(new PageWord(w.text(), w.box(), line)));
            line++;
        }
    }

    private static boolean isColumn(List<PageWord> words) {
        int lines = lines(words).size();
        return lines >= LEAST_LINES && words.size() >= lines * LEAST_WORDS_A_LINE;
    }

    /** The two parts on either side of the widest white space, or one part. */
    private static List<List<PageWord>> cut(List<PageWord> words, boolean upright) {
        List<PageWord> sorted = words.stream()
                .sorted(Comparator.comparingDouble(w -> upright ? w.box().left() : w.box().top()))
                .toList();
        double end = Double.NEGATIVE_INFINITY;
        double widest = upright ? GUTTER : 0.1;
        int at = -1;
        for (int i = 0; i < sorted.size(); i++) {
            PageBox box = sorted.get(i).box();
            double gap = (upright ? box.left() : box.top()) - end;
            if (i > 0 && gap > widest) {
                widest = gap;
                at = i;
            }
            end = Math.max(end, upright ? box.right() : box.bottom());
        }
        return at < 0 ? List.of(words) : List.of(sorted.subList(0, at), sorted.subList(at, sorted.size()));
    }

    /** True if the boxes overlap vertically by at least half of the lower height. */
    private static boolean isBeside(PageBox a, PageBox b) {
        double shared = Math.min(a.bottom(), b.bottom()) - Math.max(a.top(), b.top());
        return shared >= Math.min(a.height(), b.height()) / 2;
    }

    /** Lines of words that are beside each other, each from left to right. */
    private static List<List<PageWord>> lines(List<PageWord> words) {
        List<List<PageWord>> lines = new ArrayList<>();
        PageBox span = null;
        for (PageWord word : words.stream().sorted(Comparator.comparingDouble(w -> w.box().centre().y())).toList()) {
            if (span != null && isBeside(word.box(), span)) {
                lines.getLast().add(word);
                span = span.union(word.box());
            } else {
                lines.add(new ArrayList<>(List.of(word)));
                span = word.box();
            }
        }
        lines.forEach(l -> l.sort(Comparator.comparingDouble(w -> w.box().left())));
        return lines;
    }
}
