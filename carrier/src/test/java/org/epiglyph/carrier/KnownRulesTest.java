package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.filing.Matching;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.filing.PlainLetters;
import org.junit.jupiter.api.Test;

/** Which of the saved filing rules is suggested for the names of a source, and which is used without asking. */
class KnownRulesTest {
    private static final FilingRule DASHED = FilingRule.of("dashed", FilingRule.FILE, "<any>-<family>-<free>");
    private static final FilingRule NARROW = FilingRule.of("narrow", FilingRule.FILE, "a-<family>-<free>");
    private static final List<String> NAMES = List.of("a-Lind-x.txt", "b-Nguyen-y.txt", "c-Fischer-z.txt",
            "d-Okoro-x.txt");

    private static Optional<FilingRule> fitting(List<FilingRule> known, List<String> names) {
        PlainLetters letters = new PlainLetters();
        Roster roster = new Roster(List.of(student("Ada", "Lind"), student("Ada", "Fischer"), student("Bao", "Otieno"),
                student("Bao", "Okoro")));
        return KnownRules.fitting(known, letters, names, new Matching(roster, letters));
    }

    private static Student student(String given, String family) {
        return new Student(new StudentKey("K-" + family), given, family, "");
    }

    @Test
    void offersARuleThatHalfOfTheNamesFollow() {
        assertThat(KnownRules.offered(List.of(DASHED, NARROW), NAMES)).containsExactly(DASHED);
        assertThat(KnownRules.offered(List.of(NARROW), List.of("a-Lind-x.txt", "scan.txt"))).containsExactly(NARROW);
        assertThat(KnownRules.offered(List.of(NARROW), List.of("a-Lind-x.txt", "scan.txt", "scan 2.txt"))).isEmpty();
        assertThat(KnownRules.offered(List.of(DASHED), List.of())).as("of no names nobody can tell").isEmpty();
    }

    @Test
    void usesAKnownRuleOnlyIfItExplainsAsMuchAsALearntOne() {
        assertThat(fitting(List.of(DASHED), NAMES)).hasValue(DASHED);
        List<String> learnable = List.of("Lind, Ada - plan.txt", "Fischer, Ada - plan.txt", "Otieno, Bao - draft.txt",
                "Okoro, Bao - draft.txt");
        FilingRule learnt = fitting(List.of(), learnable).orElseThrow();
        assertThat(KnownRules.fits(learnt, learnable)).isEqualTo(4);
        FilingRule half = FilingRule.of("half", FilingRule.FILE, "O<any>, <given> - <free>");
        assertThat(KnownRules.offered(List.of(half), learnable)).containsExactly(half);
        assertThat(fitting(List.of(half), learnable)).hasValue(learnt);
        FilingRule whole = FilingRule.of("whole", FilingRule.FILE, "<family>, <given> - <free>");
        assertThat(fitting(List.of(half, whole), learnable)).hasValue(whole);
    }
}
