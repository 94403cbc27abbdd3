package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.StudentKey;

/**
 * Finds the student of a received file from its name and folders. Certain is only a key where keys are expected, or a
 * full name that exactly one student has and that no other name resembles; everything else is left to the marker. For
 * one thread.
 */
public final class Matching {
    private static final Pattern BREAK = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final int MOST_SLIPS = 2;
    private static final int LONGEST_KEY_RUN = 4;
    private final NameIndex index;
    private final Spelling spelling;
    private final Optional<FilingRule> rule;

    /** Matching without a filing rule. */
    public Matching(Roster roster, Spelling spelling) {
        this(new NameIndex(roster, spelling), spelling, Optional.empty());
    }

    private Matching(NameIndex index, Spelling spelling, Optional<FilingRule> rule) {
        this.index = index;
        this.spelling = spelling;
        this.rule = rule;
    }

    Names names(StudentKey student) {
        return index.of(student);
    }

    /** The same with another filing rule; what was computed about the class is reused. */
    public Matching with(Optional<FilingRule> other) {
        return new Matching(index, spelling, other);
    }

    /**
     * @param path the received name with its folders, separated by slashes
     * @return a certain student, a likely one, candidates in order of likelihood, or none; always with the evidence
     */
    public Match match(String path) {
        PathWords read = new PathWords(path, spelling);
        Optional<FilingRule.Reading> reading = rule.flatMap(r -> r.read(path));
        Optional<Match> byRule = reading.flatMap(r -> byRule(r, read));
        return byRule.or(() -> byKeyAtStart(read))
                .or(() -> byName(read).map(m -> besideStrangeKey(m, reading)))
                .or(() -> byKeyElsewhere(read))
                .orElseGet(
                        () -> index.slips()
                                .nearest(read)
                                .orElseGet(() -> Match.none(Message.of(Matching.class, "nothing"))));
    }

    // --- by the filing rule

    private Optional<Match> byRule(FilingRule.Reading reading, PathWords read) {
        String key = reading.fields().get(FilingRule.Kind.KEY);
        if (key != null) {
            Names owner = index.byKey(key);
            if (owner == null) {
                return Optional.empty();
            }
            return Optional.of(keyMatch(owner, read, reading.fields(),
                    Message.of(Matching.class, "keyByRule", owner.student.key())));
        }
        Map<FilingRule.Kind, String> plain = new EnumMap<>(FilingRule.Kind.class);
        reading.fields().forEach((kind, value) -> plain.put(kind, Names.compact(spelling.plain(value).getFirst())));
        String family = plain.get(FilingRule.Kind.FAMILY);
        Collection<Names> near = family == null ? index.everybody() : index.byFamily(family);
        List<Names> fitting = near.stream().filter(n -> fits(n, plain)).toList();
        boolean whole = reading.fields().containsKey(FilingRule.Kind.FAMILY)
                && reading.fields().containsKey(FilingRule.Kind.GIVEN);
        if (fitting.size() == 1) {
            Names only = fitting.getFirst();
            Message evidence = Message.of(Matching.class, "oneByRule", evidence(reading.fields()));
            boolean certain = whole && index.isDistinct(only) && isOnlyFullName(only, read);
            return Optional.of(certain
                    ? Match.certain(only.student.key(), evidence)
                    : Match.likely(only.student.key(), evidence));
        }
        return fitting.isEmpty()
                ? Optional.empty()
                : Optional.of(Match.possible(keys(fitting),
                        Message.of(Matching.class, "severalByRule", evidence(reading.fields()), fitting.size())));
    }

    /**
     * Where a key is expected and nobody in the class has it, the work may be a namesake's from another class. A part
     * without a digit, or with a word of the student's name, is no key.
     */
    private Match besideStrangeKey(Match match, Optional<FilingRule.Reading> reading) {
        Optional<String> strange = reading.map(r -> r.fields().get(FilingRule.Kind.KEY))
                .filter(key -> index.isNobodys(key) && key.chars().anyMatch(Character::isDigit));
        return match.student()
                .flatMap(student -> strange.filter(
                        key -> new PathWords(key, spelling).words.stream().noneMatch(index.of(student)::hasWord))
                        .map(key -> Match.likely(student,
                                Message.of(Matching.class, "strangeKey", match.evidence(), key))))
                .orElse(match);
    }

    private static String evidence(Map<FilingRule.Kind, String> fields) {
        List<String> said = new ArrayList<>();
        fields.forEach((kind, value) -> {
            if (kind.identifies() || kind == FilingRule.Kind.SECTION) {
                said.add("'" + value + "'");
            }
        });
        return String.join(", ", said);
    }

    private static boolean fits(Names names, Map<FilingRule.Kind, String> fields) {
        for (Map.Entry<FilingRule.Kind, String> field : fields.entrySet()) {
            String value = field.getValue();
            boolean fits = switch (field.getKey()) {
                case FAMILY -> names.family.contains(value);
                case GIVEN -> names.given.contains(value) || names.firstGiven.contains(value);
                case INITIALS -> initialsFit(names, value);
                case SECTION -> names.section.equals(value) || names.section.endsWith(value);
                case KEY, HAND_IN, ANY, FREE -> true;
            };
            if (!fits) {
                return false;
            }
        }
        return true;
    }

    private static boolean initialsFit(Names names, String value) {
        String family = names.family.stream().findFirst().map(f -> f.substring(0, 1)).orElse("");
        return !value.isEmpty()
                && (names.initials.startsWith(value) || value.equals(names.initials + family)
                        || value.equals(family + names.initials));
    }

    // --- by a key

    private Optional<Match> byKeyAtStart(PathWords read) {
        String[] segments = read.path.split("/");
        for (int i = segments.length - 1; i >= 0; i--) {
            Names owner = startsWithKey(segments[i]);
            if (owner != null) {
                return Optional.of(keyMatch(owner, read, Map.of(), i == segments.length - 1
                        ? Message.of(Matching.class, "keyBeginsFile", owner.student.key())
                        : Message.of(Matching.class, "keyBeginsFolder", owner.student.key())));
            }
        }
        return Optional.empty();
    }

    /**
     * The student whose key the segment starts with; the longest such key, since one key may be a prefix of another.
     */
    private Names startsWithKey(String segment) {
        String[] parts = BREAK.split(segment, LONGEST_KEY_RUN + 1);
        StringBuilder run = new StringBuilder();
        Names longest = null;
        for (int i = 0; i < Math.min(parts.length, LONGEST_KEY_RUN); i++) {
            Names owner = index.byPlainKey(run.append(parts[i].toLowerCase(Locale.ROOT)).toString());
            if (owner != null) {
                longest = owner;
            }
        }
        return longest;
    }

    private Optional<Match> byKeyElsewhere(PathWords read) {
        String[] parts = BREAK.split(read.path.toLowerCase(Locale.ROOT));
        Set<Names> found = new LinkedHashSet<>();
        for (int from = 0; from < parts.length; from++) {
            StringBuilder run = new StringBuilder();
            for (int to = from; to < Math.min(parts.length, from + LONGEST_KEY_RUN); to++) {
                Names owner = index.byPlainKey(run.append(parts[to]).toString());
                if (owner != null && owner.student.key().value().length() > 2) {
                    found.add(owner);
                }
            }
        }
        if (found.size() == 1) {
            Names only = found.iterator().next();
            return Optional.of(Match.likely(only.student.key(),
                    Message.of(Matching.class, "keyElsewhere", only.student.key())));
        }
        return found.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        Match.possible(keys(found), Message.of(Matching.class, "severalKeys", found.size())));
    }

    /** A key decides, unless the name beside it is another student's. */
    private Match keyMatch(Names owner, PathWords read, Map<FilingRule.Kind, String> fields, Message evidence) {
        String family = fields.get(FilingRule.Kind.FAMILY);
        if (family != null) {
            String value = Names.compact(spelling.plain(family).getFirst());
            if (!value.isEmpty() && owner.family.stream().noneMatch(f -> near(f, value))) {
                List<Names> named = new ArrayList<>(index.byFamily(value));
                if (!named.isEmpty()) {
                    return contradiction(owner, named, "'" + family + "'");
                }
            }
        }
        List<Names> full = index.inFull(read);
        List<Names> others = full.stream().filter(n -> n != owner).toList();
        return others.isEmpty() || full.contains(owner) || containsOwnWord(owner, others, read)
                ? Match.certain(owner.student.key(), evidence)
                : contradiction(owner, others, others.getFirst().student.name());
    }

    private static Match contradiction(Names owner, List<Names> named, String name) {
        List<StudentKey> both = new ArrayList<>(List.of(owner.student.key()));
        named.stream().map(n -> n.student.key()).filter(k -> !both.contains(k)).forEach(both::add);
        return Match.possible(both,
                Message.of(Matching.class, "contradiction", owner.student.name(), name));
    }

    private boolean near(String one, String other) {
        return one.equals(other) || one.startsWith(other) || other.startsWith(one)
                || spelling.slips(one, other) <= MOST_SLIPS;
    }

    /** True if a word of the owner's name is in the path that the others do not have. */
    private static boolean containsOwnWord(Names owner, List<Names> others, PathWords read) {
        return read.words.stream()
                .anyMatch(word -> owner.hasWord(word) && others.stream().noneMatch(o -> o.hasWord(word)))
                || read.runs.stream()
                        .anyMatch(run -> owner.family.contains(run)
                                && others.stream().noneMatch(o -> o.family.contains(run)));
    }

    // --- by names

    private Optional<Match> byName(PathWords read) {
        List<Names> full = index.inFull(read);
        if (full.size() == 1) {
            Names only = full.getFirst();
            Message evidence = only.describeMatch(read.path, isInFolder(only, read));
            return Optional.of(index.isDistinct(only)
                    ? Match.certain(only.student.key(), evidence)
                    : Match.likely(only.student.key(), Message.of(Matching.class, "anotherIsNear", evidence)));
        }
        if (full.size() > 1) {
            boolean namesakes = full.stream().map(n -> n.student.name()).distinct().count() == 1;
            return Optional.of(Match.possible(keys(full), namesakes
                    ? Message.of(Matching.class, "namesakes", full.size(), full.getFirst().student.name())
                    : Message.of(Matching.class, "severalNames", full.size())));
        }
        return inPart(read);
    }

    private boolean isInFolder(Names names, PathWords read) {
        Set<String> inName = new PathWords(read.path.substring(read.path.lastIndexOf('/') + 1), spelling).words;
        return read.path.indexOf('/') >= 0 && names.familyWords.getFirst().stream().noneMatch(inName::contains);
    }

    private boolean isOnlyFullName(Names only, PathWords read) {
        return index.inFull(read).stream().allMatch(n -> n == only);
    }

    /** Family name with a given name or an initial, else the family name alone, else some of its words. */
    private Optional<Match> inPart(PathWords read) {
        return byFamily(read).or(() -> byGivenAndPart(read)).or(() -> byWords(read));
    }

    private Optional<Match> byFamily(PathWords read) {
        Set<Names> families = new LinkedHashSet<>();
        read.runs.forEach(run -> families.addAll(index.byFamily(run)));
        Optional<Match> first = chosen(families, n -> n.firstGiven.stream().anyMatch(read.words::contains), read,
                Message.of(Matching.class, "familyAndFirst"));
        if (first.isPresent()) {
            return first;
        }
        Optional<Match> initial = chosen(families, n -> !n.initials.isEmpty()
                && (read.words.contains(n.initials) || read.words.contains(n.initials.substring(0, 1))), read,
                Message.of(Matching.class, "familyAndInitial"));
        if (initial.isPresent()) {
            return initial;
        }
        return chosen(families, n -> true, read, Message.of(Matching.class, "familyAlone"));
    }

    private Optional<Match> byGivenAndPart(PathWords read) {
        Set<Names> named = new LinkedHashSet<>();
        read.words.stream().filter(t -> t.length() > 2).forEach(t -> named.addAll(index.byWord(t)));
        return chosen(named, n -> n.firstGiven.stream().anyMatch(read.words::contains)
                && n.familyWords.stream().flatMap(Set::stream).anyMatch(w -> w.length() > 2 && read.words.contains(w)),
                read,
                Message.of(Matching.class, "givenAndPart"));
    }

    private Optional<Match> byWords(PathWords read) {
        Map<Names, Integer> words = new LinkedHashMap<>();
        for (String token : read.words) {
            if (token.length() > 2) {
                index.byWord(token).forEach(n -> words.merge(n, 1, Integer::sum));
            }
        }
        if (words.isEmpty()) {
            return Optional.empty();
        }
        List<StudentKey> most = words.entrySet()
                .stream()
                .sorted((a, b) -> b.getValue() - a.getValue())
                .map(e -> e.getKey().student.key())
                .toList();
        return index.slips()
                .nearest(read)
                .filter(m -> !most.contains(m.candidates().getFirst().student()) || m.likely().isPresent())
                .or(() -> Optional.of(Match.possible(most, Message.of(Matching.class, "partAlone"))));
    }

    private static Optional<Match> chosen(Collection<Names> from, Predicate<Names> which, PathWords read, Message why) {
        List<Names> chosen = from.stream().filter(which).toList();
        if (chosen.size() == 1) {
            return Optional.of(Match.likely(chosen.getFirst().student.key(), why));
        }
        return chosen.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        Match.possible(keys(chosen), Message.of(Matching.class, "severalMatch", why, chosen.size())));
    }

    private static List<StudentKey> keys(Collection<Names> names) {
        return new ArrayList<>(new LinkedHashSet<>(names.stream().map(n -> n.student.key()).toList()));
    }
}
