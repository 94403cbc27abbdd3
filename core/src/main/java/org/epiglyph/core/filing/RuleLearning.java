package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.epiglyph.core.filing.FilingRule.Kind;
import org.epiglyph.core.filing.FilingRule.Part;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/**
 * Learns the filing rule of a batch from its names: each name whose student is known is split into parts, and the
 * longest prefix that most names share becomes the rule.
 */
public final class RuleLearning {
    private static final double MOST_NAMES = 0.8;
    private static final double ENOUGH_NAMES = 0.5;
    private static final int DEEPEST = 4;
    private static final int ENOUGH_PATHS = 400;
    private final Spelling spelling;
    private final Matching matching;
    private final Map<Integer, String> letters = new HashMap<>();

    /** @param matching matches the class without a rule */
    public RuleLearning(Spelling spelling, Matching matching) {
        this.spelling = spelling;
        this.matching = matching;
    }

    /**
     * A rule and how well it matches.
     *
     * @param rule the rule
     * @param fits how many names match it
     * @param of   how many names there are
     */
    public record Learnt(FilingRule rule, int fits, int of) {}

    /**
     * @param called the rule's name
     * @param paths  all received paths
     * @return empty if fewer than half of the names share anything that identifies the student
     */
    public Optional<Learnt> learn(String called, Collection<String> paths) {
        Map<String, StudentKey> known = new LinkedHashMap<>();
        for (String path : spread(paths)) {
            Match match = matching.match(path);
            match.student().or(match::likely).ifPresent(s -> known.put(path, s));
        }
        Optional<Learnt> best = Optional.empty();
        for (int level = FilingRule.FILE; level < DEEPEST; level++) {
            Optional<FilingRule> rule = atLevel(called, level, known);
            if (rule.isPresent()) {
                FilingRule found = rule.get();
                int fits = (int) paths.stream().filter(p -> found.read(p).isPresent()).count();
                if (fits > best.map(Learnt::fits).orElse(0)) {
                    best = Optional.of(new Learnt(found, fits, paths.size()));
                }
            }
        }
        return best;
    }

    /** As many paths as learning a rule needs, spread over the batch. */
    private static List<String> spread(Collection<String> paths) {
        List<String> all = List.copyOf(paths);
        int step = Math.ceilDiv(Math.max(1, all.size()), ENOUGH_PATHS);
        return IntStream.range(0, all.size()).filter(i -> i % step == 0).mapToObj(all::get).toList();
    }

    private Optional<FilingRule> atLevel(String called, int level, Map<String, StudentKey> known) {
        Map<List<Part>, Map<String, Integer>> votes = new LinkedHashMap<>();
        int counted = 0;
        for (Map.Entry<String, StudentKey> one : known.entrySet()) {
            Optional<String> segment = FilingRule.withoutExtension(one.getKey(), level);
            if (segment.isPresent()) {
                counted++;
                Names own = matching.names(one.getValue());
                beginnings(segment.get(), own).forEach((parts, separator) -> votes
                        .computeIfAbsent(parts, _ -> new LinkedHashMap<>())
                        .merge(separator, 1, Integer::sum));
            }
        }
        int most = votes.values().stream().mapToInt(RuleLearning::count).max().orElse(0);
        if (most == 0 || most < ENOUGH_NAMES * counted || counted < ENOUGH_NAMES * known.size()) {
            return Optional.empty();
        }
        return votes.entrySet()
                .stream()
                .filter(e -> count(e.getValue()) >= MOST_NAMES * most)
                .max(java.util.Comparator.comparingInt(e -> e.getKey().size()))
                .map(e -> rule(called, level, with(e.getKey(), mostFrequent(e.getValue()))));
    }

    private static int count(Map<String, Integer> votes) {
        return votes.values().stream().mapToInt(Integer::intValue).sum();
    }

    /** The usual separator of the locked part from the free one; empty if no name has a free part. */
    private static String mostFrequent(Map<String, Integer> separators) {
        return separators.entrySet()
                .stream()
                .filter(e -> !e.getKey().isEmpty())
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("");
    }

    private static FilingRule rule(String called, int level, List<Part> beginning) {
        List<Part> parts = new ArrayList<>(beginning);
        parts.add(new Part.Field(Kind.FREE));
        return new FilingRule(called, level, parts);
    }

    /** Every prefix of the segment that ends with a part that identifies the student, and what follows it. */
    private Map<List<Part>, String> beginnings(String segment, Names own) {
        Map<List<Part>, String> beginnings = new HashMap<>();
        List<Part> parts = new ArrayList<>();
        int at = 0;
        while (at < segment.length()) {
            Found found = field(segment, at, own);
            if (found != null) {
                if (!parts.isEmpty() && parts.getLast() instanceof Part.Field) {
                    return beginnings; // nothing separates the two, so no rule could tell them apart
                }
                parts.add(new Part.Field(found.kind));
                at = found.end;
                String separator = separator(segment, at);
                at += separator.length();
                if (found.kind.identifies()) {
                    beginnings.put(List.copyOf(parts), separator);
                }
                parts = with(parts, separator);
            } else {
                int end = wordEnd(segment, at);
                String separator = separator(segment, end);
                parts = with(parts, segment.substring(at, end) + separator);
                at = end + separator.length();
            }
        }
        return beginnings;
    }

    private static List<Part> with(List<Part> parts, String fixed) {
        List<Part> more = new ArrayList<>(parts);
        if (!fixed.isEmpty()) {
            if (!more.isEmpty() && more.getLast() instanceof Part.Fixed(String before)) {
                more.removeLast();
                more.add(new Part.Fixed(before + fixed));
            } else {
                more.add(new Part.Fixed(fixed));
            }
        }
        return more;
    }

    private static int wordEnd(String text, int from) {
        int at = from;
        boolean digits = Character.isDigit(text.charAt(from));
        while (at < text.length() && Character.isLetterOrDigit(text.charAt(at))
                && Character.isDigit(text.charAt(at)) == digits) {
            at++;
        }
        return Math.max(at, from + (at == from ? 1 : 0));
    }

    private static String separator(String text, int from) {
        int at = from;
        while (at < text.length() && !Character.isLetterOrDigit(text.charAt(at))) {
            at++;
        }
        return text.substring(from, at);
    }

    private record Found(Kind kind, int end) {}

    private Found name(String segment, int at, Names own) {
        for (String family : own.family) {
            int end = reads(segment, at, family);
            if (end > 0) {
                return new Found(Kind.FAMILY, end);
            }
        }
        for (Set<String> givens : List.of(own.given, own.firstGiven)) {
            for (String given : givens) {
                int end = reads(segment, at, given);
                if (end > 0) {
                    return new Found(Kind.GIVEN, end);
                }
            }
        }
        return null;
    }

    private Found field(String segment, int at, Names own) {
        Student student = own.student;
        String key = student.key().value();
        if (segment.regionMatches(true, at, key, 0, key.length()) && ends(segment, at + key.length())) {
            return new Found(Kind.KEY, at + key.length());
        }
        Found name = name(segment, at, own);
        if (name != null) {
            return name;
        }
        int section = own.section.isEmpty() ? -1 : reads(segment, at, own.section);
        if (section > 0) {
            return new Found(Kind.SECTION, section);
        }
        int end = wordEnd(segment, at);
        String word = segment.substring(at, end);
        if (word.matches("\\d{1,2}") && !word.startsWith("0")) {
            return new Found(Kind.HAND_IN, end);
        }
        boolean letter = word.length() <= 3 && ends(segment, end) && word.toLowerCase(java.util.Locale.ROOT)
                .equals(own.initials) && !own.initials.isEmpty() && Character.isUpperCase(word.charAt(0));
        return letter ? new Found(Kind.INITIALS, end) : null;
    }

    private static boolean ends(String segment, int at) {
        return at >= segment.length() || !Character.isLetterOrDigit(segment.charAt(at));
    }

    /** Where the value ends if the segment has it from here, ignoring accents and punctuation; -1 if it does not. */
    private int reads(String segment, int from, String value) {
        int said = 0;
        int at = from;
        while (at < segment.length() && said < value.length()) {
            int c = segment.codePointAt(at);
            String plain = letters.computeIfAbsent(c,
                    l -> Names.compact(spelling.plain(Character.toString(l)).getFirst()));
            if (!value.startsWith(plain, said)) {
                return -1;
            }
            said += plain.length();
            at += Character.charCount(c);
        }
        boolean all = said == value.length() && !value.isEmpty() && at > from;
        boolean border = all && (ends(segment, at) || Character.isUpperCase(segment.charAt(at))
                || Character.isDigit(segment.charAt(at)));
        return border ? at : -1;
    }
}
