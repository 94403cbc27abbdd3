package org.epiglyph.core.page;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * The words of one page in reading order. A page without words is a picture.
 *
 * @param words in reading order
 */
public record PageText(List<PageWord> words) {
    /** A page without text. */
    public static final PageText NONE = new PageText(List.of());

    private static final double REACH = 12;
    private static final Pattern SENTENCE_END = Pattern.compile(".*[.!?\u2026][\"')\\]\u201d\u2019]*");
    private static final Pattern SIGNS_ABOVE = Pattern.compile("\\p{M}+");

    public PageText {
        words = List.copyOf(words);
    }

    /**
     * A run of words selected by dragging.
     *
     * @param text  the words with single spaces
     * @param boxes one box per line, in page space
     */
    public record Selection(String text, List<PageBox> boxes) {
        /** No words. */
        public static final Selection NONE = new Selection("", List.of());

        public Selection {
            boxes = List.copyOf(boxes);
        }

        public boolean isEmpty() {
            return boxes.isEmpty();
        }
    }

    /**
     * A place between two words where others can be inserted.
     *
     * @param foot at the bottom of the line, in page space
     * @param size line height in points
     */
    public record Gap(PagePoint foot, double size) {}

    /**
     * The words from one place to another, in reading order, whole words only. A place more than 12 points away from
     * every word selects nothing.
     */
    public Selection between(PagePoint from, PagePoint to) {
        int a = nearest(from);
        int b = nearest(to);
        return a < 0 || b < 0 ? Selection.NONE : run(Math.min(a, b), Math.max(a, b));
    }

    /** The words from a place to the end of the page; empty if no word is near. */
    public Selection from(PagePoint place) {
        int a = nearest(place);
        return a < 0 ? Selection.NONE : run(a, words.size() - 1);
    }

    /** The words from the beginning of the page to a place; empty if no word is near. */
    public Selection upTo(PagePoint place) {
        int b = nearest(place);
        return b < 0 ? Selection.NONE : run(0, b);
    }

    /** The words from one index to another, both included, from 0 in reading order. */
    public Selection select(int first, int last) {
        return run(first, last);
    }

    /** All words. */
    public Selection all() {
        return words.isEmpty() ? Selection.NONE : run(0, words.size() - 1);
    }

    /** The word at a place. */
    public Selection wordAt(PagePoint place) {
        return between(place, place);
    }

    /** The sentence around the word at a place: up to a full stop, question or exclamation mark on either side. */
    public Selection sentenceAt(PagePoint place) {
        int at = nearest(place);
        if (at < 0) {
            return Selection.NONE;
        }
        int first = at;
        while (first > 0 && !endsSentence(first - 1)) {
            first--;
        }
        int last = at;
        while (last < words.size() - 1 && !endsSentence(last)) {
            last++;
        }
        return run(first, last);
    }

    private boolean endsSentence(int word) {
        return SENTENCE_END.matcher(words.get(word).text()).matches();
    }

    /**
     * All occurrences of a text on the page. Case and accents are ignored; matches may span lines.
     *
     * @param wanted the text; a space stands for any white space
     */
    public List<Selection> find(String wanted) {
        String plain = plain(wanted.strip().replaceAll("\\s+", " "));
        if (plain.isEmpty()) {
            return List.of();
        }
        StringBuilder all = new StringBuilder();
        List<Integer> starts = new ArrayList<>();
        for (PageWord word : words) {
            starts.add(all.length());
            all.append(plain(word.text())).append(' ');
        }
        List<Selection> found = new ArrayList<>();
        for (int at = all.indexOf(plain); at >= 0; at = all.indexOf(plain, at + plain.length())) {
            found.add(run(wordAt(starts, at), wordAt(starts, at + plain.length() - 1)));
        }
        return found;
    }

    private static int wordAt(List<Integer> starts, int letter) {
        int word = java.util.Collections.binarySearch(starts, letter);
        return word >= 0 ? word : -word - 2;
    }

    /** In lower case without accents. */
    static String plain(String text) {
        return SIGNS_ABOVE.matcher(Normalizer.normalize(text, Normalizer.Form.NFD))
                .replaceAll("")
                .toLowerCase(Locale.ROOT);
    }

    /**
     * The place between two words that is nearest to a point; empty if no word is near.
     *
     * @param turn clockwise degrees by which upright text is turned within page space
     */
    public Optional<Gap> gapNear(PagePoint place, int turn) {
        int at = nearest(place);
        if (at < 0) {
            return Optional.empty();
        }
        PagePoint origin = new PagePoint(0, 0);
        int back = (360 - turn) % 360;
        PageBox box = words.get(at).box().turnedAbout(origin, back);
        boolean behind = place.turnedAbout(origin, back).x() > box.centre().x();
        int beside = at + (behind ? 1 : -1);
        double x = behind ? box.right() : box.left();
        if (beside >= 0 && beside < words.size() && words.get(beside).line() == words.get(at).line()) {
            PageBox other = words.get(beside).box().turnedAbout(origin, back);
            x = behind ? (box.right() + other.left()) / 2 : (other.right() + box.left()) / 2;
        }
        PagePoint foot = new PagePoint(x, box.top() + box.height() * 0.85).turnedAbout(origin, turn);
        return Optional.of(new Gap(foot, box.height()));
    }

    /** True if a word is within reach of the place. */
    public boolean hasWordNear(PagePoint place) {
        return nearest(place) >= 0;
    }

    private Selection run(int first, int last) {
        List<PageWord> run = words.subList(first, last + 1);
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

    private int nearest(PagePoint place) {
        return IntStream.range(0, words.size())
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
