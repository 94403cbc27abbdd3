package org.epiglyph.core.reading;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;

/**
 * What can be counted in a text. How words and sentences are recognised is common practice, no source: a word has a
 * letter or a digit; a sentence ends with a full stop, exclamation or question mark followed by a capital, a digit or
 * nothing, unless it belongs to an abbreviation or a list number.
 *
 * @param pages      all of them
 * @param words      a word broken at the end of a line counts once
 * @param sentences  before the list of references
 * @param figures    those with a numbered caption of their own, such as "Figure 2"
 * @param tables     the same
 * @param references entries of the list of references; 0 if there is no such heading
 */
public record TextCounts(int pages, int words, int sentences, int figures, int tables, int references) {
    private static final Pattern WORD = Pattern.compile(".*[\\p{L}\\p{N}].*");
    private static final Pattern END = Pattern.compile(".*[.!?\u2026][\"')\\]\u201d\u2019\u00bb]*");
    private static final Pattern SHORT = Pattern.compile("(?:\\p{Lu}|\\d{1,2})\\.|(?:\\p{L}\\.){2,}+");
    private static final Set<String> ABBREVIATIONS = Set.of("dr.", "prof.", "mr.", "mrs.", "ms.", "st.", "cf.", "vs.",
            "fig.", "figs.", "tab.", "eq.", "no.", "vol.", "pp.", "p.", "ed.", "eds.", "al.", "approx.", "ca.", "etc.");
    private static final Pattern CAPTION = Pattern
            .compile("(Figure|FIGURE|Fig\\.|Table|TABLE|Tab\\.)\\s+([0-9]+[a-z]?)[.:)]?");
    private static final Set<String> LIST = Set.of("references", "bibliography", "literature", "works cited",
            "reference list", "sources");
    private static final Pattern NUMBERED = Pattern.compile("(?:\\[\\d+\\]|\\d{1,3}[.)]).*");
    private static final Pattern YEAR = Pattern.compile("\\(?(?:1[5-9]|20)\\d\\d[a-z]?\\)?[.,:;]?");

    /** A line of a page. @param words joined by single spaces */
    private record Line(List<String> words) {
        String text() {
            return String.join(" ", words);
        }
    }

    /** Counts the pages of one work, in order. */
    public static TextCounts of(List<PageText> pages) {
        List<Line> lines = new ArrayList<>();
        pages.forEach(p -> lines.addAll(lines(p)));
        int list = references(lines);
        List<Line> body = list < 0 ? lines : lines.subList(0, list);
        return new TextCounts(pages.size(), words(lines), sentences(body), captions(body, "F"), captions(body, "T"),
                list < 0 ? 0 : entries(lines.subList(list + 1, lines.size())));
    }

    private static List<Line> lines(PageText page) {
        List<Line> lines = new ArrayList<>();
        int last = -1;
        for (PageWord word : page.words()) {
            if (lines.isEmpty() || word.line() != last) {
                lines.add(new Line(new ArrayList<>()));
                last = word.line();
            }
            lines.getLast().words.add(word.text());
        }
        return lines;
    }

    private static int words(List<Line> lines) {
        int words = 0;
        boolean broken = false;
        for (Line line : lines) {
            for (String word : line.words) {
                words += WORD.matcher(word).matches() && !broken ? 1 : 0;
                broken = false;
            }
            String end = line.words.getLast();
            broken = end.length() > 1 && (end.endsWith("-") || end.endsWith("\u2010") || end.endsWith("\u00ad"))
                    && Character.isLetter(end.charAt(end.length() - 2));
        }
        return words;
    }

    private static int sentences(List<Line> lines) {
        List<String> words = lines.stream().flatMap(l -> l.words.stream()).toList();
        int sentences = 0;
        for (int i = 0; i < words.size(); i++) {
            boolean ends = END.matcher(words.get(i)).matches() && !isAbbreviation(words.get(i))
                    && (i + 1 == words.size() || begins(words.get(i + 1)));
            sentences += ends ? 1 : 0;
        }
        return sentences;
    }

    private static boolean isAbbreviation(String word) {
        return SHORT.matcher(word).matches() || ABBREVIATIONS.contains(word.toLowerCase(Locale.ROOT));
    }

    private static boolean begins(String word) {
        int first = word.codePoints().filter(Character::isLetterOrDigit).findFirst().orElse('A');
        return !Character.isLowerCase(first);
    }

    /** Captions are at the beginning of a line; a repeated number counts once. */
    private static int captions(List<Line> lines, String kind) {
        Set<String> found = new HashSet<>();
        for (Line line : lines) {
            Matcher caption = CAPTION.matcher(line.text());
            if (caption.lookingAt() && caption.group(1).startsWith(kind)) {
                found.add(caption.group(2));
            }
        }
        return found.size();
    }

    /** The line of the last such heading; -1 for none. */
    private static int references(List<Line> lines) {
        for (int i = lines.size() - 1; i >= 0; i--) {
            String plain = lines.get(i).text().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L} ]", "").strip();
            if (LIST.contains(plain)) {
                return i;
            }
        }
        return -1;
    }

    /** By their numbers if they have any, else by their years. */
    private static int entries(List<Line> list) {
        int numbered = (int) list.stream().filter(l -> NUMBERED.matcher(l.text()).matches()).count();
        if (numbered > 1) {
            return numbered;
        }
        return (int) list.stream().flatMap(l -> l.words.stream()).filter(w -> YEAR.matcher(w).matches()).count();
    }
}
