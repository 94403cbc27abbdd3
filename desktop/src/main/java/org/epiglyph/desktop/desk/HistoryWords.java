package org.epiglyph.desktop.desk;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Chronicle;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.marking.MarkWords;

/** What was done, in words. */
final class HistoryWords {
    private HistoryWords() {}

    static String of(Chronicle.Item item, Batch now) {
        return of(item.edit(), item, now);
    }

    private static String of(Edit edit, Chronicle.Item item, Batch now) {
        return switch (edit) {
            case Edit.PlaceMark place ->
                Words.of("History.placed", MarkWords.of(place.mark()), place.mark().page().number());
            case Edit.ChangeMark change -> changed(change.mark(), item);
            case Edit.RemoveMark remove -> item.before()
                    .flatMap(s -> s.findMark(remove.mark()))
                    .map(m -> Words.of("History.removed", MarkWords.of(m), m.page().number()))
                    .orElse(Words.of("History.removedMark"));
            case Edit.OrderMark _ -> Words.of("History.ordered");
            case Edit.SetScore score -> scored(now, score.criterion(), score.score().map(Criterion::words));
            case Edit.SetStanding standing ->
                scored(now, standing.criterion(), standing.standing().map(Standing::words));
            case Edit.Judge judge -> judged(now, judge);
            case Edit.WriteOnCriterion words ->
                Words.of("History.onCriterion", criterion(now, words.criterion()).name(),
                        MarkWords.shortened(words.words()));
            case Edit.Moderate moderate -> moderate.moderation()
                    .map(m -> Words.of("History.moderated", Criterion.words(m.points())))
                    .orElse(Words.of("History.moderationTaken"));
            case Edit.SetLateness late -> late.lateness()
                    .map(l -> Words.of("History.lateness", Criterion.words(l.percent())))
                    .orElse(Words.of("History.latenessTaken"));
            case Edit.AssignMarker assign -> assign.marker().isEmpty()
                    ? Words.of("History.markerTaken")
                    : Words.of("History.marker", assign.marker());
            case Edit.KeepSpoken(var _, SpokenRemark remark) -> remark.words().isEmpty()
                    ? Words.of("History.spokenAlone", remark.heard().words())
                    : Words.of("History.spoken", remark.heard().words(), MarkWords.shortened(remark.words()));
            case Edit.RemoveSpoken _ -> Words.of("History.spokenRemoved");
            case Edit.ChangeScheme change -> Words.of("History.scheme", change.rescores().size());
            case Edit.ArrangePhrases _ -> Words.of("History.phrases");
            case Edit.Reword reword -> Words.of("History.reworded",
                    reword.rewordings().size() + reword.respoken().size());
            case Edit.WriteOnTheWhole words -> Words.of("History.onTheWhole", MarkWords.shortened(words.words()));
            case Edit.WritePrivately _ -> Words.of("History.privately");
            case Edit.Seal _ -> Words.of("History.sealed");
            case Edit.OpenAgain _ -> Words.of("History.opened");
            case Edit.SeePage see -> Words.of("History.seen", see.page().number());
            case Edit.RecordReceipt _ -> Words.of("History.receipt");
            case Edit.ReceiveHandIn in -> Words.of("History.handIn", in.handIn().number());
            case Edit.MakePages _ -> Words.of("History.pages");
            case Edit.LetCount count -> count.handIn()
                    .map(n -> Words.of("History.counts", n))
                    .orElse(Words.of("History.countsNewest"));
            case Edit.AttachFile attach -> Words.of("History.attached", attach.attached().document().name());
            case Edit.DetachFile _ -> Words.of("History.detached");
            case Edit.TurnPage turn -> Words.of("History.turned", turn.page().number());
            case Edit.BringBack _ -> Words.of("History.broughtBack");
            case Edit.AcceptFinding accept -> accept.acceptance().reason().isBlank()
                    ? Words.of("History.accepted")
                    : Words.of("History.acceptedBecause", MarkWords.shortened(accept.acceptance().reason()));
            case Edit.WithdrawAcceptance _ -> Words.of("History.acceptanceWithdrawn");
            case Edit.Enclose enclose -> Words.of("History.enclosed", enclose.document().name());
            case Edit.RemoveEnclosure _ -> Words.of("History.enclosureRemoved");
            case Edit.LearnAddress _ -> Words.of("History.address");
            case Edit.LearnOpened _ -> Words.of("History.openedByStudent");
            case Edit.LogLetter letter -> Words.of("History.letter", letter.letter().subject());
            case Edit.StrikeLetter _ -> Words.of("History.letterStruck");
            case Edit.ReceiveAnswer _ -> Words.of("History.answer");
            case Edit.Reply reply -> Words.of("History.reply", MarkWords.shortened(reply.words()));
            case Edit.Enrol enrol ->
                Words.of("History.enrolled", now.submission(enrol.student().key()).student().name());
            case Edit.CoverNames cover -> Words.of("History.covered", cover.who().size());
            case Edit.UncoverNames uncover -> uncover.reason().isBlank()
                    ? Words.of("History.uncovered", uncover.who().size())
                    : Words.of("History.uncoveredBecause", uncover.who().size(), MarkWords.shortened(uncover.reason()));
            case Edit.DrawStrips _ -> Words.of("History.strips");
            case Edit.ChangeTask _ -> Words.of("History.task");
            case Edit.ChangeAids _ -> Words.of("History.aids");
            case Edit.KeepPhrase keep -> Words.of("History.phraseKept", MarkWords.shortened(keep.phrase().words()));
            case Edit.RemovePhrase _ -> Words.of("History.phraseRemoved");
            case Edit.Together(List<Edit> edits) -> edits.size() == 1
                    ? of(edits.getFirst(), item, now)
                    : Words.of("History.together", of(edits.getFirst(), item, now), edits.size() - 1);
        };
    }

    private static String scored(Batch now, String criterion, Optional<String> given) {
        String name = criterion(now, criterion).name();
        return given.map(g -> Words.of("History.scored", name, g)).orElse(Words.of("History.scoreTaken", name));
    }

    private static String judged(Batch now, Edit.Judge judge) {
        Judgement judgement = judge.judgement();
        Optional<String> level = criterion(now, judge.criterion()).manner() instanceof Manner.Levels levels
                ? levels.find(judgement.level()).map(l -> "  " + l.name())
                : Optional.empty();
        return scored(now, judge.criterion(), judgement.points()
                .map(p -> Criterion.words(p) + level.orElse(""))
                .or(() -> judgement.standing().map(Standing::words)));
    }

    /** The criterion, or one called "?" where the scheme has it no more. */
    private static Criterion criterion(Batch now, String id) {
        return now.scheme().findCriterion(id).orElse(new Criterion(id, "?", "", BigDecimal.ONE, BigDecimal.ONE));
    }

    private static String changed(Mark mark, Chronicle.Item item) {
        Optional<Mark> before = item.before().flatMap(s -> s.findMark(mark.id()));
        boolean words = before.filter(b -> !b.remark().words().equals(mark.remark().words())).isPresent();
        if (words) {
            return Words.of("History.wrote", MarkWords.shortened(mark.remark().words()), mark.page().number());
        }
        return Words.of("History.changed", MarkWords.of(mark), mark.page().number());
    }
}
