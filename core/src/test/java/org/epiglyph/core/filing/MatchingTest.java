package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

class MatchingTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    private static final StudentKey LENA = new StudentKey("K-4478");
    private static final StudentKey LENA_TOO = new StudentKey("K-4485");
    private static final StudentKey ZOE = new StudentKey("K-44");
    private static final StudentKey NILS = new StudentKey("K-4507");
    private static final Roster ROSTER = new Roster(List.of(
            new Student(ADA, "Adaeze", "Lindqvist-Moreau", "A"), new Student(LENA, "Lena", "Fischer", "A"),
            new Student(LENA_TOO, "Lena", "Fischer", "B"), new Student(ZOE, "Zoë", "Krčmář", "B"),
            new Student(NILS, "Nils Åke", "Bergström", "B"),
            new Student(new StudentKey("K-4601"), "Joan", "Marsh", "A"),
            new Student(new StudentKey("K-4602"), "Joana", "Marsh", "B")));
    private final Matching matching = new Matching(ROSTER, new BareSpelling());

    private Match match(String path) {
        return matching.match(path);
    }

    @Test
    void aKeyAtTheStartOfTheNameIsCertain() {
        assertThat(match("K-4401_h1_workbook.pdf").student()).hasValue(ADA);
        assertThat(match("K-4401_h1_workbook.pdf").evidence().text())
                .isEqualTo("the file name starts with the key K-4401");
    }

    @Test
    void findsTheKeyInAFolder() {
        assertThat(match("section B/K-4485/page 1.jpg").student()).hasValue(LENA_TOO);
        assertThat(match("class/Krčmář Zoë/page 1.jpg").evidence().text())
                .isEqualTo("the name Zoë Krčmář, family name first, is in the folder's name");
    }

    @Test
    void aUniqueNameIsCertainInAnyOrderWithoutAccents() {
        assertThat(match("moreau_lindqvist-adaeze.pdf").student()).hasValue(ADA);
        assertThat(match("moreau_lindqvist-adaeze.pdf").evidence().text()).contains("in another order");
        assertThat(match("krcmar zoe.pdf").student()).hasValue(ZOE);
        assertThat(match("krcmar zoe.pdf").evidence().text()).contains("without its accents");
        assertThat(match("ZoeKrcmarReport.pdf").student()).hasValue(ZOE);
    }

    @Test
    void aMissingMiddleNameAnInitialOrAFamilyNameAloneIsLikely() {
        assertThat(match("Nils Bergstrom.pdf").likely()).hasValue(NILS);
        assertThat(match("N Bergstrom.pdf").evidence().text()).isEqualTo("family name and initial are in the path");
        assertThat(match("Bergstrom.pdf").evidence().text()).isEqualTo("only the family name is in the path");
        assertThat(match("Bergstrom.pdf").student()).isEmpty();
    }

    @Test
    void aMisspeltNameIsLikelyAndNeverCertain() {
        for (String slip : List.of("Zoe Krcamr", "Zoe Kcmar", "Zoe Krcmarr", "Zoe Krcnar")) {
            assertThat(match(slip + ".pdf").student()).as(slip).isEmpty();
            assertThat(match(slip + ".pdf").likely()).as(slip).hasValue(ZOE);
        }
    }

    @Test
    void aSharedNameIsAQuestion() {
        Match match = match("Fischer, Lena.pdf");
        assertThat(match.student()).isEmpty();
        assertThat(match.candidates()).extracting(Candidate::student).containsExactly(LENA, LENA_TOO);
        assertThat(match.evidence().text()).isEqualTo("2 students are named Lena Fischer");
    }

    @Test
    void theSectionInTheRuleSeparatesNamesakes() {
        FilingRule rule = FilingRule.of("r", FilingRule.FILE, "<section>_<family>_<given>_<free>");
        Matching ruled = new Matching(ROSTER, new BareSpelling()).with(Optional.of(rule));
        assertThat(ruled.match("B_Fischer_Lena_work.pdf").likely()).hasValue(LENA_TOO);
        assertThat(ruled.match("B_Krčmář_Zoë_work.pdf").student()).hasValue(ZOE);
    }

    @Test
    void guessesNothing() {
        assertThat(match("scan0001.pdf").candidates()).isEmpty();
        assertThat(match("two names Krčmář Zoë and Adaeze Lindqvist-Moreau.pdf").student()).isEmpty();
    }

    @Test
    void aNameWithinALongerNameIsNeverCertain() {
        Matching within = new Matching(new Roster(List.of(new Student(new StudentKey("1"), "", "Silva", ""),
                new Student(new StudentKey("2"), "Joana", "Sequeira e Silva", ""))), new BareSpelling());
        assertThat(within.match("Silva.pdf").student()).isEmpty();
        assertThat(within.match("Sequeira e Silva Joana.pdf").student()).as("the longer name is whole").isEmpty();
        assertThat(within.match("Sequeira e Silva Joana.pdf").candidates()).extracting(Candidate::student)
                .contains(new StudentKey("2"));
    }

    @Test
    void aGivenNameWithPartOfTheFamilyNameIsLikely() {
        assertThat(match("Moreau, Adaeze.pdf").likely()).hasValue(ADA);
        assertThat(match("Moreau, Adaeze.pdf").evidence().text())
                .isEqualTo("given name and a part of the family name are in the path");
    }

    @Test
    void acceptsUnusualPaths() {
        for (String path : List.of("", "/", "...", "a//b", "\u0000", "K-", ".pdf", "\uD83D\uDEA2.pdf",
                "x".repeat(5000))) {
            assertThat(match(path).student()).as(path).isEmpty();
        }
    }
}
