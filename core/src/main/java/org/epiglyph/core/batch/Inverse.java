package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Standing;

/**
 * The edits that take others back.
 *
 * @param batch the batch before the edit
 */
record Inverse(Batch batch) {
    Edit of(Edit edit) {
        return switch (edit) {
            case Edit.PlaceMark(StudentKey student, Mark mark, int _) -> new Edit.RemoveMark(student, mark.id());
            case Edit.ChangeMark(StudentKey student, Mark mark) ->
                new Edit.ChangeMark(student, mark(student, mark.id()));
            case Edit.RemoveMark(StudentKey student, String id) ->
                new Edit.PlaceMark(student, mark(student, id),
                        batch.existing(student).marks().indexOf(mark(student, id)));
            case Edit.SetScore(StudentKey student, String criterion, Optional<BigDecimal> _) ->
                asItIs(student, criterion);
            case Edit.SetStanding(StudentKey student, String criterion, Optional<Standing> _) ->
                asItIs(student, criterion);
            case Edit.Judge(StudentKey student, String criterion, Judgement _) -> asItIs(student, criterion);
            case Edit.WriteOnCriterion(StudentKey student, String criterion, String _) ->
                new Edit.WriteOnCriterion(student, criterion, batch.existing(student).scores().words(criterion));
            case Edit.Moderate(StudentKey student, Optional<Moderation> _) ->
                new Edit.Moderate(student, batch.existing(student).scores().moderation());
            case Edit.ChangeScheme(MarkScheme _, List<Edit.Rescore> rescores, Map<StudentKey, Instant> _) ->
                new Edit.ChangeScheme(batch.scheme(), rescores.reversed().stream().map(Edit.Rescore::back).toList(),
                        recordHas());
            case Edit.Reword reword -> new Edit.Reword(
                    reword.rewordings().reversed().stream().map(Edit.Rewording::back).toList(),
                    reword.respoken().reversed().stream().map(Edit.Respoken::back).toList(),
                    reword.rescores().reversed().stream().map(Edit.Rescore::back).toList(), recordHas());
            case Edit.ArrangePhrases(List<Edit.PhraseChange> changes, List<Collection> _, List<String> _) ->
                new Edit.ArrangePhrases(changes.reversed().stream().map(Edit.PhraseChange::back).toList(),
                        batch.phrasebook().collections(),
                        batch.phrasebook().phrases().stream().map(Phrase::id).toList());
            case Edit.WriteOnTheWhole(StudentKey student, String _) ->
                new Edit.WriteOnTheWhole(student, batch.existing(student).onTheWhole());
            case Edit.WritePrivately(StudentKey student, String _) ->
                new Edit.WritePrivately(student, batch.existing(student).privately());
            case Edit.Seal(StudentKey student) -> new Edit.OpenAgain(student);
            case Edit.OpenAgain(StudentKey student) -> resealed(student);
            case Edit.SeePage see -> see;
            case Edit.RecordReceipt(StudentKey student, Optional<Receipt> receipt) -> new Edit.RecordReceipt(student,
                    batch.existing(student)
                            .receipts()
                            .stream()
                            .filter(r -> receipt.isEmpty() || r.isOfOneDestination(receipt.get()))
                            .reduce((_, newest) -> newest));
            case Edit.ReceiveHandIn _,Edit.MakePages _,Edit.Enrol _ -> edit; // facts are not taken back
            case Edit.LetCount(StudentKey student, Optional<Integer> _) ->
                new Edit.LetCount(student, batch.existing(student).counting());
            case Edit.AttachFile(StudentKey student, Attached attached) ->
                new Edit.DetachFile(student, attached.document().id());
            case Edit.DetachFile(StudentKey student, String document) -> new Edit.AttachFile(student,
                    batch.existing(student)
                            .attached()
                            .stream()
                            .filter(a -> a.document().id().equals(document))
                            .findFirst()
                            .orElseThrow(() -> new EditRefused("That document is no longer attached.")));
            case Edit.OrderMark(StudentKey student, String mark, int _) ->
                new Edit.OrderMark(student, mark, batch.existing(student).marks().indexOf(mark(student, mark)));
            case Edit.TurnPage(StudentKey student, PageRef page, int _) ->
                new Edit.TurnPage(student, page, batch.existing(student).turn(page));
            case Edit.BringBack(StudentKey student, List<Mark> _, Scorecard _, String _, String _) ->
                new Edit.BringBack(student, batch.existing(student).marks(), batch.existing(student).scores(),
                        batch.existing(student).onTheWhole(), batch.existing(student).privately());
            case Edit.ChangeAids _ -> new Edit.ChangeAids(batch.aids());
            case Edit.ChangeTask _ -> new Edit.ChangeTask(batch.task());
            case Edit.KeepPhrase(Phrase phrase) ->
                batch.phrasebook()
                        .find(phrase.id())
                        .<Edit>map(Edit.KeepPhrase::new)
                        .orElse(new Edit.RemovePhrase(phrase.id()));
            case Edit.RemovePhrase(String id) -> new Edit.KeepPhrase(
                    batch.phrasebook().find(id).orElseThrow(() -> new EditRefused("That phrase is no longer there.")));
            case Edit.Together(List<Edit> edits) -> {
                List<Edit> back = new ArrayList<>();
                Batch then = batch;
                for (Edit part : edits) {
                    back.addFirst(then.inverse(part));
                    then = then.apply(part);
                }
                yield new Edit.Together(back);
            }
        };
    }

    /** The edit that settles a criterion as it is settled now. */
    private Edit asItIs(StudentKey student, String criterion) {
        return new Edit.Judge(student, criterion, batch.existing(student).scores().judgement(criterion));
    }

    /** Where the record had the work as it is, taking that back brings both again: what was handed back has not changed. */
    private Edit resealed(StudentKey student) {
        Submission submission = batch.existing(student);
        Edit seal = new Edit.Seal(student);
        return submission.receipt().isEmpty() || !submission.handedBack()
                ? seal
                : new Edit.Together(List.of(seal, new Edit.RecordReceipt(student, submission.receipt())));
    }

    private Map<StudentKey, Instant> recordHas() {
        return batch.submissions()
                .stream()
                .filter(s -> s.handedBack() && s.receipt().isPresent())
                .collect(Collectors.toMap(s -> s.student().key(), s -> s.receipt().get().at()));
    }

    private Mark mark(StudentKey student, String id) {
        return Batch.found(batch.existing(student), id);
    }
}
