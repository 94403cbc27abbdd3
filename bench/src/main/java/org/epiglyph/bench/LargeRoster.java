package org.epiglyph.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Match;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.filing.RuleLearning;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.filing.PlainLetters;

/**
 * Matches files without keys to a large roster, with typing errors in a tenth of the names. All names are made of invented
 * syllables.
 */
final class LargeRoster {
    private static final int STUDENTS = 2000;
    private static final String[] START = {"Al", "Ber", "Cal", "Dun", "Ev", "Fen", "Gar", "Hol", "Ing", "Jor", "Kes",
            "Lun", "Mar", "Nor",
            "Ol", "Per", "Qui", "Ros", "Sel", "Tor", "Ul", "Ver", "Wil", "Yar"};
    private static final String[] MIDDLE = {"a", "be", "chi", "do", "ei", "fa", "go", "hu", "ila", "ja", "ko", "li"};
    private static final String[] END = {"n", "rd", "sson", "tti", "vik", "well", "zki", "mont", "ley", "berg",
            "dóttir", "ová"};
    private final Random random = new Random(1797);
    private final Roster roster;
    private final Map<String, StudentKey> truth = new LinkedHashMap<>();

    /**
     * The outcome.
     *
     * @param seconds  from the roster and the names to the last match, including learning the rule
     * @param certain  files called certain
     * @param wrong    those of them that were matched to another student
     * @param proposed further files whose first candidate is the right student
     */
    record Outcome(double seconds, int files, int certain, int wrong, int proposed) {}

    LargeRoster() {
        List<Student> students = new ArrayList<>();
        for (int i = 0; i < STUDENTS; i++) {
            students.add(new Student(new StudentKey("N" + (20_000 + i)), name(), name(), ""));
        }
        roster = new Roster(students);
        for (Student student : students) {
            String name = student.family() + ", " + student.given();
            truth.putIfAbsent((random.nextInt(10) == 0 ? slip(name) : name) + " - essay.pdf", student.key());
        }
    }

    private String name() {
        return START[random.nextInt(START.length)] + MIDDLE[random.nextInt(MIDDLE.length)]
                + MIDDLE[random.nextInt(MIDDLE.length)]
                + END[random.nextInt(END.length)];
    }

    private String slip(String name) {
        int at = 1 + random.nextInt(name.length() - 2);
        StringBuilder text = new StringBuilder(name);
        switch (random.nextInt(4)) {
            case 0 -> text.deleteCharAt(at);
            case 1 -> text.insert(at, text.charAt(at));
            case 2 -> text.setCharAt(at, (char) ('a' + random.nextInt(26)));
            default -> text.insert(at - 1, text.charAt(at)).deleteCharAt(at + 1);
        }
        return text.toString();
    }

    Outcome match() {
        long from = System.nanoTime();
        PlainLetters letters = new PlainLetters();
        Matching plain = new Matching(roster, letters);
        Optional<FilingRule> rule = new RuleLearning(letters, plain).learn("learnt", truth.keySet())
                .map(RuleLearning.Learnt::rule);
        Matching matching = plain.with(rule);
        Map<String, Match> matches = new LinkedHashMap<>();
        truth.keySet().forEach(path -> matches.put(path, matching.match(path)));
        double seconds = (System.nanoTime() - from) / 1e9;
        int certain = 0;
        int wrong = 0;
        int proposed = 0;
        for (Map.Entry<String, Match> match : matches.entrySet()) {
            Optional<StudentKey> student = match.getValue().student();
            StudentKey right = truth.get(match.getKey());
            certain += student.isPresent() ? 1 : 0;
            wrong += student.isPresent() && !student.get().equals(right) ? 1 : 0;
            proposed += student.isEmpty() && match.getValue()
                    .candidates()
                    .stream()
                    .findFirst()
                    .filter(c -> c.student().equals(right))
                    .isPresent()
                            ? 1
                            : 0;
        }
        return new Outcome(seconds, truth.size(), certain, wrong, proposed);
    }
}
