package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.regex.Matcher;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FilingRuleTest {
    private static final int FILE = FilingRule.FILE;
    private static final Roster ROSTER = new Roster(List.of(student("K-1", "Ada", "Lind-Moreau"),
            student("K-2", "Bao", "Nguyễn"), student("K-3", "Carys", "Rhodri"), student("K-4", "Dora", "Okonjo")));

    private static Student student(String key, String given, String family) {
        return new Student(new StudentKey(key), given, family, "");
    }

    private static RuleLearning.Learnt learnt(String... paths) {
        return new RuleLearning(new BareSpelling(), new Matching(ROSTER, new BareSpelling()))
                .learn("rule", List.of(paths))
                .orElseThrow();
    }

    @Test
    void learnsARuleFromNames() {
        RuleLearning.Learnt learnt = learnt("K-1_h1_LindMoreau_work.pdf", "K-2_h1_Nguyen_work of mine.pdf",
                "K-2_h2_Nguyen_again.pdf", "K-3_h1_Rhodri.pdf");
        assertThat(learnt.rule().written()).isEqualTo("<key>_h<hand-in>_<family>_<free>");
        assertThat(learnt.fits()).isEqualTo(4);
        assertThat(learnt.rule().describe()).isEqualTo(
                "The file name is the key + '_h' + the number of the hand-in + '_' + the family name + '_' + free text.");
    }

    @Test
    void textInEveryNameIsFixed() {
        assertThat(learnt("Essay (Ada Lind-Moreau) one.pdf", "Essay (Bao Nguyen) two.pdf").rule().written())
                .isEqualTo("Essay (<given> <family>) <free>");
    }

    @Test
    void aPathologicalNameFollowsNoRuleInLittleTime() {
        FilingRule rule = FilingRule.of("r", FilingRule.FILE,
                "<any>_<key>_<family>_<given>_<section>_<any>_<any>-x<hand-in>y<free>");
        assertThat(rule.read("_".repeat(300) + "-x.pdf")).isEmpty();
    }

    @Test
    void explainsAnInvalidRule() {
        assertThatThrownBy(() -> FilingRule.of("r", FilingRule.FILE, "<who>_<free>")).hasMessageContaining("<who>");
        assertThatThrownBy(() -> FilingRule.of("r", FilingRule.FILE, "<hand-in>_<free>"))
                .hasMessageContaining("identifies the student");
        assertThatThrownBy(() -> FilingRule.of("r", FilingRule.FILE, "<key><family>_<free>"))
                .hasMessageContaining("Put a separator");
    }

    @Test
    void numbersFoldersFromTheOutside() {
        FilingRule inner = FilingRule.of("r", 1, "<key> <free>");
        assertThat(inner.segment("a/K-1 x/b.pdf")).hasValue("K-1 x");
        assertThat(inner.segment("a/K-1 x")).as("a file").isEmpty();
        assertThat(inner.segment("a")).isEmpty();
        assertThat(inner.read("a/K-1 x.y/b.pdf").orElseThrow().locked()).as("a folder has no extension")
                .isEqualTo("K-1 ");
        assertThat(inner.locked("a/K-1 x/b.pdf")).isEqualTo("b");
        FilingRule file = FilingRule.of("r", FilingRule.FILE, "<key> <free>");
        for (String path : List.of("/", "//", "", "a/")) {
            assertThat(file.read(path)).as("'" + path + "'").isEmpty();
        }
    }

    @Test
    void anExtensionHasUpToFiveCharactersAfterAName() {
        assertThat(List.of("a.pdf", "a.b.pdf", "a.12345", "a.123456", ".pdf", "a.", "a")
                .stream()
                .map(FilingRule::stem))
                .containsExactly("a", "a.b", "a", "a.123456", ".pdf", "a.", "a");
    }

    @Test
    void describesARuleInASentence() {
        assertThat(FilingRule.of("r", 0, "<any>.<given> <initials>-<section>").describe()).isEqualTo(
                "The name of folder 1 is something that varies + '.' + the given name + ' ' + the initials + '-' + "
                        + "the section + free text.");
    }

    @Test
    void aRuleHasANameAPlaceAndOneFreePartAtItsEnd() {
        assertThatThrownBy(() -> FilingRule.of(" ", FilingRule.FILE, "<key>")).hasMessageContaining("needs a name");
        assertThatThrownBy(() -> FilingRule.of("r", -2, "<key>")).hasMessageContaining("and -2");
        assertThatThrownBy(() -> FilingRule.of("r", FILE, "<free>_<key>_<free>")).hasMessageContaining("has it once");
        assertThatThrownBy(() -> FilingRule.of("r", FILE, "")).hasMessageContaining("ends with <free>");
        assertThatThrownBy(() -> FilingRule.of("r", FILE, "<key>_<family><given>_<free>"))
                .hasMessageContaining("Put a separator");
        assertThat(FilingRule.of("r", FILE, "<key><free>").written()).as("the free part needs none")
                .isEqualTo("<key><free>");
        assertThat(FilingRule.of("r", FILE, "a<key>").written()).isEqualTo("a<key><free>");
        assertThat(FilingRule.of("r", FILE, "<key>_").written()).isEqualTo("<key>_<free>");
    }

    // --- learning

    private static String learntFrom(String... paths) {
        return new RuleLearning(new BareSpelling(), new Matching(ROSTER, new BareSpelling()))
                .learn("rule", List.of(paths))
                .map(l -> l.rule().level() + " " + l.rule().written() + " " + l.fits() + "/" + l.of())
                .orElse("none");
    }

    @Test
    void halfOfTheNamesMakeARule() {
        assertThat(learntFrom("K-1_a.pdf", "K-2_b.pdf", "(Carys Rhodri).pdf", "x Okonjo Dora.pdf"))
                .startsWith("-1 <key>_<free>");
        assertThat(
                learntFrom("K-1_a.pdf", "K-2_b.pdf", "(Carys Rhodri).pdf", "x Okonjo Dora.pdf", "y, Ada Lind-Moreau"))
                .isEqualTo("none");
    }

    @Test
    void learnsTheLongestPrefixThatFourOfFiveShare() {
        assertThat(learntFrom("K-1_Lind-Moreau_a.pdf", "K-2_Nguyen_b.pdf", "K-3_Rhodri_c.pdf", "K-4_Okonjo_d.pdf",
                "K-4_again.pdf")).startsWith("-1 <key>_<family>_<free>");
        assertThat(learntFrom("K-1_Lind-Moreau_a.pdf", "K-2_Nguyen_b.pdf", "K-3_Rhodri_c.pdf", "K-4_d.pdf"))
                .isEqualTo("-1 <key>_<free> 4/4");
    }

    @Test
    void prefersTheFileNameToEquallyInformativeFolders() {
        assertThat(learntFrom("K-1/K-1_a.pdf", "K-2/K-2_a.pdf")).startsWith("-1 ");
        assertThat(learntFrom("K-1/a.pdf", "K-2/a.pdf")).isEqualTo("0 <key><free> 2/2");
        assertThat(learntFrom("x/y/z/K-1/a.pdf", "x/y/z/K-2/a.pdf")).startsWith("3 <key>");
        assertThat(learntFrom("v/x/y/z/K-1/a.pdf", "v/x/y/z/K-2/a.pdf")).as("four folders deep at most")
                .isEqualTo("none");
    }

    @Test
    void aHandInHasOneOrTwoDigitsWithoutLeadingZero() {
        assertThat(learntFrom("K-1_12_a.pdf", "K-2_3_Nguyen.pdf", "K-3_1_Rhodri.pdf"))
                .isEqualTo("-1 <key>_<free> 3/3");
        assertThat(learntFrom("h1 K-1_a.pdf", "h22 K-2_b.pdf")).startsWith("-1 h<hand-in> <key>_<free>");
        assertThat(learntFrom("07 K-1_a.pdf", "07 K-2_b.pdf")).startsWith("-1 07 <key>_<free>");
        assertThat(learntFrom("123 K-1_a.pdf", "123 K-2_b.pdf")).startsWith("-1 123 <key>_<free>");
    }

    @Test
    void initialsAreTheStudentsCapitals() {
        assertThat(learntFrom("Lind-Moreau A - a.pdf", "Nguyen B - b.pdf", "Rhodri C - c.pdf"))
                .isEqualTo("-1 <family> <initials> - <free> 3/3");
        assertThat(learntFrom("Lind-Moreau a - a.pdf", "Nguyen b - b.pdf")).startsWith("-1 <family> <free>");
        assertThat(learntFrom("Lind-Moreau X - a.pdf", "Nguyen X - b.pdf")).startsWith("-1 <family> <free>");
    }

    @Test
    void aNameWithoutASeparatorBeforeTheNextEndsTheRule() {
        assertThat(learntFrom("NguyenBao_x.pdf", "RhodriCarys_x.pdf")).isEqualTo("-1 <family><free> 2/2");
        assertThat(learntFrom("Nguyen2_x.pdf", "Rhodri2_x.pdf")).startsWith("-1 <family><free>");
        assertThat(learntFrom("K-1x Ada Lind-Moreau.pdf", "K-2x Bao Nguyen.pdf")).as("no key of theirs")
                .doesNotContain("<key>");
        assertThat(learntFrom("Bao Nguyens work.pdf", "Carys Rhodris work.pdf")).doesNotContain("<family>");
    }

    @Test
    void readsASectionOnlyIfItIsTheStudents() {
        Roster sections = new Roster(List.of(new Student(new StudentKey("K-1"), "Ada", "Lind", "North"),
                new Student(new StudentKey("K-2"), "Bao", "Vega", "South")));
        RuleLearning learning = new RuleLearning(new BareSpelling(), new Matching(sections, new BareSpelling()));
        assertThat(learning.learn("r", List.of("North_Lind_x.pdf", "South_Vega_x.pdf", "South_Vega.pdf"))
                .orElseThrow()
                .rule()
                .written()).isEqualTo("<section>_<family>_<free>");
    }

    @Test
    void samplesLargeClassesButCountsAllNames() {
        List<Student> students = IntStream.range(1000, 2000)
                .mapToObj(i -> student("S" + i, "Given", "Family" + i))
                .toList();
        List<String> paths = students.stream().map(s -> s.key().value() + "_work.pdf").toList();
        RuleLearning.Learnt learnt = new RuleLearning(new BareSpelling(),
                new Matching(new Roster(students), new BareSpelling())).learn("r", paths).orElseThrow();
        assertThat(learnt.rule().written()).isEqualTo("<key>_<free>");
        assertThat(learnt.fits()).isEqualTo(1000);
        assertThat(learnt.of()).isEqualTo(1000);
    }

    private static String read(String rule, String name) {
        Matcher matcher = FilingRule.pattern(FilingRule.of("r", FILE, rule).parts()).matcher(name);
        if (!matcher.matches()) {
            return "none";
        }
        return IntStream.rangeClosed(1, matcher.groupCount())
                .mapToObj(matcher::group)
                .map(g -> g == null ? "-" : g)
                .collect(Collectors.joining("|"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"<key>_<free>; a_b_c; a|b_c", "<key>_<free>; a; a|-", "<key>_<free>; a_; a|",
            "<key><free>; abc; abc|", "x<key><free>; xabc; abc|", "x<key><free>; abc; none",
            "<key>_<family><free>; a_b_c; a|b_c|", "<key>_<initials><free>; a_BCd; a|BCd|",
            "<key>_<hand-in><free>; a_1234; a|123|4", "<key>_<hand-in>.<free>; a_12.b; a|12|b",
            "<key>_<hand-in>.<free>; a_12; a|12|-", "(<key>)<free>; (a)b; a|b", "(<key>)<free>; (a; a|-",
            "a.b<key>_<free>; axb1_; none", "<family>, <given>_<free>; a, b_c; a|b|c"})
    void readsANamePartByPart(String rule, String name, String parts) {
        assertThat(read(rule, name)).isEqualTo(parts);
    }
}
