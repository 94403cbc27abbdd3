package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a key and a filing rule say about whose a file is, and where the name beside it says something else. */
class KeysAndRulesTest {
    private static final StudentKey MARSH = new StudentKey("K-1001");
    private static final StudentKey MARSHALL = new StudentKey("K-1002");
    private static final StudentKey HELM = new StudentKey("K-1003");
    private static final StudentKey LENA = new StudentKey("K-1004");
    private static final StudentKey LENA_TOO = new StudentKey("K-1005");
    private static final StudentKey SHORT = new StudentKey("K2");
    private static final Roster ROSTER = new Roster(List.of(new Student(MARSH, "Ingrid", "Marsh", "Group A"),
            new Student(MARSHALL, "Tove", "Marshall", "Group A"), new Student(HELM, "Nils \u00c5ke", "Helm", "Group B"),
            new Student(LENA, "Lena", "Fischer", "Group A"), new Student(LENA_TOO, "Lena", "Fischer", "Group B"),
            new Student(SHORT, "Bo", "Vandermeer", "Group B")));
    private final Matching plain = new Matching(ROSTER, new BareSpelling());

    private Match ruled(String template, String path) {
        return plain.with(Optional.of(FilingRule.of("r", FilingRule.FILE, template))).match(path);
    }

    private static List<StudentKey> candidates(Match match) {
        return match.candidates().stream().map(Candidate::student).toList();
    }

    // --- a key

    @Test
    void aKeyElsewhereIsLikelyUnlessShortOrAmbiguous() {
        assertThat(plain.match("scan of K-1001.pdf").evidence().text())
                .isEqualTo("the key K-1001 is in the path, though not at a start");
        assertThat(plain.match("scan K2.pdf").candidates()).as("two letters are anywhere").isEmpty();
        assertThat(plain.match("K2 scan.pdf").student()).as("at the start they are a key").hasValue(SHORT);
        Match two = plain.match("scan K-1001 and K-1003.pdf");
        assertThat(candidates(two)).containsExactly(MARSH, HELM);
        assertThat(two.likely()).isEmpty();
        assertThat(two.evidence().text()).isEqualTo("the keys of 2 students are in the path");
    }

    @Test
    void aKeyBesideAnotherFullNameIsAQuestionUnlessItsOwnersNameIsThereToo() {
        Match other = plain.match("K-1001_Tove Marshall.pdf");
        assertThat(candidates(other)).containsExactly(MARSH, MARSHALL);
        assertThat(other.evidence().text())
                .isEqualTo("the key is that of Ingrid Marsh, but next to the name Tove Marshall");
        assertThat(plain.match("K-1001_Marsh with Tove Marshall.pdf").student()).hasValue(MARSH);
        assertThat(plain.match("K-1001_Ingrid with Tove Marshall.pdf").student()).hasValue(MARSH);
        assertThat(plain.match("K-1001_Tove.pdf").student()).as("half a name contradicts nothing").hasValue(MARSH);
    }

    @Test
    void ignoresNamesThatTheOwnerShares() {
        Matching siblings = new Matching(new Roster(List.of(new Student(MARSH, "Ada", "Holm", ""),
                new Student(MARSHALL, "Bea", "Holm", ""), new Student(HELM, "Bea", "Lindahl", ""))),
                new BareSpelling());
        for (String path : List.of("K-1001_Bea Holm.pdf", "K-1001/Holm Bea.pdf", "Holm Bea/K-1001.pdf")) {
            assertThat(candidates(siblings.match(path))).as(path).containsExactly(MARSH, MARSHALL);
            assertThat(siblings.match(path).student()).as(path).isEmpty();
        }
        assertThat(siblings.match("K-1003_Bea Holm.pdf").student()).as("the same given name").isEmpty();
        assertThat(siblings.match("K-1001_Ada and Bea Holm.pdf").student()).hasValue(MARSH);
        assertThat(siblings.match("K-1003_Bea Lindahl, Bea Holm.pdf").student()).hasValue(HELM);
        assertThat(siblings.match("K-1001_Holm.pdf").student()).hasValue(MARSH);
    }

    // --- a rule with a key

    @Test
    void aNameBesideAnUnknownKeyIsOnlyLikely() {
        Match match = ruled("<key>_<free>", "K-9999_Ingrid Marsh.pdf");
        assertThat(match.likely()).hasValue(MARSH);
        assertThat(match.evidence().text())
                .isEqualTo("nobody in the class has the key K-9999; the name Ingrid Marsh is in the file name");
        assertThat(ruled("<key>_<free>", "Ingrid Marsh.pdf").student()).as("no key at all").hasValue(MARSH);
        assertThat(ruled("<key>_<free>", "2 Ingrid Marsh_x.pdf").student()).as("a number beside the name")
                .hasValue(MARSH);
        assertThat(ruled("<key>_<free>", "work_Ingrid Marsh.pdf").student()).as("a word is no key").hasValue(MARSH);
        assertThat(ruled("<key>_<free>", "K-9999_Marsh.pdf").evidence().text())
                .isEqualTo("only the family name is in the path");
        assertThat(ruled("<key>_<free>", "K-9999_nobody.pdf").candidates()).isEmpty();
        assertThat(ruled("<key>_<free>", "K-9999_K-1001/K-1001.pdf").student()).hasValue(MARSH);
    }

    @Test
    void theNameDecidesBetweenKeysThatDifferInPunctuation() {
        Matching twins = new Matching(new Roster(List.of(new Student(new StudentKey("A-1"), "Ada", "Lind", ""),
                new Student(new StudentKey("A1"), "Bao", "Nguyen", ""))), new BareSpelling())
                .with(Optional.of(FilingRule.of("r", FilingRule.FILE, "<key>_<free>")));
        assertThat(twins.match("A1_Nguyen Bao.pdf").student()).hasValue(new StudentKey("A1"));
    }

    @Test
    void toleratesTwoSlipsInTheFamilyNameBesideTheKey() {
        Matching students = new Matching(new Roster(List.of(new Student(new StudentKey("A1"), "Ada", "Holmer", ""),
                new Student(new StudentKey("A2"), "Bea", "Helmen", ""),
                new Student(new StudentKey("A3"), "Cai", "Helmenk", ""))), new BareSpelling())
                .with(Optional.of(FilingRule.of("r", FilingRule.FILE, "<key>_<family>_<free>")));
        assertThat(students.match("A1_Helmen_x.pdf").student()).hasValue(new StudentKey("A1"));
        assertThat(students.match("A1_Helmenk_x.pdf").student()).isEmpty();
    }

    // --- a rule with names

    @Test
    void severalMatchesOfTheRuleAreAQuestionAndNoneFallsBackToTheName() {
        Match both = ruled("<given>_<free>", "Lena_x.pdf");
        assertThat(candidates(both)).containsExactly(LENA, LENA_TOO);
        assertThat(both.evidence().text()).isEqualTo("the filing rule reads 'Lena'; 2 students match");
        assertThat(ruled("<given>_<free>", "Helm_x.pdf").likely()).as("by its family name").hasValue(HELM);
    }

    @Test
    void anotherFullNameInThePathRemovesCertainty() {
        assertThat(ruled("<family>_<given>_<free>", "Helm_Nils_for Tove Marshall.pdf").likely()).hasValue(HELM);
    }

    @Test
    void aNameOneSlipFromAnotherIsOnlyLikelyByTheRule() {
        Matching students = new Matching(new Roster(List.of(new Student(new StudentKey("A1"), "Joan", "Marsh", ""),
                new Student(new StudentKey("A2"), "Joana", "Marsh", ""))), new BareSpelling())
                .with(Optional.of(FilingRule.of("r", FilingRule.FILE, "<family>_<given>_<free>")));
        assertThat(students.match("Marsh_Joan_x.pdf").likely()).hasValue(new StudentKey("A1"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"N", "NA", "NAH", "HNA"})
    void initialsMatchWithAndWithoutTheFamilyName(String initials) {
        assertThat(ruled("<family>_<initials>_<free>", "Helm_" + initials + "_x.pdf").evidence().text())
                .isEqualTo("the filing rule reads 'Helm', '" + initials + "'; nobody else matches");
    }

    @ParameterizedTest
    @ValueSource(strings = {"A", "H", "NH", "HN", "NAX"})
    void otherInitialsDoNotMatch(String initials) {
        assertThat(ruled("<family>_<initials>_<free>", "Helm_" + initials + "_x.pdf").evidence().text())
                .doesNotContain("filing rule");
    }

    @Test
    void readsTheSectionInFullOrByItsLastPart() {
        for (String section : List.of("Group B", "B", "group b")) {
            Match match = ruled("<section>_<given>_<free>", section + "_Lena_x.pdf");
            assertThat(match.likely()).as(section).hasValue(LENA_TOO);
            assertThat(match.evidence().text()).contains("'" + section + "'", "'Lena'");
        }
        assertThat(candidates(ruled("<section>_<given>_<free>", "C_Lena_x.pdf"))).containsExactly(LENA, LENA_TOO);
    }
}
