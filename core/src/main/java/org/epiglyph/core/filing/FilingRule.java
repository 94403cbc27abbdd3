package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * How a record system names the files it exports: which parts identify the student, what separates them, and where the
 * free part begins. Everything before the free part is locked: it is returned as received.
 *
 * @param name  the rule's name; never blank
 * @param level {@link #FILE} if the file name carries the parts, else the folder's level from the outside, from 0
 * @param parts in order; the last one is {@link Kind#FREE}
 */
public record FilingRule(String name, int level, List<Part> parts) {
    /** The file name, not a folder, identifies the student. */
    public static final int FILE = -1;
    /** A marker has few record systems, so there are few rules and none is evicted. */
    private static final Map<List<Part>, Pattern> PATTERNS = new ConcurrentHashMap<>();
    private static final Pattern WORD = Pattern.compile("<([^<>]*)>");

    /** What a variable part of a name means. */
    public enum Kind {
        KEY("key", ".+?"),
        FAMILY("family", ".+?"),
        GIVEN("given", ".+?"),
        INITIALS("initials", "\\p{L}{1,5}"),
        SECTION("section", ".+?"),
        HAND_IN("hand-in", "\\d{1,3}"),
        ANY("any", ".+?"),
        FREE("free", ".*");

        private final String word;
        private final String shape;

        Kind(String word, String shape) {
            this.word = word;
            this.shape = shape;
        }

        /** A greedy pattern; what has a bound, such as initials, keeps it. */
        private String greedy() {
            return shape.equals(".+?") ? ".+" : shape;
        }

        /** Its name in a written rule. */
        String word() {
            return word;
        }

        boolean identifies() {
            return this == KEY || this == FAMILY || this == GIVEN || this == INITIALS;
        }
    }

    /** A part of a name. */
    public sealed interface Part {
        /** Varies from file to file. */
        record Field(Kind kind) implements Part {}

        /** Stands in every name as it is. */
        record Fixed(String text) implements Part {}
    }

    public FilingRule {
        parts = List.copyOf(parts);
        if (name.isBlank() || level < FILE) {
            throw new InvalidValue(Message.of(FilingRule.class, "needsName", name, level));
        }
        List<Kind> kinds = parts.stream()
                .filter(p -> p instanceof Part.Field)
                .map(p -> ((Part.Field) p).kind())
                .toList();
        if (kinds.isEmpty() || kinds.getLast() != Kind.FREE || kinds.indexOf(Kind.FREE) != kinds.size() - 1
                || !parts.getLast().equals(new Part.Field(Kind.FREE))) {
            throw new InvalidValue(Message.of(FilingRule.class, "endsFree"));
        }
        if (kinds.stream().noneMatch(Kind::identifies)) {
            throw new InvalidValue(Message.of(FilingRule.class, "tellsNobody"));
        }
        for (int i = 1; i < parts.size() - 1; i++) {
            if (parts.get(i) instanceof Part.Field && parts.get(i - 1) instanceof Part.Field) {
                throw new InvalidValue(Message.of(FilingRule.class, "noSeparator"));
            }
        }
    }

    /** What a name means under the rule. */
    public record Reading(Map<Kind, String> fields, String locked) {}

    /**
     * Parses a rule such as {@code <key>_h<hand-in>_<free>}. If the last part is not free, a free part is added.
     *
     * @throws IllegalArgumentException if it is not a rule; the message is a sentence for the marker
     */
    public static FilingRule of(String name, int level, String written) {
        List<Part> parts = new ArrayList<>();
        Matcher words = WORD.matcher(written);
        int at = 0;
        while (words.find()) {
            fixed(parts, written.substring(at, words.start()));
            String word = words.group(1).strip().toLowerCase(Locale.ROOT);
            Kind kind = kind(word)
                    .orElseThrow(() -> new InvalidValue(Message.of(FilingRule.class, "noSuchPart", word)));
            parts.add(new Part.Field(kind));
            at = words.end();
        }
        fixed(parts, written.substring(at));
        if (!parts.isEmpty() && !parts.getLast().equals(new Part.Field(Kind.FREE))) {
            parts.add(new Part.Field(Kind.FREE));
        }
        return new FilingRule(name, level, parts);
    }

    private static void fixed(List<Part> parts, String text) {
        if (!text.isEmpty()) {
            parts.add(new Part.Fixed(text));
        }
    }

    private static Optional<Kind> kind(String word) {
        for (Kind kind : Kind.values()) {
            if (kind.word().equals(word)) {
                return Optional.of(kind);
            }
        }
        return Optional.empty();
    }

    /** The parts as written, for example {@code <key>_h<hand-in>_<free>}. */
    public String written() {
        StringBuilder out = new StringBuilder();
        for (Part part : parts) {
            out.append(switch (part) {
                case Part.Field(Kind kind) -> "<" + kind.word() + ">";
                case Part.Fixed(String text) -> text;
            });
        }
        return out.toString();
    }

    /** The rule as a sentence. */
    public String describe() {
        List<String> words = new ArrayList<>();
        for (Part part : parts.subList(0, parts.size() - 1)) {
            words.add(switch (part) {
                case Part.Fixed(String text) -> "'" + text + "'";
                case Part.Field(Kind kind) -> switch (kind) {
                    case KEY -> Message.of(FilingRule.class, "key").text();
                    case FAMILY -> Message.of(FilingRule.class, "family").text();
                    case GIVEN -> Message.of(FilingRule.class, "given").text();
                    case INITIALS -> Message.of(FilingRule.class, "initials").text();
                    case SECTION -> Message.of(FilingRule.class, "section").text();
                    case HAND_IN -> Message.of(FilingRule.class, "handIn").text();
                    case ANY -> Message.of(FilingRule.class, "any").text();
                    case FREE -> throw new IllegalStateException("Free is last");
                };
            });
        }
        String parts = String.join(" + ", words);
        return (level == FILE
                ? Message.of(FilingRule.class, "ofFile", parts)
                : Message.of(FilingRule.class, "ofFolder", level + 1, parts)).text();
    }

    /**
     * The part of the path that the rule is about: the file name, or a folder's name; empty if there is no such folder.
     */
    public Optional<String> segment(String path) {
        return segment(path, level);
    }

    /** The file name of a path, or the name of the folder at a level; empty if there is no such folder. */
    static Optional<String> segment(String path, int level) {
        if (level == FILE) {
            return Optional.of(path.substring(path.lastIndexOf('/') + 1));
        }
        String[] segments = path.split("/");
        return level < segments.length - 1 ? Optional.of(segments[level]) : Optional.empty();
    }

    /** The segment that is read: a file name without its extension, a folder's name as it is. */
    static Optional<String> withoutExtension(String path, int level) {
        return segment(path, level).map(s -> level == FILE ? stem(s) : s);
    }

    /** What the path means under the rule; empty if it does not match. */
    public Optional<Reading> read(String path) {
        return withoutExtension(path, level).flatMap(this::readSegment);
    }

    private Optional<Reading> readSegment(String segment) {
        Matcher matcher = PATTERNS.computeIfAbsent(parts, FilingRule::pattern).matcher(new Bounded(segment));
        try {
            if (!matcher.matches()) {
                return Optional.empty();
            }
        } catch (Bounded.Exhausted e) {
            return Optional.empty(); // a name built to take for ever matches no rule
        }
        Map<Kind, String> fields = new EnumMap<>(Kind.class);
        int group = 1;
        for (Part part : parts) {
            if (part instanceof Part.Field(Kind kind) && kind != Kind.FREE) {
                fields.putIfAbsent(kind, matcher.group(group++));
            }
        }
        int free = matcher.start(group) >= 0 ? matcher.start(group) : segment.length();
        return Optional.of(new Reading(fields, segment.substring(0, free)));
    }

    /** The separator before the free part may be missing if the name ends with its locked part. */
    static Pattern pattern(List<Part> parts) {
        StringBuilder regex = new StringBuilder();
        int last = parts.size() - 1;
        boolean parted = last > 0 && parts.get(last - 1) instanceof Part.Fixed;
        for (int i = 0; i < (parted ? last - 1 : last); i++) {
            boolean unparted = !parted && i == last - 1; // nothing separates it from the free part, so it is the whole name
            regex.append(switch (parts.get(i)) {
                case Part.Fixed(String text) -> Pattern.quote(text);
                case Part.Field(Kind kind) -> "(" + (unparted ? kind.greedy() : kind.shape) + ")";
            });
        }
        if (parted) {
            regex.append("(?:").append(Pattern.quote(((Part.Fixed) parts.get(last - 1)).text())).append("(.*))?");
        } else {
            regex.append("(.*)");
        }
        return Pattern.compile(regex.toString(), Pattern.DOTALL);
    }

    /**
     * The locked part of a file's name, which must come back unchanged, character for character. If a folder identifies
     * the student, or the name does not match the rule, the whole name without its extension is locked.
     */
    public String locked(String path) {
        String file = path.substring(path.lastIndexOf('/') + 1);
        return level == FILE ? read(path).map(Reading::locked).orElse(stem(file)) : stem(file);
    }

    /** A file name without its extension; a name whose only dot is the first character has none. */
    public static String stem(String file) {
        int dot = file.lastIndexOf('.');
        boolean ending = dot > 0 && file.length() - dot <= 6 && file.length() - dot > 1;
        return ending ? file.substring(0, dot) : file;
    }
}
