package org.epiglyph.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class MatchingTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    private static final StudentKey LENA = new StudentKey("K-4478");
    private static final StudentKey LENA_TOO = new StudentKey("K-4485");
    private final Matching matching = new Matching(new Roster(List.of(
            new Student(ADA, "Adaeze", "Lindqvist-Moreau", "A"), new Student(LENA, "Lena", "Fischer", "A"),
            new Student(LENA_TOO, "Lena", "Fischer", "B"), new Student(new StudentKey("K-44"), "Zoë", "Krčmář", "B"))));

    @Test
    void aKeyAtTheStartOfTheNameIsCertain() {
        Match match = matching.match("K-4401_h1_workbook.pdf");
        assertThat(match.student()).hasValue(ADA);
        assertThat(match.evidence()).isEqualTo("the file name starts with the key K-4401");
    }

    @Test
    void aKeyThatIsTheStartOfALongerKeyDoesNotCount() {
        assertThat(matching.match("K-4478 scan.pdf").student()).hasValue(LENA);
        assertThat(matching.match("K-44.pdf").student()).hasValue(new StudentKey("K-44"));
    }

    @Test
    void aFolderMayCarryTheKey() {
        assertThat(matching.match("section B/K-4485/page 1.jpg").student()).hasValue(LENA_TOO);
    }

    @Test
    void aNameInAnyOrderAndWithoutAccentsIsCertainWhereOneStudentHasIt() {
        assertThat(matching.match("moreau_lindqvist-adaeze.pdf").student()).hasValue(ADA);
        assertThat(matching.match("krcmar zoe.pdf").student()).hasValue(new StudentKey("K-44"));
    }

    @Test
    void aNameThatTwoStudentsHaveIsAQuestion() {
        Match match = matching.match("Fischer, Lena.pdf");
        assertThat(match.student()).isEmpty();
        assertThat(match.candidates()).containsExactly(LENA, LENA_TOO);
        assertThat(match.evidence()).isEqualTo("2 students are called Lena Fischer");
    }

    @Test
    void nothingIsGuessed() {
        assertThat(matching.match("scan0001.pdf").student()).isEmpty();
        assertThat(matching.match("scan0001.pdf").candidates()).isEmpty();
    }
}
