package org.epiglyph.core.passages;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;

/**
 * All words of a work in reading order, as numbers, with their places. A word broken at the end of a line is one.
 *
 * @param numbers of a {@link Vocabulary}; 0 for an excluded word
 * @param places  one for each word; empty if the words have no place on a page
 */
public record WordRun(int[] numbers, List<Place> places) {
    private static final Set<String> REFERENCES = Set.of("references", "bibliography", "literature", "sources",
            "workscited");
    private static final String OPENING = "\u201c\u00ab\u201e\"";
    private static final String CLOSING = "\u201d\u00bb\u201c\"";
    private static final Set<String> ENDS = Set.of(";", "{", "}");
    private static final String CODE_LETTERS = "code";
    private static final Pattern TOKEN = Pattern
            .compile("\"[^\"]*\"?|'[^']*'?|[\\p{L}_][\\p{L}\\p{N}_]*|\\p{N}[\\p{N}.]*|[^\\s\\p{L}\\p{N}_\"']");
    /** Keywords of common programming languages, from memory. */
    private static final Set<String> KEYWORDS = Set.of("if", "else", "elif", "for", "while", "do", "switch", "case",
            "default", "return", "break", "continue", "class", "struct", "enum", "interface", "def", "fn", "func",
            "function", "lambda", "import", "include", "package", "from", "try", "catch", "except", "finally", "throw",
            "raise", "new", "delete", "public", "private", "protected", "static", "final", "const", "let", "var",
            "void", "int", "long", "float", "double", "char", "bool", "boolean", "string", "true", "false", "null",
            "None", "True", "False", "and", "or", "not", "in", "is", "with", "as", "yield", "async", "await");
    private static final int LONGEST_QUOTATION = 400;

    /** Where a word stands. @param page from 0, of all pages of the work; @param first and last word of that page, from 0 */
    public record Place(int page, int first, int last) {}

    public WordRun {
        numbers = numbers.clone();
        places = List.copyOf(places);
    }

    @Override
    public int[] numbers() {
        return numbers.clone();
    }

    int number(int at) {
        return numbers[at];
    }

    /** Number of words, excluded ones included. */
    int size() {
        return numbers.length;
    }

    /** Number of words that are not excluded. */
    int counting() {
        return (int) Arrays.stream(numbers).filter(n -> n != 0).count();
    }

    /** The words of plain text, which have no places. */
    public static WordRun of(Vocabulary vocabulary, String text) {
        return new WordRun(Arrays.stream(text.split("\\s+")).mapToInt(vocabulary::number).filter(n -> n != 0).toArray(),
                List.of());
    }

    /** The same words without their places, for comparing many. */
    WordRun unplaced() {
        return new WordRun(numbers, List.of());
    }

    /** The words of pages. */
    static WordRun of(Vocabulary vocabulary, List<PageText> pages) {
        return of(vocabulary, pages, false);
    }

    /**
     * The words of pages.
     *
     * @param ownAlone true to exclude what is in quotation marks and what follows the heading of a list of references
     */
    public static WordRun of(Vocabulary vocabulary, List<PageText> pages, boolean ownAlone) {
        List<Integer> numbers = new ArrayList<>();
        List<Place> places = new ArrayList<>();
        List<String> raw = new ArrayList<>();
        int references = -1;
        for (int page = 0; page < pages.size(); page++) {
            List<PageWord> words = pages.get(page).words();
            for (int i = 0; i < words.size(); i++) {
                int first = i;
                StringBuilder word = new StringBuilder(words.get(i).text());
                while (isBroken(word) && i + 1 < words.size() && words.get(i + 1).line() != words.get(i).line()) {
                    word.deleteCharAt(word.length() - 1).append(words.get(++i).text());
                }
                int number = vocabulary.number(word.toString());
                if (number != 0) {
                    if (isAlone(words, first, i) && REFERENCES.contains(Vocabulary.plain(word.toString()))) {
                        references = numbers.size();
                    }
                    numbers.add(number);
                    places.add(new Place(page, first, i));
                    raw.add(word.toString());
                }
            }
        }
        int[] all = numbers.stream().mapToInt(Integer::intValue).toArray();
        if (ownAlone) {
            leaveOutOthers(all, raw, references);
        }
        return new WordRun(all, places);
    }

    /** @param references where the list of references begins; negative if there is none */
    private static void leaveOutOthers(int[] all, List<String> raw, int references) {
        leaveOutQuotations(all, raw);
        if (references >= 0) {
            Arrays.fill(all, references, all.length, 0);
        }
    }

    /**
     * The statements of source code on pages, each as one word. Identifiers are all equal in it, and so are numbers and
     * strings, so that renaming hides nothing; keywords stay. A statement ends with its line at the latest.
     */
    public static WordRun ofCode(Vocabulary vocabulary, List<PageText> pages) {
        List<Integer> numbers = new ArrayList<>();
        List<Place> places = new ArrayList<>();
        for (int page = 0; page < pages.size(); page++) {
            List<PageWord> words = pages.get(page).words();
            StringBuilder statement = new StringBuilder();
            int first = 0;
            for (int i = 0; i < words.size(); i++) {
                boolean lineEnds = i + 1 == words.size() || words.get(i + 1).line() != words.get(i).line();
                List<String> tokens = TOKEN.matcher(words.get(i).text()).results().map(MatchResult::group).toList();
                for (int t = 0; t < tokens.size(); t++) {
                    statement.append(token(tokens.get(t)));
                    if (ENDS.contains(tokens.get(t)) || lineEnds && t + 1 == tokens.size()) {
                        if (statement.indexOf(CODE_LETTERS) >= 0) { // a lone brace says nothing
                            numbers.add(vocabulary.number(statement.toString()));
                            places.add(new Place(page, first, i));
                        }
                        statement.setLength(0);
                        first = t + 1 == tokens.size() ? i + 1 : i;
                    }
                }
            }
        }
        return new WordRun(numbers.stream().mapToInt(Integer::intValue).toArray(), places);
    }

    /** Encoded in letters, which a vocabulary distinguishes. */
    private static String token(String token) {
        int first = token.codePointAt(0);
        if (Character.isDigit(first)) {
            return "codenumber ";
        }
        if (first == '"' || first == '\'') {
            return "codestring ";
        }
        if (!Character.isLetter(first) && first != '_') {
            return "sign" + first + " ";
        }
        return KEYWORDS.contains(token) ? "code" + token + " " : "codename ";
    }

    private static boolean isBroken(StringBuilder word) {
        if (word.length() < 2) {
            return false;
        }
        char last = word.charAt(word.length() - 1);
        return (last == '-' || last == '\u00ad' || last == '\u2010')
                && Character.isLetter(word.charAt(word.length() - 2));
    }

    /** True if the words are alone on their line, as headings are. */
    private static boolean isAlone(List<PageWord> words, int first, int last) {
        int line = words.get(first).line();
        return (first == 0 || words.get(first - 1).line() != line)
                && (last + 1 == words.size() || words.get(last + 1).line() != line);
    }

    /** A quotation that is never closed, or is implausibly long, does not count. */
    private static void leaveOutQuotations(int[] numbers, List<String> raw) {
        for (int i = 0; i < raw.size(); i++) {
            int kind = OPENING.indexOf(raw.get(i).charAt(0));
            int end = kind < 0 ? -1 : closing(raw, i, CLOSING.charAt(kind));
            if (end >= 0) {
                Arrays.fill(numbers, i, end + 1, 0);
                i = end;
            }
        }
    }

    private static int closing(List<String> raw, int from, char sign) {
        for (int i = from; i < Math.min(raw.size(), from + LONGEST_QUOTATION); i++) {
            int at = raw.get(i).indexOf(sign, i == from ? 1 : 0);
            if (at >= 0) {
                return i;
            }
        }
        return -1;
    }

    /** Without the words of passages that it shares with a given text. */
    WordRun without(List<Passage> given) {
        int[] left = numbers.clone();
        given.forEach(p -> Arrays.fill(left, p.at(), p.at() + p.length(), 0));
        return new WordRun(left, places);
    }
}
