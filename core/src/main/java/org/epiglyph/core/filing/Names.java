package org.epiglyph.core.filing;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;
import org.epiglyph.core.roster.Student;

/** A student's name in every way in which it may be written in a file name. */
final class Names {
    private static final Pattern ACCENTS = Pattern.compile("\\p{M}+");
    private static final Pattern BREAK = Pattern.compile("[^\\p{L}\\p{N}\\p{M}'\u2019]+");
    final Student student;
    /** Family name without spaces, in each spelling. */
    final Set<String> family = new LinkedHashSet<>();
    /** Given names without spaces, in each spelling; empty for a single name. */
    final Set<String> given = new LinkedHashSet<>();
    /** First letters of the given names. */
    final String initials;
    /** First given name, in each spelling. */
    final Set<String> firstGiven = new LinkedHashSet<>();
    /** All words of the name, in each spelling. */
    final List<Set<String>> words = new ArrayList<>();
    /** Family words alone, in each spelling. */
    final List<Set<String>> familyWords = new ArrayList<>();
    /** The full name without spaces, in both orders, in each spelling. */
    final Set<String> whole = new LinkedHashSet<>();
    final String section;

    Names(Student student, Spelling spelling) {
        this.student = student;
        this.section = compact(spelling.plain(student.section()).getFirst());
        List<String> families = spelling.plain(student.family());
        List<String> givens = student.given().isBlank() ? List.of("") : spelling.plain(student.given());
        for (String f : families) {
            keep(family, compact(f));
            familyWords.add(wordsOf(f));
        }
        for (String g : givens) {
            keep(given, compact(g));
            keep(firstGiven, g.split(" ", 2)[0]);
        }
        StringBuilder letters = new StringBuilder();
        for (String word : givens.getFirst().split(" ")) {
            letters.append(word.isEmpty() ? "" : word.substring(0, 1));
        }
        this.initials = letters.toString();
        for (String f : families) {
            for (String g : givens) {
                words.add(wordsOf(f + " " + g));
                keep(whole, compact(g) + compact(f));
                keep(whole, compact(f) + compact(g));
            }
        }
    }

    /** True if a word of the name, in any spelling. */
    boolean hasWord(String word) {
        return words.stream().anyMatch(w -> w.contains(word));
    }

    private static void keep(Set<String> into, String value) {
        if (!value.isEmpty()) {
            into.add(value);
        }
    }

    static Set<String> wordsOf(String plain) {
        Set<String> words = new LinkedHashSet<>(Arrays.asList(plain.split(" ")));
        words.remove("");
        return words;
    }

    static String compact(String plain) {
        return plain.replace(" ", "");
    }

    /** How the full name occurs in a path that contains it. */
    Message describeMatch(String path, boolean inFolder) {
        Message place = inFolder ? Message.of(Names.class, "folder") : Message.of(Names.class, "file");
        String text = composed(path);
        List<String> family = raw(composed(student.family()));
        List<String> given = raw(composed(student.given()));
        List<String> tokens = raw(text);
        List<String> usual = new ArrayList<>(given);
        usual.addAll(family);
        List<String> turned = new ArrayList<>(family);
        turned.addAll(given);
        if (contains(tokens, usual)) {
            return Message.of(Names.class, "asUsual", student.name(), place);
        }
        if (contains(tokens, turned)) {
            return Message.of(Names.class, "familyFirst", student.name(), place);
        }
        if (tokens.containsAll(usual)) {
            return Message.of(Names.class, "otherOrder", student.name(), place);
        }
        List<String> stripped = raw(ACCENTS.matcher(Normalizer.normalize(text, Normalizer.Form.NFKD)).replaceAll(""));
        List<String> bare = raw(
                ACCENTS.matcher(Normalizer.normalize(student.name(), Normalizer.Form.NFKD)).replaceAll(""));
        if (stripped.containsAll(bare)) {
            return Message.of(Names.class, "withoutAccents", student.name(), place);
        }
        return Message.of(Names.class, "plainLetters", student.name(), place);
    }

    private static boolean contains(List<String> tokens, List<String> run) {
        return java.util.Collections.indexOfSubList(tokens, run) >= 0;
    }

    private static String composed(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFC);
    }

    private static List<String> raw(String text) {
        return Arrays.stream(BREAK.split(text.toLowerCase(Locale.ROOT))).filter(w -> !w.isEmpty()).toList();
    }
}
