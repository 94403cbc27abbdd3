package org.epiglyph.core.batch;

import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.spoken.SpokenRemark;

/**
 * What an edit of one submission does, next to its inverse.
 *
 * @param reachesSealed true if it may change a sealed submission
 * @param apply         the submission after the edit; throws EditRefused if it is not allowed
 * @param inverse       the edit that undoes it, computed from the submission before it
 */
record SubmissionChange(boolean reachesSealed, UnaryOperator<Submission> apply, Function<Submission, Edit> inverse) {

    /** @throws EditRefused if the scheme does not allow it, whatever the submission */
    static SubmissionChange of(Edit.OfSubmission edit, MarkScheme scheme) {
        return switch (edit) {
            case Edit.PlaceMark e -> place(e);
            case Edit.ChangeMark e -> change(e);
            case Edit.RemoveMark e -> remove(e);
            case Edit.OrderMark e -> order(e);
            case Edit.SetScore e -> setScore(e, scheme);
            case Edit.SetStanding e -> setStanding(e, scheme);
            case Edit.Judge e -> judge(e, scheme);
            case Edit.WriteOnCriterion e -> writeOnCriterion(e, scheme);
            case Edit.Moderate e -> moderate(e);
            case Edit.SetLateness e -> setLateness(e);
            case Edit.AssignMarker e ->
                always(s -> s.withMarker(e.marker()), s -> new Edit.AssignMarker(e.student(), s.marker()));
            case Edit.WriteOnTheWhole e -> writeOnTheWhole(e);
            case Edit.WritePrivately e -> writePrivately(e);
            case Edit.Seal e -> seal(e, scheme);
            case Edit.OpenAgain e -> openAgain(e);
            case Edit.SeePage e -> fact(e, s -> s.withSeen(with(s.seen(), e.page())));
            case Edit.ReceiveHandIn e -> fact(e, s -> received(s, e.handIn()));
            case Edit.MakePages e -> fact(e, s -> made(s, e));
            case Edit.RecordReceipt e -> recordReceipt(e);
            case Edit.LetCount e -> letCount(e);
            case Edit.AttachFile e -> attach(e);
            case Edit.DetachFile e -> detach(e);
            case Edit.Enclose e -> enclose(e);
            case Edit.RemoveEnclosure e -> removeEnclosure(e);
            case Edit.TurnPage e -> turn(e);
            case Edit.BringBack e -> bringBack(e);
            case Edit.KeepSpoken e -> keepSpoken(e);
            case Edit.RemoveSpoken e -> removeSpoken(e);
            case Edit.AcceptFinding e -> accept(e);
            case Edit.WithdrawAcceptance e -> withdraw(e);
            case Edit.LogLetter e -> fact(e, s -> s.with(s.correspondence().with(e.letter())));
            case Edit.StrikeLetter e -> fact(e, s -> s.with(s.correspondence().without(e.digest())));
            case Edit.ReceiveAnswer e -> fact(e, s -> s.with(s.correspondence().with(e.answer())));
            case Edit.LearnAddress e -> fact(e, s -> s.withMail(e.mail()));
            case Edit.LearnOpened e -> fact(e, s -> s.withOpened(e.at()));
            case Edit.Reply e -> reply(e);
        };
    }

    private static SubmissionChange unsealed(UnaryOperator<Submission> apply, Function<Submission, Edit> inverse) {
        return new SubmissionChange(false, apply, inverse);
    }

    private static SubmissionChange always(UnaryOperator<Submission> apply, Function<Submission, Edit> inverse) {
        return new SubmissionChange(true, apply, inverse);
    }

    /** Facts are not undone. */
    private static SubmissionChange fact(Edit edit, UnaryOperator<Submission> apply) {
        return always(apply, _ -> edit);
    }

    // --- marks

    private static SubmissionChange place(Edit.PlaceMark e) {
        return unsealed(s -> s.withMarks(s.stack().with(e.mark(), e.position())),
                _ -> new Edit.RemoveMark(e.student(), e.mark().id()));
    }

    private static SubmissionChange change(Edit.ChangeMark e) {
        return unsealed(s -> s.withMarks(s.stack().exchanged(e.mark())),
                s -> new Edit.ChangeMark(e.student(), s.stack().existing(e.mark().id())));
    }

    private static SubmissionChange remove(Edit.RemoveMark e) {
        return unsealed(s -> s.withMarks(s.stack().without(e.mark())), s -> {
            Marks marks = s.stack();
            return new Edit.PlaceMark(e.student(), marks.existing(e.mark()), marks.position(e.mark()));
        });
    }

    private static SubmissionChange order(Edit.OrderMark e) {
        return unsealed(s -> s.withMarks(s.stack().moved(e.mark(), e.position())),
                s -> new Edit.OrderMark(e.student(), e.mark(), s.stack().position(e.mark())));
    }

    // --- scores and words

    private static SubmissionChange setScore(Edit.SetScore e, MarkScheme scheme) {
        e.score().flatMap(points -> criterion(scheme, e.criterion()).refusal(points)).ifPresent(EditRefused::because);
        return unsealed(s -> s.withScores(s.scores().with(e.criterion(), e.score())),
                s -> restoring(s, e.student(), e.criterion()));
    }

    private static SubmissionChange setStanding(Edit.SetStanding e, MarkScheme scheme) {
        criterion(scheme, e.criterion());
        return unsealed(s -> s.withScores(s.scores().withStanding(e.criterion(), e.standing())),
                s -> restoring(s, e.student(), e.criterion()));
    }

    private static SubmissionChange judge(Edit.Judge e, MarkScheme scheme) {
        e.judgement().refusal(criterion(scheme, e.criterion())).ifPresent(EditRefused::because);
        return unsealed(s -> s.withScores(s.scores().with(e.criterion(), e.judgement())),
                s -> restoring(s, e.student(), e.criterion()));
    }

    private static Edit restoring(Submission s, StudentKey student, String criterion) {
        return new Edit.Judge(student, criterion, s.scores().judgement(criterion));
    }

    private static SubmissionChange writeOnCriterion(Edit.WriteOnCriterion e, MarkScheme scheme) {
        criterion(scheme, e.criterion());
        return unsealed(s -> s.withScores(s.scores().withRemark(e.criterion(), e.text())),
                s -> new Edit.WriteOnCriterion(e.student(), e.criterion(), s.scores().remark(e.criterion())));
    }

    private static SubmissionChange moderate(Edit.Moderate e) {
        return unsealed(s -> s.withScores(s.scores().withModeration(e.moderation())),
                s -> new Edit.Moderate(e.student(), s.scores().moderation()));
    }

    private static SubmissionChange setLateness(Edit.SetLateness e) {
        return unsealed(s -> s.withScores(s.scores().withLateness(e.lateness())),
                s -> new Edit.SetLateness(e.student(), s.scores().lateness()));
    }

    private static SubmissionChange writeOnTheWhole(Edit.WriteOnTheWhole e) {
        return unsealed(s -> s.withOnTheWhole(e.text()),
                s -> new Edit.WriteOnTheWhole(e.student(), s.onTheWhole()));
    }

    private static SubmissionChange writePrivately(Edit.WritePrivately e) {
        return always(s -> s.withPrivately(e.text()), s -> new Edit.WritePrivately(e.student(), s.privately()));
    }

    private static SubmissionChange bringBack(Edit.BringBack e) {
        return unsealed(s -> s.withMarks(e.marks())
                .withScores(e.scores())
                .withOnTheWhole(e.onTheWhole())
                .withPrivately(e.privately())
                .withSpoken(e.spoken()),
                s -> new Edit.BringBack(e.student(), s.marks(), s.scores(), s.onTheWhole(), s.privately(), s.spoken()));
    }

    private static SubmissionChange keepSpoken(Edit.KeepSpoken e) {
        String id = e.remark().id();
        return unsealed(s -> s.withSpoken(Stream
                .concat(s.spoken().stream().filter(r -> !r.id().equals(id)), Stream.of(e.remark()))
                .sorted(Comparator.comparing(SpokenRemark::id))
                .toList()),
                s -> s.findSpoken(id)
                        .<Edit>map(before -> new Edit.KeepSpoken(e.student(), before))
                        .orElse(new Edit.RemoveSpoken(e.student(), id)));
    }

    private static SubmissionChange removeSpoken(Edit.RemoveSpoken e) {
        return unsealed(s -> {
            SpokenRemark gone = spoken(s, e);
            return s.withSpoken(s.spoken().stream().filter(r -> r != gone).toList());
        }, s -> new Edit.KeepSpoken(e.student(), spoken(s, e)));
    }

    private static SpokenRemark spoken(Submission s, Edit.RemoveSpoken e) {
        return s.findSpoken(e.remark())
                .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "spokenRemarkGone")));
    }

    private static Criterion criterion(MarkScheme scheme, String id) {
        return scheme.findCriterion(id)
                .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "criterionGone")));
    }

    // --- the seal and what was handed back

    private static SubmissionChange seal(Edit.Seal e, MarkScheme scheme) {
        return unsealed(s -> {
            refuseUnfinished(s.scores(), scheme);
            return s.withSealed(true);
        }, _ -> new Edit.OpenAgain(e.student()));
    }

    private static void refuseUnfinished(Scorecard scores, MarkScheme scheme) {
        if (!scores.isComplete(scheme)) {
            List<String> left = scores.left(scheme).stream().map(Criterion::name).toList();
            throw new EditRefused(Message.of(SubmissionChange.class, "notScored", Message.listing(left)));
        }
    }

    private static SubmissionChange openAgain(Edit.OpenAgain e) {
        return always(s -> {
            if (!s.sealed()) {
                throw new EditRefused(Message.of(SubmissionChange.class, "openAlready"));
            }
            return s.withSealed(false);
        }, s -> resealed(s, e.student()));
    }

    /** If the record had the work as it is, undo restores that too: what was handed back has not changed. */
    private static Edit resealed(Submission s, StudentKey student) {
        return asHandedBack(s, student, new Edit.Seal(student));
    }

    private static SubmissionChange recordReceipt(Edit.RecordReceipt e) {
        return always(s -> s.withReceipt(e.receipt()),
                s -> new Edit.RecordReceipt(e.student(),
                        s.receipts()
                                .stream()
                                .filter(r -> e.receipt().isEmpty() || r.isOfOneDestination(e.receipt().get()))
                                .reduce((_, newest) -> newest)));
    }

    // --- what the look-over found

    private static SubmissionChange accept(Edit.AcceptFinding e) {
        return always(s -> s.accepting(e.acceptance()),
                s -> existing(s, e.acceptance())
                        .<Edit>map(before -> new Edit.AcceptFinding(e.student(), before))
                        .orElse(new Edit.WithdrawAcceptance(e.student(), e.acceptance())));
    }

    private static SubmissionChange withdraw(Edit.WithdrawAcceptance e) {
        return always(s -> s.withdrawing(existing(s, e.acceptance())
                .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "acceptanceGone")))),
                s -> new Edit.AcceptFinding(e.student(), existing(s, e.acceptance()).orElse(e.acceptance())));
    }

    private static Optional<Acceptance> existing(Submission s, Acceptance of) {
        return s.accepted().stream().filter(a -> a.isSameThing(of)).findFirst();
    }

    private static SubmissionChange reply(Edit.Reply e) {
        return always(s -> s.with(s.correspondence().with(answer(s, e).withReply(e.text()))),
                s -> new Edit.Reply(e.student(), e.answer(), answer(s, e).reply()));
    }

    private static Answer answer(Submission s, Edit.Reply e) {
        return s.correspondence()
                .find(e.answer())
                .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "noSuchAnswer")));
    }

    // --- what was handed in

    private static Submission received(Submission s, HandIn handIn) {
        if (hasHandIn(s, handIn.number())) {
            throw new EditRefused(Message.of(SubmissionChange.class, "handInThere", handIn.number()));
        }
        return s.withHandIn(handIn);
    }

    private static boolean hasHandIn(Submission s, int number) {
        return s.handIns().stream().anyMatch(h -> h.number() == number);
    }

    /** A document that is the same in two hand-ins belongs to both. */
    private static Submission made(Submission s, Edit.MakePages e) {
        Document changed = s.findDocument(e.document())
                .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "noDocument", e.document())))
                .withPages(e.pages());
        return s.withHandIns(s.handIns().stream().map(h -> h.with(changed)).toList());
    }

    private static SubmissionChange letCount(Edit.LetCount e) {
        return unsealed(s -> {
            e.handIn().filter(n -> !hasHandIn(s, n)).ifPresent(n -> {
                throw new EditRefused(Message.of(SubmissionChange.class, "noHandIn", n));
            });
            return s.withCounting(e.handIn());
        }, s -> new Edit.LetCount(e.student(), s.counting()));
    }

    private static SubmissionChange attach(Edit.AttachFile e) {
        return unsealed(
                s -> s.withAttached(Stream.concat(s.attached().stream(), Stream.of(e.attached())).toList()),
                _ -> new Edit.DetachFile(e.student(), e.attached().document().id()));
    }

    private static SubmissionChange detach(Edit.DetachFile e) {
        return unsealed(s -> s.withAttached(
                s.attached().stream().filter(a -> !a.document().id().equals(e.document())).toList()),
                s -> new Edit.AttachFile(e.student(), attached(s, e.document())
                        .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "notAttached")))));
    }

    /** What is handed back changes, so no destination has the work as it is. */
    private static SubmissionChange enclose(Edit.Enclose e) {
        return always(s -> {
            if (attached(s, e.document().id()).isPresent()) {
                throw new EditRefused(Message.of(SubmissionChange.class, "enclosedAlready"));
            }
            return s.withAttached(
                    Stream.concat(s.attached().stream(), Stream.of(new Attached("", e.document()))).toList())
                    .withHandedBack(false);
        }, s -> asHandedBack(s, e.student(), new Edit.RemoveEnclosure(e.student(), e.document().id())));
    }

    private static SubmissionChange removeEnclosure(Edit.RemoveEnclosure e) {
        return always(s -> s.withAttached(without(s, enclosure(s, e.document()))).withHandedBack(false),
                s -> asHandedBack(s, e.student(),
                        new Edit.Enclose(e.student(), enclosure(s, e.document()).document())));
    }

    private static List<Attached> without(Submission s, Attached one) {
        return s.attached().stream().filter(a -> a != one).toList();
    }

    private static Attached enclosure(Submission s, String document) {
        return attached(s, document).filter(Attached::isEnclosure)
                .orElseThrow(() -> new EditRefused(Message.of(SubmissionChange.class, "notEnclosed")));
    }

    /** If a destination had the work as it was, undoing a change restores that too. */
    private static Edit asHandedBack(Submission s, StudentKey student, Edit back) {
        return s.receipt().isEmpty() || !s.handedBack()
                ? back
                : new Edit.Together(List.of(back, new Edit.RecordReceipt(student, s.receipt())));
    }

    private static Optional<Attached> attached(Submission s, String document) {
        return s.attached().stream().filter(a -> a.document().id().equals(document)).findFirst();
    }

    private static SubmissionChange turn(Edit.TurnPage e) {
        return always(s -> s.withTurn(e.page(), e.degrees()),
                s -> new Edit.TurnPage(e.student(), e.page(), s.turn(e.page())));
    }

    private static Set<PageRef> with(Set<PageRef> seen, PageRef page) {
        Set<PageRef> more = new HashSet<>(seen);
        more.add(page);
        return more;
    }
}
