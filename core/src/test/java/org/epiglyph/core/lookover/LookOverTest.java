package org.epiglyph.core.lookover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Limits;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Section;
import org.junit.jupiter.api.Test;

class LookOverTest {
    private static final PageRef FIRST = new PageRef("d1", 0);

    static Criterion criterion(String id) {
        return new Criterion(id, "Name of " + id, "", BigDecimal.TWO, BigDecimal.ONE);
    }

    private static Batch everyRole() {
        MarkScheme scheme = new MarkScheme(List.of(criterion("plain"), criterion("other"),
                criterion("bonus").withRole(Role.BONUS), criterion("penalty").withRole(Role.PENALTY),
                criterion("words").withManner(new Manner.WordsOnly())), List.<Section>of(), Rules.USUAL);
        return seen(Batches.three().apply(new Edit.ChangeScheme(scheme, List.of())));
    }

    private static Batch seen(Batch batch) {
        Batch now = batch;
        for (int page = 0; page < 3; page++) {
            now = now.apply(new Edit.SeePage(Batches.ADA, new PageRef("d1", page)));
        }
        return now;
    }

    /** Ada's work, seen and scored: the only finding is that it is not sealed. */
    static Batch done() {
        return seen(Batches.three()).apply(score("c1", "8")).apply(score("c2", "4"));
    }

    private static Edit score(String criterion, String points) {
        return new Edit.Judge(Batches.ADA, criterion, Judgement.of(new BigDecimal(points)));
    }

    private static List<Finding> ofAda(Batch batch) {
        return new LookOver(Dictionary.NONE).findings(batch, Batches.ADA);
    }

    static List<Finding.Kind> kinds(Batch batch) {
        return ofAda(batch).stream().map(Finding::kind).filter(k -> k != Finding.Kind.NOT_SEALED).toList();
    }

    static Batch remarked(String text) {
        return done().apply(new Edit.PlaceMark(Batches.ADA, Batches.note("n1", "d1", 0, text)));
    }

    private static Mark evidence(Mark mark, String criterion) {
        return mark.withHead(mark.head().withCriterion(criterion));
    }

    private static Head head(String id) {
        return new Head(id, FIRST, Ink.MADDER, 0, Remark.NONE);
    }

    @Test
    void optionalCriteriaAreNotMissedConsistentlyWithSealing() {
        Batch begun = everyRole().apply(score("plain", "1"));
        assertThat(ofAda(begun)).containsExactly(new Finding(Batches.ADA, Finding.Kind.NOT_SCORED,
                Finding.Where.CRITERION, "other", List.of("Name of other"), ""));
        assertThatThrownBy(() -> begun.apply(new Edit.Seal(Batches.ADA)))
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining("Name of other")
                .hasMessageNotContainingAny("bonus", "penalty", "words");
        MarkScheme six = new MarkScheme(Stream.of("a", "b", "c", "d", "e", "f").map(LookOverTest::criterion).toList());
        Batch unscored = Batches.three().apply(new Edit.ChangeScheme(six, List.of()));
        assertThatThrownBy(() -> unscored.apply(new Edit.Seal(Batches.ADA))).hasMessage(
                "Not scored yet: Name of a, Name of b, Name of c, Name of d and 2 more."
                        + " Give a score, 0 included, then seal.");
        Batch done = begun.apply(score("other", "1"));
        assertThat(ofAda(done)).extracting(Finding::kind).containsExactly(Finding.Kind.NOT_SEALED);
        assertThat(ofAda(done.apply(new Edit.Seal(Batches.ADA)))).isEmpty();
    }

    @Test
    void missesNothingInASchemeOfTextOnly() {
        Batch words = seen(Batches.three()
                .apply(new Edit.ChangeScheme(
                        new MarkScheme(List.of(criterion("words").withManner(new Manner.WordsOnly()))), List.of())));
        assertThat(ofAda(words)).extracting(Finding::kind).containsExactly(Finding.Kind.NOT_SEALED);
    }

    @Test
    void missingWorkIsAFindingUntilScoredOrAccepted() {
        LookOver lookOver = new LookOver(Dictionary.NONE);
        Batch batch = Batches.three();
        Finding nothing = lookOver.findings(batch, Batches.CARYS).getFirst();
        assertThat(nothing.kind()).isEqualTo(Finding.Kind.NOTHING_RECEIVED);
        Batch accepted = batch.apply(new Edit.AcceptFinding(Batches.CARYS, nothing.accepted("withdrew")));
        assertThat(LookOver.isOpen(nothing, accepted.submission(Batches.CARYS))).isFalse();
        Batch scored = accepted
                .apply(new Edit.Judge(Batches.CARYS, "c1", Judgement.of(BigDecimal.ZERO)));
        assertThat(lookOver.findings(scored, Batches.CARYS)).extracting(Finding::kind)
                .containsExactly(Finding.Kind.NOT_SCORED);
    }

    private static Batch received(Batch batch, int pages) {
        return batch.apply(new Edit.ReceiveHandIn(Batches.ADA, new HandIn(2, Optional.of(Instant.EPOCH),
                "", List.of(new Document("d9", "d9.pdf", "0".repeat(64), 9, new Pages.Ready(pages, ""), "")))));
    }

    @Test
    void findsANewerHandInAndMarksOnTheOlderOne() {
        Batch two = received(remarked("Units"), 1);
        assertThat(kinds(two)).containsExactly(Finding.Kind.MARKS_LEFT_BEHIND, Finding.Kind.PAGES_UNSEEN);
        assertThat(kinds(two.apply(new Edit.LetCount(Batches.ADA, Optional.of(1)))))
                .containsExactly(Finding.Kind.NEWER_HAND_IN);
    }

    @Test
    void namesUnseenPages() {
        Batch one = Batches.three().apply(score("c1", "1")).apply(new Edit.SeePage(Batches.ADA, FIRST));
        assertThat(ofAda(one)).filteredOn(f -> f.kind() == Finding.Kind.PAGES_UNSEEN)
                .singleElement()
                .extracting(Finding::details)
                .isEqualTo(List.of("2, 3"));
        Batch many = received(one, 12).apply(new Edit.SeePage(Batches.ADA, new PageRef("d9", 2)))
                .apply(new Edit.SeePage(Batches.ADA, new PageRef("d9", 5)));
        assertThat(ofAda(many)).filteredOn(f -> f.kind() == Finding.Kind.PAGES_UNSEEN)
                .singleElement()
                .extracting(Finding::details)
                .isEqualTo(List.of("1, 2, 4, 5, 7–12"));
        assertThat(kinds(Batches.three())).as("not begun, so that this says nothing new")
                .containsExactly(Finding.Kind.NOTHING_SCORED);
    }

    @Test
    void comparesEvidenceWithTheLedger() {
        Mark stamp = evidence(new Stamp(head("s"), new Face.Score(BigDecimal.valueOf(3), 1), new PagePoint(9, 9), 20),
                "c1");
        Batch stamped = done().apply(new Edit.PlaceMark(Batches.ADA, stamp));
        assertThat(ofAda(stamped)).filteredOn(f -> f.kind() == Finding.Kind.COUNT_DIFFERS)
                .singleElement()
                .extracting(Finding::details)
                .isEqualTo(List.of("Method", "3", "8"));
        assertThat(kinds(stamped.apply(score("c1", "3")))).isEmpty();
        Mark typed = evidence(new TypedText(head("t"), new PagePoint(9, 9), "2 / 4", 12, 30), "c2");
        assertThat(kinds(done().apply(new Edit.PlaceMark(Batches.ADA, typed))))
                .containsExactly(Finding.Kind.COUNT_DIFFERS);
        Mark words = evidence(new TypedText(head("t"), new PagePoint(9, 9), "why?", 12, 30), "c2");
        assertThat(kinds(done().apply(new Edit.PlaceMark(Batches.ADA, words)))).isEmpty();
    }

    @Test
    void aLowScoreNeedsARemark() {
        Batch limited = done().apply(new Edit.ChangeAids(Batches.three()
                .aids()
                .withLimits(new Limits(Optional.of(BigDecimal.valueOf(50)), Optional.empty()))));
        assertThat(kinds(limited.apply(score("c1", "4")))).as("half is not below half").isEmpty();
        Batch below = limited.apply(score("c1", "3.5"));
        assertThat(kinds(below)).containsExactly(Finding.Kind.WORDS_WANTED);
        assertThat(kinds(below.apply(new Edit.WriteOnCriterion(Batches.ADA, "c1", "No method.")))).isEmpty();
    }

    @Test
    void findsResultsNearAGradeBoundaryOnBothSides() {
        MarkScheme graded = Batches.three()
                .scheme()
                .withRules(Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getLast()))); // half of 12 is 6
        Batch batch = done().apply(new Edit.ChangeScheme(graded, List.of()))
                .apply(new Edit.ChangeAids(Batches.three()
                        .aids()
                        .withLimits(new Limits(Optional.empty(), Optional.of(BigDecimal.ONE)))));
        for (String near : List.of("1", "2", "3")) {
            assertThat(kinds(batch.apply(score("c1", near)))).as(near).containsExactly(Finding.Kind.NEAR_BOUNDARY);
        }
        for (String far : List.of("0.5", "3.5")) {
            assertThat(kinds(batch.apply(score("c1", far)))).as(far).isEmpty();
        }
    }

    @Test
    void findsEvidenceForARemovedCriterion() {
        Batch batch = done().apply(new Edit.PlaceMark(Batches.ADA, evidence(Batches.note("n", "d1", 1, "See."), "c2")));
        assertThat(kinds(batch)).isEmpty();
        MarkScheme less = batch.scheme().withCriteria(List.of(batch.scheme().criterion("c1")));
        assertThat(kinds(batch.apply(new Edit.ChangeScheme(less, List.of()))))
                .containsExactly(Finding.Kind.EVIDENCE_GONE);
    }

    @Test
    void findsAnEmptyNoteUnlessPrivate() {
        Batch batch = done().apply(new Edit.PlaceMark(Batches.ADA, Batches.note("n1", "d1", 0, "")));
        assertThat(kinds(batch)).containsExactly(Finding.Kind.EMPTY_REMARK);
        Mark hidden = Batches.note("n1", "d1", 0, "");
        assertThat(kinds(done().apply(new Edit.PlaceMark(Batches.ADA,
                hidden.withRemark(hidden.remark().withAudience(Audience.PRIVATE)))))).isEmpty();
    }

    @Test
    void findsUnfilledSlotsButNotOtherBraces() {
        assertThat(kinds(remarked("{number: metres} short"))).containsExactly(Finding.Kind.SLOT_UNFILLED);
        assertThat(kinds(remarked("Dear {name}"))).containsExactly(Finding.Kind.SLOT_UNFILLED);
        assertThat(kinds(remarked("the set {1, 2}"))).isEmpty();
    }

    @Test
    void reportsUnknownWordsExceptNamesOfTheClass() {
        Dictionary none = text -> Arrays.asList(text.split(" "));
        Batch batch = remarked("Ada Metod wrng Method");
        assertThat(new LookOver(none).findings(batch, Batches.ADA))
                .filteredOn(f -> f.kind() == Finding.Kind.UNKNOWN_WORDS)
                .singleElement()
                .extracting(Finding::details)
                .isEqualTo(List.of("Metod, wrng"));
        assertThat(Finding.Kind.UNKNOWN_WORDS.weight()).isEqualTo(Finding.Weight.TELLS);
    }

    @Test
    void anAcceptanceHoldsUntilItsSubjectChanges() {
        Batch batch = remarked("As Bao had it.");
        Finding finding = ofAda(batch).getLast();
        Batch accepted = batch.apply(new Edit.AcceptFinding(Batches.ADA, finding.accepted(" they worked together ")));
        assertThat(accepted.submission(Batches.ADA).accepted()).singleElement()
                .satisfies(a -> assertThat(a.reason()).isEqualTo("they worked together"));
        Batch sealed = accepted.apply(new Edit.WritePrivately(Batches.ADA, "hm")).apply(new Edit.Seal(Batches.ADA));
        assertThat(ofAda(sealed)).noneMatch(f -> LookOver.isOpen(f, sealed.submission(Batches.ADA)));
        Batch changed = accepted.apply(new Edit.ChangeMark(Batches.ADA, Batches.note("n1", "d1", 0, "As Bao has it.")));
        assertThat(ofAda(changed)).filteredOn(f -> f.kind() == Finding.Kind.NAMES_ANOTHER)
                .allMatch(f -> LookOver.isOpen(f, changed.submission(Batches.ADA)));
        Batch back = accepted.apply(accepted.inverse(new Edit.AcceptFinding(Batches.ADA, finding.accepted("x"))))
                .apply(new Edit.WithdrawAcceptance(Batches.ADA, finding.accepted("")));
        assertThat(back.submission(Batches.ADA).accepted()).isEmpty();
        assertThatThrownBy(() -> back.apply(new Edit.WithdrawAcceptance(Batches.ADA, finding.accepted(""))))
                .isInstanceOf(EditRefused.class);
    }

    /** The look-over repeats a check only for what changed, with the same result as a fresh one. */
    @Test
    void anIncrementalLookEqualsAFreshOne() {
        LookOver kept = new LookOver(Dictionary.NONE);
        Batch batch = done();
        List<Finding> ofBao = kept.findings(batch, Batches.BAO);
        Batch named = batch.apply(new Edit.WriteOnTheWhole(Batches.ADA, "Like Dara."));
        assertThat(kept.findings(named, Batches.BAO)).isSameAs(ofBao);
        assertThat(kept.findings(named)).isEqualTo(new LookOver(Dictionary.NONE).findings(named));
        Batch joined = named.apply(new Edit.Enrol(new Student(new StudentKey("K-9"), "Dara", "Ost", "A")));
        assertThat(kept.findings(joined)).isEqualTo(new LookOver(Dictionary.NONE).findings(joined))
                .extracting(Finding::kind)
                .contains(Finding.Kind.NAMES_ANOTHER);
    }

    @Test
    void unfinishedWorkCannotBeAccepted() {
        assertThat(Arrays.stream(Finding.Kind.values())
                .map(k -> new Finding(Batches.ADA, k, Finding.Where.SUBMISSION, "", List.of(), ""))
                .filter(f -> !f.isAcceptable())
                .map(Finding::kind))
                .containsExactly(Finding.Kind.NOTHING_SCORED, Finding.Kind.NOT_SCORED, Finding.Kind.NOT_SEALED);
    }

    @Test
    void anAnswerWaitsUntilItHasAReply() {
        for (StudentKey student : List.of(Batches.ADA, Batches.CARYS)) {
            Batch asked = done().apply(new Edit.ReceiveAnswer(student,
                    new Answer("a1", Optional.empty(), "Why?", Instant.EPOCH, "", false)));
            List<Finding> waiting = new LookOver(Dictionary.NONE).findings(asked, student);
            assertThat(waiting).last()
                    .returns(Finding.Kind.ANSWER_WAITS, Finding::kind)
                    .returns(List.of("1"), Finding::details);
            Batch replied = asked.apply(new Edit.Reply(student, "a1", "Because."));
            assertThat(new LookOver(Dictionary.NONE).findings(replied, student)).extracting(Finding::kind)
                    .doesNotContain(Finding.Kind.ANSWER_WAITS);
        }
    }

    @Test
    void ignoresNumbersForOtherCriteriaAndPrivateOnes() {
        TypedText typed = new TypedText(head("t"), new PagePoint(9, 9), "2", 12, 30);
        assertThat(kinds(done().apply(new Edit.PlaceMark(Batches.ADA, typed)))).isEmpty();
        Mark hidden = evidence(typed, "c2").withRemark(Remark.NONE.withAudience(Audience.PRIVATE));
        assertThat(kinds(done().apply(new Edit.PlaceMark(Batches.ADA, hidden)))).isEmpty();
    }
}
