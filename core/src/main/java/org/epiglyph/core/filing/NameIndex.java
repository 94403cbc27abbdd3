package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/** The keys and names of a class, found by whole, by family name and by word. Safe for one thread. */
final class NameIndex {
    private static final Pattern SIGNS = Pattern.compile("[^\\p{L}\\p{N}]+");
    private final List<Names> everybody = new ArrayList<>();
    private final Map<String, Names> byKey = new HashMap<>();
    private final Map<StudentKey, Names> byStudent = new HashMap<>();
    private final Map<String, Set<Names>> byWord = new HashMap<>();
    private final Map<String, Set<Names>> byFamily = new HashMap<>();
    private final Map<String, Set<Names>> byWhole = new HashMap<>();
    private final Map<Student, Boolean> apart = new HashMap<>();
    private final Slips slips;

    NameIndex(Roster roster, Spelling spelling) {
        Set<String> twins = new LinkedHashSet<>();
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
        byKey.keySet().removeAll(twins); // keys that differ in signs alone tell nobody apart
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

    /** Whose key this is, however it is written; null for nobody's. */
    Names byKey(String key) {
        return byKey.get(plain(key));
    }

    /** Whose key this is in lower case and without signs; null for nobody's. */
    Names byPlainKey(String key) {
        return byKey.get(key);
    }

    Set<Names> byFamily(String family) {
        return byFamily.getOrDefault(family, Set.of());
    }

    Set<Names> byWord(String word) {
        return byWord.getOrDefault(word, Set.of());
    }

    /** Students all of whose name stands in the path; of namesakes in part, those with the longer name first. */
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

    /** Nobody else's whole name is so near that a slip or two would turn one into the other, nor holds this one within it. */
    boolean standsApart(Names names) {
        return apart.computeIfAbsent(names.student, _ -> slips.standsApart(names) && !standsWithinAnother(names));
    }

    /** "Silva" stands within "Sequeira e Silva": where the rest of the longer name is misspelt, the shorter one is left. */
    private boolean standsWithinAnother(Names names) {
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
