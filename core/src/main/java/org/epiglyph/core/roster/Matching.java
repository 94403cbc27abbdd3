package org.epiglyph.core.roster;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Finds the student of a received file from its name and folders. Certain is only a key, or a full name that one
 * student alone has; everything else is a question to the marker.
 */
public final class Matching {
    private static final Pattern ACCENTS = Pattern.compile("\\p{M}+");
    private static final Pattern BREAK = Pattern.compile("[^\\p{L}\\p{N}]+");
    private final Roster roster;

    public Matching(Roster roster) {
        this.roster = roster;
    }

    /**
     * @param path the received name with its folders, separated by slashes
     * @return a certain student, or candidates, or neither; always with the evidence in words
     */
    public Match match(String path) {
        String[] parts = path.split("/");
        for (int i = parts.length - 1; i >= 0; i--) {
            String part = parts[i];
            Optional<Student> byKey = roster.students()
                    .stream()
                    .filter(s -> startsWithKey(part, s.key().value()))
                    .findFirst();
            if (byKey.isPresent()) {
                String where = i == parts.length - 1
                        ? "the file name starts with the key "
                        : "the folder starts with the key ";
                return certain(byKey.get(), where + byKey.get().key());
            }
        }
        Set<String> words = words(path);
        List<Student> named = roster.students().stream().filter(s -> words.containsAll(words(s.name()))).toList();
        if (named.size() == 1) {
            return certain(named.getFirst(), "the name " + named.getFirst().name() + " stands in the path");
        }
        if (named.size() > 1) {
            return new Match(Optional.empty(), keys(named),
                    named.size() + " students are called " + named.getFirst().name());
        }
        List<Student> half = roster.students()
                .stream()
                .filter(s -> !s.family().isBlank() && words.containsAll(words(s.family())))
                .toList();
        if (!half.isEmpty()) {
            return new Match(Optional.empty(), keys(half), "only the family name stands in the path");
        }
        return new Match(Optional.empty(), List.of(), "no key and no name of the roster stands in the path");
    }

    private static Match certain(Student student, String evidence) {
        return new Match(Optional.of(student.key()), List.of(student.key()), evidence);
    }

    private static List<StudentKey> keys(List<Student> students) {
        return students.stream().map(Student::key).toList();
    }

    private static boolean startsWithKey(String part, String key) {
        return part.startsWith(key)
                && (part.length() == key.length() || !Character.isLetterOrDigit(part.codePointAt(key.length())));
    }

    private static Set<String> words(String text) {
        String plain = ACCENTS.matcher(Normalizer.normalize(text, Normalizer.Form.NFKD))
                .replaceAll("")
                .toLowerCase(Locale.ROOT);
        return Arrays.stream(BREAK.split(plain))
                .filter(w -> !w.isEmpty())
                .collect(Collectors.toCollection(HashSet::new));
    }
}
