package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/** The keys and names of a class, indexed by full name, family name and word. For one thread. */
final class NameIndex {
    private static final Pattern SIGNS = Pattern.compile("[^\\p{L}\\p{N}]+");
    private final List<Names> everybody = new ArrayList<>();
    private final Map<String, Names> byKey = new HashMap<>();
    private final Set<String> twins = new HashSet<>();
    private final Map<StudentKey, Names> byStudent = new HashMap<>();
    private final Map<String, Set<Names>> byWord = new HashMap<>();
    private final Map<String, Set<Names>> byFamily = new HashMap<>();
    private final Map<String, Set<Names>> byWhole = new HashMap<>();
    private final Map<Student, Boolean> apart = new HashMap<>();
    private final Slips slips;

    NameIndex(Roster roster, Spelling spelling) {
        for (Student student : roster.students()) {
            Names names = new Names(student, spelling);
            everybody.add(names);
            byStudent.put(student.key(), names);
            Names twin = byKey.putIfAbsent(plain(student.key().value()), names);
            if (twin != null) {
                twins.add(plain(student.key().value()));
            }
            names.words.forEach(words -> words.forEach(w -> index(byWord, w, names)));
            names.family.forEach(f -> index(byFamily, f, names));
            names.whole.forEach(w -> index(byWhole, w, names));
        }
        byKey.keySet().removeAll(twins); // keys that differ only in punctuation identify nobody
        slips = new Slips(everybody, spelling);
    }

    private static void index(Map<String, Set<Names>> index, String word, Names names) {
        index.computeIfAbsent(word, _ -> new LinkedHashSet<>()).add(names);
    }

    private static String plain(String key) {
        return SIGNS.matcher(key.toLowerCase(Locale.ROOT)).replaceAll("");
    }

    List<Names> everybody() {
        return everybody;
    }

    Slips slips() {
        return slips;
    }

    Names of(StudentKey student) {
        return byStudent.get(student);
    }

    /** The student with this key, however it is written; null if there is none. */
    Names byKey(String key) {
        return byKey.get(plain(key));
    }

    /** True if no student has this key, nor one that differs from it in punctuation alone. */
    boolean isNobodys(String key) {
        return byKey(key) == null && !twins.contains(plain(key));
    }

    /** The student with this key in lower case and without punctuation; null if there is none. */
    Names byPlainKey(String key) {
        return byKey.get(key);
    }

    Set<Names> byFamily(String family) {
        return byFamily.getOrDefault(family, Set.of());
    }

    Set<Names> byWord(String word) {
        return byWord.getOrDefault(word, Set.of());
    }

    /** Students whose full name is in the path; of overlapping names, the longer first. */
    List<Names> inFull(PathWords read) {
        Set<Names> full = new LinkedHashSet<>();
        for (String run : read.runs) {
            full.addAll(byWhole.getOrDefault(run, Set.of()));
            for (Names names : byFamily(run)) {
                if (names.given.isEmpty() || names.given.stream().anyMatch(read.runs::contains)) {
                    full.add(names);
                }
            }
        }
        for (String token : read.words) {
            for (Names names : byWord(token)) {
                if (names.words.stream().anyMatch(read.words::containsAll)) {
                    full.add(names);
                }
            }
        }
        return full.stream().sorted(Comparator.comparingInt(n -> -n.words.getFirst().size())).toList();
    }

    /** True if no other student's full name is within a slip or two of this one, nor contains it. */
    boolean isDistinct(Names names) {
        return apart.computeIfAbsent(names.student, _ -> slips.isDistinct(names) && !isPartOfAnother(names));
    }

    /**
     * "Silva" is contained in "Sequeira e Silva": if the rest of the longer name is misspelt, the shorter one remains.
     */
    private boolean isPartOfAnother(Names names) {
        for (Set<String> words : names.words) {
            String any = words.stream().findFirst().orElse("");
            for (Names other : byWord(any)) {
                if (other != names && other.words.stream().anyMatch(o -> o.containsAll(words))) {
                    return true;
                }
            }
        }
        return names.given.isEmpty() && everybody.stream()
                .anyMatch(other -> other != names
                        && other.whole.stream().anyMatch(w -> names.family.stream().anyMatch(w::contains)));
    }
}
