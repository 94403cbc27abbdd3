package org.epiglyph.exchange.filing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Match;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.filing.RuleLearning;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;

/** Generated class lists, naming habits and typing errors: a certain match is never wrong. */
class MatchingPropertyTest {
    private static final String[] GIVEN = {"Ana", "Anna", "Ann", "João", "Nils Åke", "Светлана", "Δανάη", "Wai Lam",
            "Zoë", "", "Ümit", "Paweł", "Mary Jane", "Oonagh", "Øystein"};
    private static final String[] FAMILY = {"Silva", "Silba", "Fischer", "Vischer", "Krčmář", "Ковальчук", "Παπαδάκη",
            "Ní Cheallaigh", "d'Aubry", "Lind-Moreau", "Źródłowski", "Vögeli", "Tse", "Lee", "Leigh", "Ben-Shimol",
            "Þorgilsdóttir", "Nguyễn", "Sequeira e Silva"};
    private static final String[] FREE = {"work", "Essay final", "page 2", "notes on tides", "v3 (corrected)", ""};

    private static Roster roster(Random random, int size) {
        List<Student> students = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            students.add(new Student(new StudentKey("K-" + (1000 + i * 7)), GIVEN[random.nextInt(GIVEN.length)],
                    FAMILY[random.nextInt(FAMILY.length)], random.nextBoolean() ? "A" : "B"));
        }
        return new Roster(students);
    }

    private static String name(Student s, int habit, Random random, PlainLetters letters) {
        String family = random.nextInt(3) == 0 ? letters.plain(s.family()).getFirst() : s.family();
        String given = random.nextInt(3) == 0 ? letters.plain(s.given()).getFirst() : s.given();
        String free = FREE[random.nextInt(FREE.length)];
        return switch (habit) {
            case 0 -> s.key() + "_h1_" + family + "_" + free;
            case 1 -> family + ", " + given + " - " + free;
            case 2 -> given + "_" + family + "_" + s.key() + "_" + free;
            case 3 -> family.replace(" ", "") + given.replace(" ", "") + "_" + free;
            case 4 -> s.section() + "/" + family + " " + given + "/" + free;
            case 5 -> (given.isEmpty() ? "" : given.charAt(0) + ".") + family + " " + free;
            default -> free + " " + given + " " + family;
        } + ".pdf";
    }

    /** One letter of a name omitted, doubled, changed or swapped; keys are copied by machines. */
    private static String slip(String path, Random random) {
        List<Integer> letters = new ArrayList<>();
        for (int i = 1; i < path.length() - 5; i++) {
            if (Character.isLetter(path.charAt(i)) && Character.isLetter(path.charAt(i - 1))) {
                letters.add(i);
            }
        }
        if (letters.isEmpty()) {
            return path;
        }
        int at = letters.get(random.nextInt(letters.size()));
        StringBuilder text = new StringBuilder(path);
        switch (random.nextInt(4)) {
            case 0 -> text.deleteCharAt(at);
            case 1 -> text.insert(at, text.charAt(at));
            case 2 -> text.setCharAt(at, (char) ('a' + random.nextInt(26)));
            default -> text.insert(at - 1, text.charAt(at)).deleteCharAt(at + 1);
        }
        return text.toString();
    }

    @Property(tries = 150)
    void aCertainMatchIsNeverWrong(@ForAll long seed, @ForAll @IntRange(min = 0, max = 6) int habit,
            @ForAll @IntRange(min = 2, max = 40) int size) {
        Random random = new Random(seed);
        PlainLetters letters = new PlainLetters();
        Roster roster = roster(random, size);
        Map<String, Student> truth = new LinkedHashMap<>();
        for (Student student : roster.students()) {
            String path = name(student, habit, random, letters);
            truth.putIfAbsent(random.nextInt(5) == 0 ? slip(path, random) : path, student);
        }
        Optional<FilingRule> rule = new RuleLearning(letters, new Matching(roster, letters))
                .learn("learnt", truth.keySet())
                .map(RuleLearning.Learnt::rule);
        for (Optional<FilingRule> with : List.of(Optional.<FilingRule>empty(), rule)) {
            Matching matching = new Matching(roster, letters).with(with);
            truth.forEach((path, student) -> {
                Match match = matching.match(path);
                match.student()
                        .ifPresent(s -> assertThat(roster.student(s).name()).as("%s by %s", path, with)
                                .isEqualTo(student.name()));
                if (habit == 0 || habit == 2) {
                    match.student().ifPresent(s -> assertThat(s).as("%s by %s", path, with).isEqualTo(student.key()));
                }
            });
        }
    }

    @Property(tries = 100)
    void everyNameThatFollowsALearntRuleKeepsItsLockedPart(@ForAll long seed,
            @ForAll @IntRange(min = 0, max = 6) int habit) {
        Random random = new Random(seed);
        PlainLetters letters = new PlainLetters();
        Roster roster = roster(random, 12);
        List<String> paths = roster.students().stream().map(s -> name(s, habit, random, letters)).toList();
        Optional<FilingRule> rule = new RuleLearning(letters, new Matching(roster, letters)).learn("learnt", paths)
                .map(RuleLearning.Learnt::rule);
        for (String path : paths) {
            String file = path.substring(path.lastIndexOf('/') + 1);
            rule.ifPresent(r -> assertThat(file).startsWith(r.locked(path)));
            String back = ReturnedName.marked(path, rule);
            assertThat(back).startsWith(path.substring(0, path.lastIndexOf('/') + 1)
                    + rule.map(r -> r.locked(path)).orElse(FilingRule.stem(file)));
        }
    }

    @Example
    void otherScriptsAndSpellingsAreRead() {
        PlainLetters letters = new PlainLetters();
        Roster roster = new Roster(List.of(new Student(new StudentKey("1"), "Светлана", "Ковальчук", ""),
                new Student(new StudentKey("2"), "Quirin", "Vögeli", ""),
                new Student(new StudentKey("3"), "Δανάη", "Παπαδάκη", ""),
                new Student(new StudentKey("4"), "", "Mahendra", "")));
        Matching matching = new Matching(roster, letters);
        assertThat(matching.match("Svetlana_Kovalchuk.pdf").student()).hasValue(new StudentKey("1"));
        assertThat(matching.match("Voegeli Quirin.pdf").student()).hasValue(new StudentKey("2"));
        assertThat(matching.match("Danai Papadaki.pdf").candidates()).isNotEmpty();
        assertThat(matching.match("mahendra essay.pdf").student()).hasValue(new StudentKey("4"));
    }

    @Example
    void aRuleFileIsReadBack(@ForAll @net.jqwik.api.constraints.AlphaChars String name) {
        assertThat(RuleFile.text(FilingRule.of("Kestrel " + name, 0, "<family>, <given>_<free>")))
                .contains("where = folder 1", "reads = <family>, <given>_<free>");
    }
}
