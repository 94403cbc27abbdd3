package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.epiglyph.core.scoring.Schemes.card;
import static org.epiglyph.core.scoring.Schemes.checklist;
import static org.epiglyph.core.scoring.Schemes.levels;
import static org.epiglyph.core.scoring.Schemes.number;
import static org.epiglyph.core.scoring.Schemes.points;
import static org.epiglyph.core.scoring.Schemes.result;
import static org.epiglyph.core.scoring.Schemes.scheme;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.epiglyph.core.Message;
import org.junit.jupiter.api.Test;

/** Kinds of criteria, sections, bonus, penalties, hurdles. Examples are calculated by hand beside the values. */
class StructureTest {
    private static Section best(int count) {
        return new Section("s", "Questions", BigDecimal.ONE, Optional.of(count), Optional.empty());
    }

    private static MarkScheme sectioned(Section section, Criterion... criteria) {
        return new MarkScheme(List.of(criteria).stream().map(c -> c.inSection("s", "")).toList(), List.of(section),
                Rules.USUAL);
    }

    @Test
    void aLevelGivesItsPointsOrARangeWithinIt() {
        Criterion log = levels("a", "Full 4", "Sound 2 3", "Thin 1", "None 0");
        assertThat(log.maximum()).isEqualByComparingTo("4");
        Manner.Levels levels = (Manner.Levels) log.manner();
        Judgement sound = Judgement.level(levels.find("l1").orElseThrow(), number("2.5"));
        assertThat(sound.refusal(log)).isEmpty();
        assertThat(result(scheme(log), Scorecard.EMPTY.with("a", sound), "4").derivation())
                .startsWith("Part a: 2.5 of 4, 'Sound'");
        assertThat(Judgement.level(levels.find("l1").orElseThrow(), number("4")).refusal(log)).isPresent();
        assertThat(log.refusal(number("1.5")).map(Message::text))
                .hasValue("1.5 belongs to no level of 'Part a'. Enter 4, 2 to 3, 1, 0.");
        assertThat(log.refusal(number("2.25")).map(Message::key)).hasValue("Criterion.betweenSteps");
    }

    @Test
    void aChecklistAddsItsParts() {
        Criterion plan = checklist("a", "1", "0.5", "2");
        Manner.Checklist parts = (Manner.Checklist) plan.manner();
        Judgement judgement = Judgement.parts(parts, List.of("p0", "p2"));
        assertThat(plan.maximum()).isEqualByComparingTo("3.5");
        assertThat(judgement.refusal(plan)).isEmpty();
        Result result = result(scheme(plan), Scorecard.EMPTY.with("a", judgement), "3.5");
        assertThat(result.value()).isEqualByComparingTo("3");
        assertThat(result.whyCriterion("a")).containsExactly("Part a: 3 of 3.5 (piece 0 1, piece 2 2)");
        assertThat(new Judgement(Optional.of(number("3")), Optional.empty(), "", List.of("p0")).refusal(plan))
                .isPresent();
    }

    /** Calculated by hand: 6 + 5 of the three 4, 6, 5, out of 8 + 8. */
    @Test
    void countsTheBestTwoOfThree() {
        MarkScheme scheme = sectioned(best(2), points("a", "8"), points("b", "8"), points("c", "8"));
        Result result = result(scheme, card("a", "4", "b", "6", "c", "5"), "16");
        assertThat(result.value()).isEqualByComparingTo("11");
        assertThat(result.derivation()).contains("Part a: 4 of 8, others count in its place",
                "Questions (the best 2 count): 11 of 16");
        assertThat(card("a", "4", "b", "6").isComplete(scheme)).as("two are enough").isTrue();
        assertThat(card("a", "4").left(scheme)).extracting(Criterion::id).containsExactly("b", "c");
    }

    /** The sum of the best n is the greatest of any choice of n: all choices are compared. */
    @Property(tries = 300)
    void bestOfManyEqualsExhaustiveSearch(@ForAll @Size(min = 1, max = 7) List<@IntRange(max = 20) Integer> scores,
            @ForAll @IntRange(min = 1, max = 7) int count) {
        Criterion[] criteria = new Criterion[scores.size()];
        Scorecard card = Scorecard.EMPTY;
        for (int i = 0; i < criteria.length; i++) {
            criteria[i] = points("c" + i, "20");
            card = card.with("c" + i, Optional.of(BigDecimal.valueOf(scores.get(i))));
        }
        int best = 0;
        for (int choice = 0; choice < 1 << scores.size(); choice++) {
            int sum = 0;
            for (int i = 0; i < scores.size(); i++) {
                sum += (choice >> i & 1) * scores.get(i);
            }
            best = Integer.bitCount(choice) <= count ? Math.max(best, sum) : best;
        }
        assertThat(Exact.of(Totals.of(sectioned(best(count), criteria), card).earned()))
                .isEqualByComparingTo(Exact.of(BigDecimal.valueOf(best)));
    }

    @Test
    void theBetterAlternativeCountsAndOneIsEnough() {
        MarkScheme scheme = new MarkScheme(List.of(points("a", "5").inSection("s", "x"),
                points("b", "5").inSection("s", "x"), points("c", "5").inSection("s", "")),
                List.of(Section.of("s", "Essay")), Rules.USUAL);
        assertThat(scheme.maximum()).isEqualByComparingTo("10");
        Scorecard card = card("a", "2", "b", "4", "c", "1");
        assertThat(result(scheme, card, "10").value()).isEqualByComparingTo("5");
        assertThat(card("b", "4", "c", "1").isComplete(scheme)).isTrue();
        assertThat(card("c", "1").isComplete(scheme)).isFalse();
    }

    @Test
    void addsABonusDeductsAPenaltyAndIgnoresUnweightedCriteria() {
        MarkScheme scheme = scheme(points("a", "10"), points("b", "2").withRole(Role.BONUS),
                points("p", "3").withRole(Role.PENALTY), points("s", "9").withRole(Role.SHOWN));
        assertThat(scheme.maximum()).isEqualByComparingTo("10");
        Result result = result(scheme, card("a", "10", "b", "1.5", "p", "0.5", "s", "9"), "10");
        assertThat(result.value()).as("10 + 1.5 - 0.5").isEqualByComparingTo("11");
        assertThat(result.derivation()).contains("Part b: 1.5 of 2, bonus", "Part p: 0.5 of 3, taken off",
                "Part s: 9 of 9, does not count");
        MarkScheme bounded = scheme.withRules(Rules.USUAL.withBounds(false, false));
        assertThat(result(bounded, card("a", "10", "b", "1.5"), "10").value()).isEqualByComparingTo("10");
    }

    @Test
    void aNegativeTotalIsZeroUnlessAllowed() {
        MarkScheme scheme = scheme(points("a", "10"), points("p", "5").withRole(Role.PENALTY));
        Result result = result(scheme, card("a", "1", "p", "4"), "10");
        assertThat(result.value()).isZero();
        assertThat(result.derivation()).contains("Sum: -3 of 10", "Not below 0: 0");
        MarkScheme below = scheme.withRules(Rules.USUAL.withBounds(true, true));
        assertThat(result(below, card("a", "1", "p", "4"), "10").value()).isEqualByComparingTo("-3");
    }

    /** Calculated by hand: 4 of 10 is 40 percent, which is enough; 3.75 of 10 is not, and 60 of 100 becomes 39. */
    @Test
    void aHurdleCapsTheResultOnceEverythingIsScored() {
        MarkScheme scheme = scheme(points("a", "10").withHurdle(Optional.of(number("40"))), points("b", "10"))
                .withRules(Rules.USUAL.withMissed(Optional.of(number("39"))));
        assertThat(result(scheme, card("a", "4", "b", "10"), "100").value()).isEqualByComparingTo("70");
        Result missed = result(scheme, card("a", "3.75", "b", "10"), "100");
        assertThat(missed.value()).isEqualByComparingTo("39");
        assertThat(missed.missed()).containsExactly("Part a");
        assertThat(missed.derivation()).contains("Hurdle not reached: Part a needs 40 % and has 37.5 %");
        assertThat(result(scheme, card("a", "3"), "100").missed()).as("b is not scored yet").isEmpty();
    }

    /**
     * Calculated by hand: (6 x 2 + 3 x 0.5) x 3 = 40.5 of (8 x 2 + 4 x 0.5) x 3 = 54, which is 75 percent. The weights
     * do not add up to 100.
     */
    @Test
    void multipliesWeightsOfCriteriaAndSections() {
        Section heavy = new Section("s", "Plan", number("3"), Optional.empty(), Optional.empty());
        MarkScheme scheme = sectioned(heavy, points("a", "8").withWeight(number("2")),
                points("b", "4").withWeight(number("0.5")));
        Result result = result(scheme, card("a", "6", "b", "3"), "100");
        assertThat(result.derivation()).contains("Part a: 6 of 8, times 2", "Plan: 13.5 of 18, times 3: 40.5 of 54",
                "Sum: 40.5 of 54", "Percent: 75 %");
        assertThat(result.value()).isEqualByComparingTo("75");
        assertThat(result.whySection(heavy, scheme)).hasSize(3);
    }

    @Test
    void anEmptyOrWorthlessSchemeGivesNothing() {
        assertThat(result(scheme(), Scorecard.EMPTY, "10").value()).isZero();
        Result words = result(scheme(points("a", "0").withManner(new Manner.WordsOnly())), Scorecard.EMPTY, "10");
        assertThat(words.value()).isZero();
        assertThat(words.complete()).isTrue();
        assertThat(words.derivation()).contains("Part a: remark only",
                "Nothing counts towards a maximum; there are no percent to give.");
        assertThat(result(scheme(points("a", "0")), card("a", "0"), "10").value()).isZero();
    }

    @Property(tries = 200)
    void theDerivationAddsUpInAnyOrderOfCriteria(@ForAll long seed) {
        Random random = new Random(seed);
        List<Criterion> criteria = new ArrayList<>();
        Scorecard card = Scorecard.EMPTY;
        for (int i = 0; i < 8; i++) {
            criteria.add(points("c" + i, "8").withWeight(number(random.nextBoolean() ? "1" : "0.75"))
                    .withRole(Role.values()[random.nextInt(Role.values().length)])
                    .inSection(random.nextBoolean() ? "s" : "", ""));
            if (random.nextInt(5) > 0) {
                card = card.with("c" + i, Optional.of(BigDecimal.valueOf(random.nextInt(17), 1)));
            }
        }
        MarkScheme there = new MarkScheme(criteria,
                List.of(new Section("s", "S", number("1.5"), Optional.of(2), Optional.empty())), Rules.USUAL);
        Result result = result(there, card, "33");
        Exact sections = Exact.ZERO;
        Exact total = Exact.ZERO;
        for (Step step : result.steps()) {
            boolean loose = step.kind() == Step.Kind.CRITERION && there.criterion(step.of()).section().isEmpty();
            if (loose || step.kind() == Step.Kind.SECTION) {
                sections = sections.plus(step.figure());
            }
            total = step.kind() == Step.Kind.TOTAL ? step.figure() : total;
        }
        assertThat(sections).isEqualTo(total);
        Collections.shuffle(criteria, random);
        assertThat(result(there.withCriteria(criteria), card, "33").value()).isEqualByComparingTo(result.value());
        for (Criterion criterion : criteria) {
            Optional<BigDecimal> score = card.score(criterion.id()).filter(_ -> criterion.role() != Role.PENALTY);
            if (score.isPresent()) {
                Scorecard better = card.with(criterion.id(), Optional.of(score.get().add(number("0.25"))));
                assertThat(result(there, better, "33").value()).isGreaterThanOrEqualTo(result.value());
            }
        }
    }

    @Test
    void refusesAnInvalidSchemeWithTheReason() {
        assertThatThrownBy(() -> points("a", "8").withWeight(number("-1"))).hasMessageContaining("weight");
        assertThatThrownBy(() -> points("a", "8").withHurdle(Optional.of(number("101"))))
                .hasMessageContaining("0 to 100 percent, not 101");
        assertThatThrownBy(() -> new Manner.Level("l", "Good", "", number("3"), number("2")))
                .hasMessageContaining("Level 'Good' goes from 3 to 2");
        assertThatThrownBy(() -> scheme(points("a", "1").inSection("gone", ""))).hasMessageContaining("no section");
        assertThatThrownBy(() -> new GradeScale("G", List.of(new GradeScale.Boundary(BigDecimal.TEN, "A"),
                new GradeScale.Boundary(number("10.0"), "B")))).hasMessageContaining("begin at 10 percent");
    }
}
