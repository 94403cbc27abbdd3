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
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.MarkText;

/** Descriptions of edits. */
final class EditText {
    private EditText() {}

    static String of(Chronicle.Item item, Batch now) {
        return of(item.edit(), item, now);
    }

    private static String of(Edit edit, Chronicle.Item item, Batch now) {
        return switch (edit) {
            case Edit.PlaceMark place ->
                UiText.of("History.placed", MarkText.of(place.mark()), place.mark().page().number());
            case Edit.ChangeMark change -> changed(change.mark(), item);
            case Edit.RemoveMark remove -> item.before()
                    .flatMap(s -> s.findMark(remove.mark()))
                    .map(m -> UiText.of("History.removed", MarkText.of(m), m.page().number()))
                    .orElse(UiText.of("History.removedMark"));
            case Edit.OrderMark _ -> UiText.of("History.ordered");
            case Edit.SetScore score -> scored(now, score.criterion(), score.score().map(Criterion::format));
            case Edit.SetStanding standing ->
                scored(now, standing.criterion(), standing.standing().map(Standing::label));
            case Edit.Judge judge -> judged(now, judge);
            case Edit.WriteOnCriterion words ->
                UiText.of("History.onCriterion", criterion(now, words.criterion()).name(),
                        MarkText.shortened(words.text()));
            case Edit.Moderate moderate -> moderate.moderation()
                    .map(m -> UiText.of("History.moderated", Criterion.format(m.points())))
                    .orElse(UiText.of("History.moderationTaken"));
            case Edit.SetLateness late -> late.lateness()
                    .map(l -> UiText.of("History.lateness", Criterion.format(l.percent())))
                    .orElse(UiText.of("History.latenessTaken"));
            case Edit.AssignMarker assign -> assign.marker().isEmpty()
                    ? UiText.of("History.markerTaken")
                    : UiText.of("History.marker", assign.marker());
            case Edit.KeepSpoken(var _, SpokenRemark remark) -> remark.text().isEmpty()
                    ? UiText.of("History.spokenAlone", remark.heard().format())
                    : UiText.of("History.spoken", remark.heard().format(), MarkText.shortened(remark.text()));
            case Edit.RemoveSpoken _ -> UiText.of("History.spokenRemoved");
            case Edit.ChangeScheme change -> UiText.of("History.scheme", change.rescores().size());
            case Edit.ArrangePhrases _ -> UiText.of("History.phrases");
            case Edit.Reword reword -> UiText.of("History.reworded",
                    reword.rewordings().size() + reword.respoken().size());
            case Edit.WriteOnTheWhole words -> UiText.of("History.onTheWhole", MarkText.shortened(words.text()));
            case Edit.WritePrivately _ -> UiText.of("History.privately");
            case Edit.Seal _ -> UiText.of("History.sealed");
            case Edit.OpenAgain _ -> UiText.of("History.opened");
            case Edit.SeePage see -> UiText.of("History.seen", see.page().number());
            case Edit.RecordReceipt _ -> UiText.of("History.receipt");
            case Edit.ReceiveHandIn in -> UiText.of("History.handIn", in.handIn().number());
            case Edit.MakePages _ -> UiText.of("History.pages");
            case Edit.LetCount count -> count.handIn()
                    .map(n -> UiText.of("History.counts", n))
                    .orElse(UiText.of("History.countsNewest"));
            case Edit.AttachFile attach -> UiText.of("History.attached", attach.attached().document().name());
            case Edit.DetachFile _ -> UiText.of("History.detached");
            case Edit.TurnPage turn -> UiText.of("History.turned", turn.page().number());
            case Edit.BringBack _ -> UiText.of("History.broughtBack");
            case Edit.AcceptFinding accept -> accept.acceptance().reason().isBlank()
                    ? UiText.of("History.accepted")
                    : UiText.of("History.acceptedBecause", MarkText.shortened(accept.acceptance().reason()));
            case Edit.WithdrawAcceptance _ -> UiText.of("History.acceptanceWithdrawn");
            case Edit.Enclose enclose -> UiText.of("History.enclosed", enclose.document().name());
            case Edit.RemoveEnclosure _ -> UiText.of("History.enclosureRemoved");
            case Edit.LearnAddress _ -> UiText.of("History.address");
            case Edit.LearnOpened _ -> UiText.of("History.openedByStudent");
            case Edit.LogLetter letter -> UiText.of("History.letter", letter.letter().subject());
            case Edit.StrikeLetter _ -> UiText.of("History.letterStruck");
            case Edit.ReceiveAnswer _ -> UiText.of("History.answer");
            case Edit.Reply reply -> UiText.of("History.reply", MarkText.shortened(reply.text()));
            case Edit.Enrol enrol ->
                UiText.of("History.enrolled", now.submission(enrol.student().key()).student().name());
            case Edit.CoverNames cover -> UiText.of("History.covered", cover.who().size());
            case Edit.UncoverNames uncover -> uncover.reason().isBlank()
                    ? UiText.of("History.uncovered", uncover.who().size())
                    : UiText.of("History.uncoveredBecause", uncover.who().size(), MarkText.shortened(uncover.reason()));
            case Edit.DrawStrips _ -> UiText.of("History.strips");
            case Edit.ChangeTask _ -> UiText.of("History.task");
            case Edit.ChangeAids _ -> UiText.of("History.aids");
            case Edit.KeepPhrase keep -> UiText.of("History.phraseKept", MarkText.shortened(keep.phrase().text()));
            case Edit.RemovePhrase _ -> UiText.of("History.phraseRemoved");
            case Edit.Together(List<Edit> edits) -> edits.size() == 1
                    ? of(edits.getFirst(), item, now)
                    : UiText.of("History.together", of(edits.getFirst(), item, now), edits.size() - 1);
        };
    }

    private static String scored(Batch now, String criterion, Optional<String> given) {
        String name = criterion(now, criterion).name();
        return given.map(g -> UiText.of("History.scored", name, g)).orElse(UiText.of("History.scoreTaken", name));
    }

    private static String judged(Batch now, Edit.Judge judge) {
        Judgement judgement = judge.judgement();
        Optional<String> level = criterion(now, judge.criterion()).manner() instanceof Manner.Levels levels
                ? levels.find(judgement.level()).map(l -> "  " + l.name())
                : Optional.empty();
        return scored(now, judge.criterion(), judgement.points()
                .map(p -> Criterion.format(p) + level.orElse(""))
                .or(() -> judgement.standing().map(Standing::label)));
    }

    /** The criterion, or one named "?" if it is no longer in the scheme. */
    private static Criterion criterion(Batch now, String id) {
        return now.scheme().findCriterion(id).orElse(new Criterion(id, "?", "", BigDecimal.ONE, BigDecimal.ONE));
    }

    private static String changed(Mark mark, Chronicle.Item item) {
        Optional<Mark> before = item.before().flatMap(s -> s.findMark(mark.id()));
        boolean words = before.filter(b -> !b.remark().text().equals(mark.remark().text())).isPresent();
        if (words) {
            return UiText.of("History.wrote", MarkText.shortened(mark.remark().text()), mark.page().number());
        }
        return UiText.of("History.changed", MarkText.of(mark), mark.page().number());
    }
}
