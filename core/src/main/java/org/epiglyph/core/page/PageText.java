package org.epiglyph.core.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The words of one page in reading order. An empty text means that the page is a picture.
 *
 * @param words in reading order
 */
public record PageText(List<PageWord> words) {
    /** A page without text. */
    public static final PageText NONE = new PageText(List.of());
    private static final double REACH = 12;

    public PageText {
        words = List.copyOf(words);
    }

    /**
     * A run of words chosen by dragging.
     *
     * @param text  the words with single spaces
     * @param boxes one box a line, in page space
     */
    public record Selection(String text, List<PageBox> boxes) {
        public Selection {
            boxes = List.copyOf(boxes);
        }

        public boolean isEmpty() {
            return boxes.isEmpty();
        }
    }

    /**
     * The words from one place to another, in reading order, whole words only.
     * A place that is further than 12 points from every word chooses nothing.
     */
    public Selection between(PagePoint from, PagePoint to) {
        int a = nearest(from);
        int b = nearest(to);
        if (a < 0 || b < 0) {
            return new Selection("", List.of());
        }
        List<PageWord> run = words.subList(Math.min(a, b), Math.max(a, b) + 1);
        List<PageBox> boxes = new ArrayList<>();
        int line = -1;
        for (PageWord word : run) {
            if (word.line() == line) {
                boxes.set(boxes.size() - 1, boxes.getLast().union(word.box()));
            } else {
                boxes.add(word.box());
                line = word.line();
            }
        }
        return new Selection(String.join(" ", run.stream().map(PageWord::text).toList()), boxes);
    }

    /** True where a word is within reach of the place. */
    public boolean hasWordNear(PagePoint place) {
        return nearest(place) >= 0;
    }

    private int nearest(PagePoint place) {
        return java.util.stream.IntStream.range(0, words.size())
                .boxed()
                .min(Comparator.comparingDouble(i -> distance(words.get(i).box(), place)))
                .filter(i -> distance(words.get(i).box(), place) <= REACH)
                .orElse(-1);
    }

    private static double distance(PageBox box, PagePoint p) {
        double dx = Math.max(0, Math.max(box.left() - p.x(), p.x() - box.right()));
        double dy = Math.max(0, Math.max(box.top() - p.y(), p.y() - box.bottom()));
        return Math.hypot(dx, dy);
    }
}
