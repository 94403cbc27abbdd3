package org.epiglyph.core.filing;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.epiglyph.core.filing.FilingRule.Kind;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/**
 * The class as derived from file names, for a batch that arrived without a class list. Of a two-word name without a key
 * it cannot be known which word is the family name; the rule says what was assumed, and the marker may enter another.
 */
public final class RosterFromNames {
    private static final double MOST = 0.8;
    private static final int DEEPEST = 4;
    private static final Pattern KEY = Pattern.compile("[\\p{L}\\p{N}.-]*\\p{N}[\\p{L}\\p{N}.-]*");
    private static final Pattern NAME = Pattern.compile("[\\p{L}'\u2019][\\p{L}\\p{M}'\u2019 .-]*");
    private static final List<String> USUAL = List.of("<key>_h<hand-in>_<family>_<free>",
            "<key>_<family>_<given>_<free>",
            "<key>_<family>, <given>_<free>", "<key>_<family>_<free>", "<key> <family> <given> <free>",
            "<family>, <given>_<key>_<free>", "<family>_<given>_<key>_<free>", "<key>_<free>", "<key> <free>",
            "<key>-<free>",
            "<family>, <given>_<free>", "<family>, <given> - <free>", "<family>, <given><free>",
            "<family>_<given>_<free>",
            "<given>.<family>_<free>", "<family> <given> - <free>", "<family> <given>_<free>",
            "<given> <family> <free>",
            "<family>_<free>", "<family> - <free>");
    private final Map<String, StudentKey> owners = new LinkedHashMap<>();
    private final Map<StudentKey, Student> students = new LinkedHashMap<>();
    private final Map<String, Set<String>> folders = new HashMap<>();
    private final Optional<FilingRule> rule;

    private RosterFromNames(Collection<String> paths, Optional<FilingRule> rule) {
        this.rule = rule;
        paths.forEach(p -> folders.computeIfAbsent(stem(p), _ -> new HashSet<>()).add(folder(p)));
        Map<String, StudentKey> keyOfName = new HashMap<>();
        for (String path : paths) {
            Student student = student(path);
            StudentKey key = keyOfName.computeIfAbsent(student.key().value(), _ -> student.key());
            students.putIfAbsent(key, student);
            owners.put(path, key);
        }
    }

    /**
     * Derives the class.
     *
     * @param paths  all received paths
     * @param byHand the rule that the marker entered; empty to try the usual ones
     */
    public static RosterFromNames read(Collection<String> paths, Optional<FilingRule> byHand) {
        return new RosterFromNames(paths, byHand.or(() -> guess(paths)));
    }

    /** The first of the usual rules that most names match, for folders from the inside out and for file names. */
    private static Optional<FilingRule> guess(Collection<String> paths) {
        for (int level = DEEPEST - 1; level >= FilingRule.FILE; level--) {
            if (level != FilingRule.FILE && !isFolderAStudent(paths, level)) {
                continue;
            }
            for (String written : USUAL) {
                FilingRule rule = FilingRule.of("guessed from the names", level, written);
                long fits = paths.stream()
                        .filter(p -> rule.read(p).filter(RosterFromNames::isSound).isPresent())
                        .count();
                if (fits >= MOST * paths.size() && fits > 0) {
                    return Optional.of(rule);
                }
            }
        }
        return Optional.empty();
    }

    /** Folders belong to students if there are several with few files each; sections hold many. */
    private static boolean isFolderAStudent(Collection<String> paths, int level) {
        Set<String> folders = new LinkedHashSet<>();
        for (String path : paths) {
            Optional<String> folder = FilingRule.segment(path, level);
            if (folder.isEmpty()) {
                return false;
            }
            folders.add(folder.get());
        }
        return folders.size() > 1 && folders.size() * 6 >= paths.size();
    }

    private static boolean isSound(FilingRule.Reading reading) {
        return reading.fields().entrySet().stream().allMatch(f -> switch (f.getKey()) {
            case KEY -> KEY.matcher(f.getValue()).matches() && f.getValue().length() > 2;
            case FAMILY, GIVEN -> NAME.matcher(f.getValue()).matches() && !f.getValue().contains(" - ");
            default -> true;
        });
    }

    private Student student(String path) {
        Optional<FilingRule.Reading> reading = rule.flatMap(r -> r.read(path));
        String family = field(reading, Kind.FAMILY);
        String given = field(reading, Kind.GIVEN);
        String key = field(reading, Kind.KEY);
        if (key.isEmpty() && family.isEmpty() && given.isEmpty()) {
            String itself = itself(path);
            return new Student(new StudentKey(itself), "", itself, "");
        }
        String name = family.isEmpty() ? given : given.isEmpty() ? family : family + ", " + given;
        String shown = family.isEmpty() ? given.isEmpty() ? key : given : family;
        return new Student(new StudentKey(key.isEmpty() ? name : key), family.isEmpty() ? "" : given, shown,
                field(reading, Kind.SECTION));
    }

    /** What a name that no rule matches stands for; files of one name in different folders are different students'. */
    private String itself(String path) {
        String stem = stem(path);
        if (stem.isBlank()) {
            return "'" + path + "'";
        }
        return folders.get(stem).size() > 1 ? folder(path) + stem : stem;
    }

    private static String stem(String path) {
        return FilingRule.withoutExtension(path, FilingRule.FILE).orElseThrow();
    }

    /** With a slash at its end; empty for a file in no folder. */
    private static String folder(String path) {
        return path.substring(0, path.lastIndexOf('/') + 1);
    }

    private static String field(Optional<FilingRule.Reading> reading, Kind kind) {
        return reading.map(r -> r.fields().getOrDefault(kind, "").strip()).orElse("");
    }

    /** The class in the order in which its names occur. */
    public Roster roster() {
        return new Roster(List.copyOf(students.values()));
    }

    /** The student to whom the file belongs. */
    public StudentKey owner(String path) {
        return owners.get(path);
    }

    /** The rule by which the names were read; empty if each name stands for a student by itself. */
    public Optional<FilingRule> rule() {
        return rule;
    }
}
