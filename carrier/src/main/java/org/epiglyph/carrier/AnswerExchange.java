package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.StudentAnswer;
import org.epiglyph.workspace.Workspace;

/** Transfers students' answers from the record into the batch, and the marker's replies into the record. */
public final class AnswerExchange {
    private final Workspace workspace;
    private final RecordClient client;
    private final String task;

    /**
     * The outcome of an exchange.
     *
     * @param came    number of new answers
     * @param replied number of replies that the record has now
     * @param kept    students whose reply was not sent, since somebody else has replied meanwhile
     */
    public record Came(int came, int replied, List<StudentKey> kept) {
        /** Nothing happened. */
        public static final Came NOTHING = new Came(0, 0, List.of());
    }

    public AnswerExchange(Workspace workspace, RecordClient client, String task) {
        this.workspace = workspace;
        this.client = client;
        this.task = task;
    }

    /**
     * Exchanges in both directions; what was sent before a failure stays.
     *
     * @throws Problem if the service fails
     */
    public Came run(Progress progress) throws Problem {
        if (!client.abilities().contains(Ability.ANSWERS)) {
            return Came.NOTHING;
        }
        List<StudentAnswer> there = client.answers(task);
        int came = receive(there);
        return reply(there, came, progress);
    }

    /** @return number of new answers */
    private int receive(List<StudentAnswer> there) {
        int came = 0;
        for (Edit.ReceiveAnswer edit : news(workspace.batch(), there)) {
            boolean isNew = workspace.batch()
                    .submission(edit.student())
                    .correspondence()
                    .find(edit.answer().id())
                    .isEmpty();
            workspace.edit(edit);
            came += isNew ? 1 : 0;
        }
        return came;
    }

    private Came reply(List<StudentAnswer> there, int came, Progress progress) throws Problem {
        int replied = 0;
        List<StudentKey> kept = new ArrayList<>();
        for (Submission submission : workspace.batch().submissions()) {
            for (Answer answer : submission.correspondence().answers()) {
                if (!answer.isWaiting() && !answer.replied()) {
                    progress.at(submission.student().name(), replied, 0);
                    if (isRepliedByAnother(there, answer)) {
                        kept.add(submission.student().key());
                    } else {
                        client.reply(task, answer.id(), answer.reply());
                        workspace.edit(new Edit.ReceiveAnswer(submission.student().key(),
                                answer.replied(answer.reply())));
                        replied++;
                    }
                }
            }
        }
        return new Came(came, replied, kept);
    }

    private static boolean isRepliedByAnother(List<StudentAnswer> there, Answer answer) {
        return there.stream()
                .map(StudentAnswer::answer)
                .anyMatch(a -> a.id().equals(answer.id()) && !a.reply().isEmpty() && !a.reply().equals(answer.reply()));
    }

    /** What is new to a batch; a reply of the marker's that has not been sent yet is kept. */
    static List<Edit.ReceiveAnswer> news(Batch batch, List<StudentAnswer> there) {
        List<Edit.ReceiveAnswer> news = new ArrayList<>();
        for (StudentAnswer one : there) {
            if (batch.position(one.student()) < 0) {
                continue; // a student who is not in the batch is reported when collecting
            }
            Optional<Answer> here = batch.submission(one.student()).correspondence().find(one.answer().id());
            boolean keepsOwn = here.filter(h -> !h.isWaiting() && !h.replied()).isPresent();
            if (!here.equals(Optional.of(one.answer())) && !keepsOwn) {
                news.add(new Edit.ReceiveAnswer(one.student(), one.answer()));
            }
        }
        return news;
    }
}
