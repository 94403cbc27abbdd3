package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Scorecard;

/**
 * What an edit of the whole batch does, next to its inverse.
 *
 * @param apply   the batch after the edit; throws EditRefused if it is not allowed
 * @param inverse the edit that undoes it, computed from the batch before it
 */
record BatchChange(UnaryOperator<Batch> apply, Function<Batch, Edit> inverse) {
    static BatchChange of(Edit.OfBatch edit) {
        return switch (edit) {
            case Edit.ChangeScheme e -> changeScheme(e);
            case Edit.Reword e -> reword(e);
            case Edit.ArrangePhrases e -> arrange(e);
            case Edit.KeepPhrase e -> keep(e);
            case Edit.RemovePhrase e -> remove(e);
            case Edit.ChangeAids e -> new BatchChange(b -> b.with(e.aids()), b -> new Edit.ChangeAids(b.aids()));
            case Edit.ChangeTask e -> new BatchChange(b -> retimed(b, e), b -> new Edit.ChangeTask(b.task()));
            case Edit.Enrol e -> new BatchChange(b -> joined(b, e), _ -> e); // a fact is not undone
            case Edit.CoverNames e -> cover(e);
            case Edit.UncoverNames e -> uncover(e);
            case Edit.DrawStrips e -> new BatchChange(b -> b.with(b.covers().withStrips(e.strips()), b.table()),
                    b -> new Edit.DrawStrips(b.covers().strips()));
            case Edit.Together e -> combined(e);
        };
    }

    // --- the scheme and the task

    /** Changes sealed work too; whoever plans the change must say so. */
    private static BatchChange changeScheme(Edit.ChangeScheme e) {
        return new BatchChange(before -> {
            Batch after = before.with(rescored(before.table(), e.rescores())).with(e.scheme());
            return after.with(after.table()
                    .withAll(s -> s.withHandedBack(recordHas(e.recordHas(), s)
                            || s.handedBack() && !moves(before, after, s))));
        }, before -> new Edit.ChangeScheme(before.scheme(),
                e.rescores().reversed().stream().map(Edit.Rescore::back).toList(), recordHas(before)));
    }

    /** Work whose result changes with the due time or the maximum is no longer what was handed back. */
    private static Batch retimed(Batch before, Edit.ChangeTask e) {
        Batch after = before.with(e.task());
        return after.with(after.table()
                .withAll(s -> s.handedBack() && moves(before, after, s) ? s.withHandedBack(false) : s));
    }

    private static boolean moves(Batch before, Batch after, Submission submission) {
        StudentKey student = submission.student().key();
        return !before.result(student).derivation().equals(after.result(student).derivation());
    }

    /** A judgement that has changed since the plan was made is left alone. */
    private static Submissions rescored(Submissions all, List<Edit.Rescore> rescores) {
        Submissions changed = all;
        for (Edit.Rescore rescore : rescores) {
            changed = changed.with(rescore.student(), s -> {
                Scorecard scores = s.scores();
                return scores.judgement(rescore.criterion()).equals(rescore.from())
                        ? s.withScores(scores.with(rescore.criterion(), rescore.to()))
                        : s;
            });
        }
        return changed;
    }

    private static Batch joined(Batch batch, Edit.Enrol e) {
        if (batch.position(e.student().key()) >= 0) {
            throw new EditRefused(Message.of(BatchChange.class, "keyTaken", e.student().key()));
        }
        Batch joined = batch.with(batch.table().joinedBy(Submission.untouched(e.student(), List.of())));
        return batch.covers().isNone()
                ? joined
                : joined.with(batch.covers().joinedBy(e.student().key()), joined.table());
    }

    // --- covered names

    private static BatchChange cover(Edit.CoverNames e) {
        return new BatchChange(before -> {
            Covers covers = new Covers(before.covers().isNone() ? before.students() : before.covers().roster(),
                    e.scripts(), before.covers().strips());
            if (!covers.numbers().keySet().containsAll(who(before, e.who(), false))) {
                throw new EditRefused(Message.of(BatchChange.class, "noNumberToCover"));
            }
            return before.with(covers, before.table().covered(covers, e.who()));
        }, before -> new Edit.UncoverNames(who(before, e.who(), false), ""));
    }

    private static BatchChange uncover(Edit.UncoverNames e) {
        return new BatchChange(before -> before.isCovered()
                ? before.with(before.covers(), before.table().uncovered(before.covers(), e.who()))
                : before, before -> new Edit.CoverNames(before.covers().scripts(), who(before, e.who(), true)));
    }

    /** The students among these whose names are covered, or are not. */
    private static Set<StudentKey> who(Batch batch, Set<StudentKey> among, boolean covered) {
        return batch.submissions()
                .stream()
                .filter(s -> s.student().isCovered() == covered)
                .map(s -> s.student().key())
                .filter(among::contains)
                .collect(Collectors.toSet());
    }

    // --- what the record has

    private static boolean recordHas(Map<StudentKey, Instant> then, Submission submission) {
        return submission.sealed()
                && submission.receipts().stream().anyMatch(r -> r.at().equals(then.get(submission.student().key())));
    }

    private static Map<StudentKey, Instant> recordHas(Batch batch) {
        return batch.submissions()
                .stream()
                .filter(s -> s.handedBack() && s.receipt().isPresent())
                .collect(Collectors.toMap(s -> s.student().key(), s -> s.receipt().get().at()));
    }

    // --- words and phrases

    private static BatchChange reword(Edit.Reword e) {
        return new BatchChange(before -> {
            Submissions changed = rescored(before.table(), e.rescores());
            for (Edit.Rescore rescore : e.rescores()) {
                changed = changed.with(rescore.student(), s -> s.withHandedBack(recordHas(e.recordHas(), s)));
            }
            for (Edit.Rewording rewording : e.rewordings()) {
                changed = changed.with(rewording.student(), s -> reworded(s, rewording, e.recordHas()));
            }
            for (Edit.Respoken respoken : e.respoken()) {
                changed = changed.with(respoken.student(), s -> respoken(s, respoken, e.recordHas()));
            }
            return before.with(changed);
        }, before -> new Edit.Reword(e.rewordings().reversed().stream().map(Edit.Rewording::back).toList(),
                e.respoken().reversed().stream().map(Edit.Respoken::back).toList(),
                e.rescores().reversed().stream().map(Edit.Rescore::back).toList(), recordHas(before)));
    }

    private static Submission reworded(Submission s, Edit.Rewording to, Map<StudentKey, Instant> recordHas) {
        Optional<Mark> mark = s.findMark(to.mark()).filter(m -> m.remark().equals(to.from()));
        return mark.map(m -> s.withMarks(s.stack().exchanged(m.withRemark(to.to())))
                .withHandedBack(recordHas(recordHas, s))).orElse(s);
    }

    private static Submission respoken(Submission s, Edit.Respoken to, Map<StudentKey, Instant> recordHas) {
        if (!spoken(s, to.criterion()).equals(to.from())) {
            return s;
        }
        Submission after = to.criterion().isEmpty()
                ? s.withOnTheWhole(to.to())
                : s.withScores(s.scores().withRemark(to.criterion(), to.to()));
        return after.withHandedBack(recordHas(recordHas, s));
    }

    /** The remark on a criterion; for an empty id, the remark on the whole. */
    static String spoken(Submission submission, String criterion) {
        return criterion.isEmpty() ? submission.onTheWhole() : submission.scores().remark(criterion);
    }

    private static BatchChange arrange(Edit.ArrangePhrases e) {
        return new BatchChange(b -> b.with(arranged(b.phrasebook(), e)),
                b -> new Edit.ArrangePhrases(e.changes().reversed().stream().map(Edit.PhraseChange::back).toList(),
                        b.phrasebook().collections(), b.phrasebook().phrases().stream().map(Phrase::id).toList()));
    }

    private static Phrasebook arranged(Phrasebook before, Edit.ArrangePhrases arrange) {
        Phrasebook book = before;
        for (Edit.PhraseChange change : arrange.changes()) {
            String id = change.from().or(change::to).map(Phrase::id).orElse("");
            if (book.find(id).equals(change.from())) {
                book = change.to().map(book::with).orElse(book.without(id));
            }
        }
        return book.withCollections(arrange.collections()).ordered(arrange.order());
    }

    private static BatchChange keep(Edit.KeepPhrase e) {
        return new BatchChange(b -> b.with(b.phrasebook().with(e.phrase())),
                b -> b.phrasebook()
                        .find(e.phrase().id())
                        .<Edit>map(Edit.KeepPhrase::new)
                        .orElse(new Edit.RemovePhrase(e.phrase().id())));
    }

    private static BatchChange remove(Edit.RemovePhrase e) {
        return new BatchChange(b -> b.with(b.phrasebook().without(e.phrase())),
                b -> new Edit.KeepPhrase(b.phrasebook()
                        .find(e.phrase())
                        .orElseThrow(() -> new EditRefused(Message.of(BatchChange.class, "phraseGone")))));
    }

    // --- several

    private static BatchChange combined(Edit.Together e) {
        return new BatchChange(before -> {
            Batch batch = before;
            for (Edit part : e.edits()) {
                batch = batch.apply(part);
            }
            return batch;
        }, before -> {
            List<Edit> back = new ArrayList<>();
            Batch then = before;
            for (Edit part : e.edits()) {
                back.add(then.inverse(part));
                then = then.apply(part);
            }
            return new Edit.Together(back.reversed());
        });
    }
}
