package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

class FilingRuleTest {
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
    void aRuleIsLearntFromTheNames() {
        RuleLearning.Learnt learnt = learnt("K-1_h1_LindMoreau_work.pdf", "K-2_h1_Nguyen_work of mine.pdf",
                "K-2_h2_Nguyen_again.pdf", "K-3_h1_Rhodri.pdf");
        assertThat(learnt.rule().written()).isEqualTo("<key>_h<hand-in>_<family>_<free>");
        assertThat(learnt.fits()).isEqualTo(4);
        assertThat(learnt.rule().describe()).isEqualTo(
                "The file name is the key + '_h' + the number of the hand-in + '_' + the family name + '_' + free text.");
    }

    @Test
    void whatIsBoundedStaysSoWhereNothingPartsItFromTheFreePart() {
        FilingRule rule = FilingRule.of("r", FilingRule.FILE, "<family>, <initials><free>");
        assertThat(rule.read("Okonjo, DA.pdf").orElseThrow().fields())
                .isEqualTo(Map.of(FilingRule.Kind.FAMILY, "Okonjo", FilingRule.Kind.INITIALS, "DA"));
        assertThat(rule.read("Okonjo, D 2nd try.pdf").orElseThrow().locked()).isEqualTo("Okonjo, D");
        assertThat(FilingRule.of("r", FilingRule.FILE, "<initials><free>").read("DA.pdf")).isPresent();
        assertThat(
                FilingRule.of("r", FilingRule.FILE, "<key> <hand-in><free>").read("K-1 2.pdf").orElseThrow().fields())
                .isEqualTo(Map.of(FilingRule.Kind.KEY, "K-1", FilingRule.Kind.HAND_IN, "2"));
    }

    @Test
    void foldersCount() {
        assertThat(
                learnt("class/Lind-Moreau, Ada/a.pdf", "class/Nguyen, Bao/b.pdf", "class/Rhodri, Carys/b.pdf").rule())
                .satisfies(r -> assertThat(r.level()).isEqualTo(1))
                .satisfies(r -> assertThat(r.written()).isEqualTo("<family>, <given><free>"));
    }

    @Test
    void whatStandsInEveryNameIsFixed() {
        assertThat(learnt("Essay (Ada Lind-Moreau) one.pdf", "Essay (Bao Nguyen) two.pdf").rule().written())
                .isEqualTo("Essay (<given> <family>) <free>");
    }

    @Test
    void aNameInTheFreePartDoesNotMakeTheRuleLonger() {
        assertThat(
                learnt("K-1 by Ada Lind-Moreau.pdf", "K-2 scan.pdf", "K-3 work.pdf", "K-4 notes.pdf").rule().written())
                .isEqualTo("<key> <free>");
    }

    @Test
    void namesWithoutAnythingInCommonGiveNoRule() {
        assertThat(new RuleLearning(new BareSpelling(), new Matching(ROSTER, new BareSpelling())).learn("rule",
                List.of("scan1.pdf", "scan2.pdf")))
                .isEmpty();
    }

    @Test
    void theLockedPartIsKeptCharacterForCharacter() {
        FilingRule rule = FilingRule.of("rule", FilingRule.FILE, "<key>_<family>_<free>");
        assertThat(rule.locked("x/k-2_Nguye\u0302\u0303n_My Work.pdf")).isEqualTo("k-2_Nguye\u0302\u0303n_");
        assertThat(rule.locked("x/other.pdf")).isEqualTo("other");
    }

    @Test
    void aWrittenRuleIsReadBack() {
        FilingRule rule = FilingRule.of("rule", 1, "Group <section> - <given>.<family>");
        assertThat(FilingRule.of("rule", 1, rule.written())).isEqualTo(rule);
        assertThat(rule.read("a/Group B - Bao.Nguyen/x.pdf")).get()
                .satisfies(r -> assertThat(r.fields()).containsEntry(FilingRule.Kind.FAMILY, "Nguyen"));
    }

    @Test
    void aNameMadeToTakeForEverFollowsNoRuleAndTakesNoTime() {
        FilingRule rule = FilingRule.of("r", FilingRule.FILE,
                "<any>_<key>_<family>_<given>_<section>_<any>_<any>-x<hand-in>y<free>");
        assertThat(rule.read("_".repeat(300) + "-x.pdf")).isEmpty();
    }

    @Test
    void whatIsNoRuleIsRefusedInWords() {
        assertThatThrownBy(() -> FilingRule.of("r", FilingRule.FILE, "<who>_<free>")).hasMessageContaining("<who>");
        assertThatThrownBy(() -> FilingRule.of("r", FilingRule.FILE, "<hand-in>_<free>"))
                .hasMessageContaining("identifies the student");
        assertThatThrownBy(() -> FilingRule.of("r", FilingRule.FILE, "<key><family>_<free>"))
                .hasMessageContaining("Put a separator");
    }

    @Test
    void aRuleSettlesWhatTheNameAloneDoesNot() {
        Matching matching = new Matching(ROSTER, new BareSpelling())
                .with(Optional.of(FilingRule.of("r", FilingRule.FILE, "<family>_<free>")));
        assertThat(matching.match("Okonjo_Rhodri's sources.pdf").likely()).hasValue(new StudentKey("K-4"));
    }
}
