package org.epiglyph.core.lookover;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Section;

/**
 * The forms in which the students of a class may be named in text: key, given name, family name and their parts. A form
 * that two students share identifies neither of them to the other, and what the task itself says names nobody.
 */
public final class ClassNames {
    private static final int LEAST_PART = 2;
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");
    private static final Pattern TOKEN = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{M}\\p{N}'\u2019._-]*");
    private static final String SENTENCE_ENDS = ".!?:\u2026\u00bb\"\u201d)";
    private final Map<String, Set<Student>> byForm = new HashMap<>();
    private final Map<String, Set<Student>> byRun = new HashMap<>();
    private final Set<String> ofTask;
    private final Dictionary dictionary;

    public ClassNames(Batch batch, Dictionary dictionary) {
        this.dictionary = dictionary;
        this.ofTask = lowered(taskText(batch));
        for (Submission submission : batch.submissions()) {
            Student student = submission.whose().owner();
            for (String form : forms(student)) {
                Map<String, Set<Student>> index = hasNoCase(form) ? byRun : byForm;
                index.computeIfAbsent(form, _ -> new LinkedHashSet<>()).add(student);
            }
        }
    }

    private static Set<String> forms(Student student) {
        Set<String> forms = new LinkedHashSet<>(List.of(student.key().value()));
        for (String name : List.of(student.given(), student.family())) {
            if (!name.isBlank() && hasNoCase(name)) {
                forms.add(name.strip());
            }
            for (String part : name.strip().split("\\s+")) {
                String plain = part.replace('\u2019', '\'');
                addName(forms, plain);
                if (plain.contains("-")) {
                    Arrays.stream(plain.split("-")).forEach(p -> addName(forms, p));
                }
            }
        }
        return forms;
    }

    /** With and without accents, as a marker in a hurry types it. "de", "van" and "ap" are not names on their own. */
    private static void addName(Set<String> forms, String part) {
        if (part.length() >= LEAST_PART && !part.equals(part.toLowerCase(Locale.ROOT))) {
            forms.add(part);
            forms.add(MARKS.matcher(Normalizer.normalize(part, Normalizer.Form.NFD)).replaceAll(""));
        }
    }

    /** Scripts without capitals do not separate words, so their names are searched within words. */
    private static boolean hasNoCase(String form) {
        return form.length() >= LEAST_PART && form.codePoints()
                .allMatch(c -> Character.isLetter(c) && !Character.isUpperCase(c) && !Character.isLowerCase(c)
                        && !Character.isTitleCase(c));
    }

    private static String taskText(Batch batch) {
        StringBuilder all = new StringBuilder();
        all.append(batch.task().title()).append(' ').append(batch.task().module()).append(' ');
        all.append(batch.task().instructions()).append(' ');
        for (Section section : batch.scheme().sections()) {
            all.append(section.name()).append(' ');
        }
        for (Criterion criterion : batch.scheme().criteria()) {
            all.append(criterion.name()).append(' ').append(criterion.text()).append(' ');
            if (criterion.manner() instanceof Manner.Levels(List<Manner.Level> levels)) {
                levels.forEach(l -> all.append(l.name()).append(' ').append(l.text()).append(' '));
            }
        }
        return all.toString();
    }

    private static Set<String> lowered(String text) {
        Set<String> words = new HashSet<>();
        Matcher token = TOKEN.matcher(text);
        while (token.find()) {
            words.add(bare(token.group()).toLowerCase(Locale.ROOT));
        }
        return words;
    }

    /** The word without a full stop, a possessive or a hyphen at its end. */
    private static String bare(String token) {
        String plain = token.replace('\u2019', '\'');
        return plain.replaceFirst("(?:'s|')$", "").replaceFirst("[._-]+$", "").replaceFirst("(?:'s|')$", "");
    }

    /** The first other student whom text for this one names, as written there; empty if there is none. */
    Optional<String> other(String text, Student own) {
        Matcher token = TOKEN.matcher(text);
        while (token.find()) {
            String form = bare(token.group());
            if (names(form, own) && !mayBeAWord(form, text.substring(0, token.start()))) {
                return Optional.of(form);
            }
        }
        return byRun.entrySet()
                .stream()
                .filter(e -> text.contains(e.getKey()) && !isOwn(e.getValue(), own))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    private boolean names(String form, Student own) {
        Set<Student> named = byForm.getOrDefault(form, Set.of());
        return !named.isEmpty() && !isOwn(named, own) && !ofTask.contains(form.toLowerCase(Locale.ROOT));
    }

    private static boolean isOwn(Set<Student> named, Student own) {
        return named.stream().anyMatch(s -> s.key().equals(own.key()));
    }

    /** At the start of a sentence "Mark" and "Will" are words before they are names. */
    private boolean mayBeAWord(String form, String before) {
        return isSentenceHead(before) && !form.matches(".*\\d.*")
                && dictionary != Dictionary.NONE
                && dictionary.unknown(form.toLowerCase(Locale.ROOT)).isEmpty();
    }

    private static boolean isSentenceHead(String before) {
        int i = before.length() - 1;
        while (i >= 0 && Character.isWhitespace(before.charAt(i))) {
            if (before.charAt(i) == '\n') {
                return true;
            }
            i--;
        }
        return i < 0 || SENTENCE_ENDS.indexOf(before.charAt(i)) >= 0;
    }

    /** True if the word belongs to a name of the class or to the task, so that no dictionary needs to know it. */
    public boolean knows(String word) {
        String form = bare(word);
        return byForm.containsKey(form) || ofTask.contains(form.toLowerCase(Locale.ROOT));
    }
}
