package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class PhraseReachTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private static final Phrase UNITS = new Phrase("p1", "un", "{name}, give the unit: {words: which}.", "c2",
            Optional.of(new BigDecimal("-1")));
    private final History history = new History(Batches.three());

    @BeforeEach
    void keep() {
        history.record(new Edit.KeepPhrase(UNITS), NOW);
    }

    private void note(StudentKey student, String id, String document, String text, String phrase) {
        Mark note = Batches.note(id, document, 0, text);
        history.record(new Edit.PlaceMark(student, note.withRemark(note.remark().withPhrase(phrase))), NOW);
    }

    private String words(StudentKey student, String mark) {
        return history.batch().submission(student).findMark(mark).orElseThrow().remark().text();
    }

    private void sealBao() {
        history.record(new Edit.SetScore(Batches.BAO, "c1", Optional.of(BigDecimal.ONE)), NOW);
        history.record(new Edit.SetScore(Batches.BAO, "c2", Optional.of(BigDecimal.ONE)), NOW);
        history.record(new Edit.Seal(Batches.BAO), NOW);
    }

    @Test
    void aChangedPhraseKeepsAnswersAndAdditionsInPlace() {
        note(Batches.ADA, "m1", "d1", "Ada, give the unit: metres. Twice!", "p1");
        note(Batches.BAO, "m2", "d2", "Bao, give the unit: hours.", "p1");
        sealBao();
        Phrase changed = UNITS.withText("A unit is missing, {name}: {words: which}.");
        PhraseReach.Plan plan = PhraseReach.plan(history.batch(), changed, true, false);
        assertThat(plan.open()).hasSize(1);
        assertThat(plan.sealed()).hasSize(1);
        history.record(plan.edit(), NOW);
        assertThat(words(Batches.ADA, "m1")).isEqualTo("A unit is missing, Ada: metres. Twice!");
        assertThat(words(Batches.BAO, "m2")).as("sealed").isEqualTo("Bao, give the unit: hours.");
        history.undo(Optional.empty(), NOW);
        assertThat(words(Batches.ADA, "m1")).isEqualTo("Ada, give the unit: metres. Twice!");
        assertThat(history.batch().phrasebook().find("p1")).contains(UNITS);
        history.record(PhraseReach.plan(history.batch(), changed, true, true).edit(), NOW);
        assertThat(words(Batches.BAO, "m2")).isEqualTo("A unit is missing, Bao: hours.");
    }

    @Test
    void appliesToCriteriaAndOverallRemarks() {
        history.record(new Edit.WriteOnCriterion(Batches.ADA, "c2", "First: Ada, give the unit: metres. So."), NOW);
        history.record(new Edit.WriteOnTheWhole(Batches.BAO, "Bao, give the unit: hours."), NOW);
        assertThat(PhraseReach.places(history.batch(), "p1")).extracting(PhraseReach.Place::criterion)
                .containsExactly("c2", "");
        history.record(PhraseReach.plan(history.batch(), UNITS.withText("Unit, {name}: {words}."), true, false).edit(),
                NOW);
        assertThat(history.batch().submission(Batches.ADA).scores().remark("c2"))
                .isEqualTo("First: Unit, Ada: metres. So.");
        assertThat(history.batch().submission(Batches.BAO).onTheWhole()).isEqualTo("Unit, Bao: hours.");
        history.undo(Optional.empty(), NOW);
        assertThat(history.batch().submission(Batches.BAO).onTheWhole()).isEqualTo("Bao, give the unit: hours.");
    }

    @Test
    void undoKeepsARemarkChangedSince() {
        note(Batches.ADA, "m1", "d1", "Ada, give the unit: metres.", "p1");
        history.record(PhraseReach.plan(history.batch(), UNITS.withText("Unit: {words}."), true, false).edit(), NOW);
        Mark now = history.batch().submission(Batches.ADA).findMark("m1").orElseThrow();
        history.record(new Edit.ChangeMark(Batches.ADA, now.withRemark(Remark.of("My own."))), NOW);
        history.undo(Optional.empty(), NOW);
        assertThat(words(Batches.ADA, "m1")).isEqualTo("My own.");
    }

    /**
     * Calculated by hand: one phrase at -1 of 4 leaves 3; at -0.5 it leaves 3.5; of 8 + 4, with 6 scored, 9 becomes
     * 9.5.
     */
    @Test
    void acceptedCountsFollowTheEffect() {
        history.record(new Edit.ChangeScheme(history.batch()
                .scheme()
                .withCriteria(List.of(
                        history.batch().scheme().criterion("c1"),
                        history.batch()
                                .scheme()
                                .criterion("c2")
                                .withStep(new BigDecimal("0.5"))
                                .withManner(new Manner.Counted(Manner.Counted.What.EFFECTS, "", BigDecimal.ONE,
                                        Manner.Counted.From.MAXIMUM, Optional.empty())))),
                List.of()), NOW);
        note(Batches.ADA, "m1", "d1", "Ada, give the unit: metres.", "p1");
        history.record(new Edit.Judge(Batches.ADA, "c1", Judgement.of(new BigDecimal("6"))), NOW);
        history.record(new Edit.Judge(Batches.ADA, "c2", Judgement.of(new BigDecimal("3"))), NOW);
        PhraseReach.Plan plan = PhraseReach.plan(history.batch(),
                UNITS.withEffect(Optional.of(new BigDecimal("-0.5"))), true, false);
        assertThat(plan.moved()).extracting(SchemeChange.Moved::describe).containsExactly("9 of 12 \u2192 9.5 of 12");
        history.record(plan.edit(), NOW);
        assertThat(history.batch().result(Batches.ADA).value()).isEqualByComparingTo("9.5");
        history.undo(Optional.empty(), NOW);
        assertThat(history.batch().result(Batches.ADA).value()).isEqualByComparingTo("9");
    }

    @Test
    void findsSimilarRemarksAndBareSignsAndInsertsThePhrase() {
        Phrase plain = new Phrase("p2", "dr", "A drying height comes off the height of tide.", "c1", Optional.empty());
        history.record(new Edit.KeepPhrase(plain), NOW);
        note(Batches.ADA, "m1", "d1", "The drying height comes off the height of the tide!", "");
        note(Batches.ADA, "m2", "d1", "Well argued.", "");
        Mark head = Batches.note("m3", "d2", 0, "");
        history.record(new Edit.PlaceMark(Batches.BAO,
                new Stamp(head.head().withCriterion("c1"), Sign.CROSS, new PagePoint(9, 9), 20)), NOW);
        List<PhraseReach.Missing> missing = PhraseReach.missing(history.batch(), plain);
        assertThat(missing).extracting(m -> m.mark().id()).containsExactly("m3", "m1");
        history.record(PhraseReach.place(plain, missing), NOW);
        assertThat(PhraseReach.places(history.batch(), "p2")).hasSize(2);
        history.undo(Optional.empty(), NOW);
        assertThat(PhraseReach.places(history.batch(), "p2")).isEmpty();
    }

    @Test
    void suggestsTextTypedThreeTimes() {
        note(Batches.ADA, "m1", "d1", "Label the axes, please.", "");
        note(Batches.ADA, "m2", "d1", "label the axes please", "");
        note(Batches.BAO, "m3", "d2", "Well argued.", "");
        assertThat(PhraseReach.repeated(history.batch())).isEmpty();
        note(Batches.BAO, "m4", "d2", "Label the axes please!", "");
        assertThat(PhraseReach.repeated(history.batch())).singleElement()
                .satisfies(r -> assertThat(r.marks()).extracting(p -> p.mark().orElseThrow().id())
                        .containsExactly("m1", "m2", "m4"));
    }

    @Test
    void listsTheStudentsMarkedWordsMostFrequentFirst() {
        String[] texts = {"1.10 m", "by the  rule", "by the rule", ""};
        for (int i = 0; i < texts.length; i++) {
            Mark note = Batches.note("m" + i, "d1", 0, "Ada, give the unit: m.");
            history.record(new Edit.PlaceMark(Batches.ADA,
                    new TextMarkup(note.head().withRemark(note.remark().withPhrase("p1")),
                            List.of(new PageBox(10, 10 * i, 50, 9)), texts[i], TextMarkup.Style.HIGHLIGHT)),
                    NOW);
        }
        note(Batches.BAO, "m9", "d2", "Bao, give the unit: m.", "p1");
        assertThat(PhraseReach.errorPlaces(history.batch(), "p1")).containsExactly("by the rule", "1.10 m");
        assertThat(PhraseReach.errorPlaces(history.batch(), "other")).isEmpty();
    }
}
