package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doNothing;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoMoreInteractions;
import static org.mockito.Mockito.when;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Correspondence;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.Allowance;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.StudentAnswer;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Answers, replies and allowances are exchanged together with the results, also with a service that lacks abilities or
 * fails in between.
 */
class BesideTheResultTest {
    private static final StudentKey FREYA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    private static final StudentKey STRANGER = new StudentKey("K-9");
    private static final Instant LATER = Instant.parse("2026-03-27T18:00:00Z");
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    private static final String TASK = "t";
    @TempDir
    private Path folder;
    private Workspace workspace;
    private final RecordClient client = mock(RecordClient.class);

    @BeforeEach
    void make() throws Exception {
        Path batch = folder.resolve("batch");
        try (NewBatch made = NewBatch.at(batch)) {
            made.add(new Student(FREYA, "Freya", "Example", ""), List.of());
            made.add(new Student(BAO, "Bao", "Example", ""), List.of());
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.TEN, BigDecimal.ONE),
                            new Criterion("c2", "Units", "", BigDecimal.ONE, BigDecimal.ONE))),
                    Phrasebook.EMPTY);
        }
        workspace = Workspace.open(batch, CLOCK);
        when(client.abilities()).thenReturn(Set.of(Ability.values()));
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private static StudentAnswer answer(StudentKey student, String id, String text, String reply) {
        return new StudentAnswer(student,
                new Answer(id, Optional.empty(), text, CLOCK.instant(), reply, !reply.isEmpty()));
    }

    private AnswerExchange.Came exchange(StudentAnswer... there) throws Problem {
        when(client.answers(TASK)).thenReturn(List.of(there));
        return new AnswerExchange(workspace, client, TASK).run(Progress.NONE);
    }

    private Correspondence of(StudentKey student) {
        return workspace.batch().submission(student).correspondence();
    }

    @Test
    void doesNotAskAServiceThatHasNoAnswers() throws Exception {
        when(client.abilities()).thenReturn(Set.of());
        assertThat(new AnswerExchange(workspace, client, TASK).run(Progress.NONE))
                .isEqualTo(AnswerExchange.Came.NOTHING);
        verify(client).abilities();
        verifyNoMoreInteractions(client);
    }

    @Test
    void countsEachAnswerOnceAndIgnoresUnknownStudents() throws Exception {
        StudentAnswer[] there = {answer(FREYA, "a1", "Why?", ""), answer(BAO, "a2", "Thanks", ""),
                answer(STRANGER, "a3", "Me too", "")};
        assertThat(exchange(there)).isEqualTo(new AnswerExchange.Came(2, 0, List.of()));
        long lines = workspace.lines().size();
        assertThat(exchange(there)).isEqualTo(AnswerExchange.Came.NOTHING);
        assertThat(workspace.lines()).as("what is known already is no change").hasSize((int) lines);
        there[0] = answer(FREYA, "a1", "Why is that?", "");
        assertThat(exchange(there)).as("another state is no new answer").isEqualTo(AnswerExchange.Came.NOTHING);
        assertThat(of(FREYA).find("a1").orElseThrow().text()).isEqualTo("Why is that?");
        verify(client, never()).reply(any(), any(), any());
    }

    @Test
    void sendsAReplyOnceAndKeepsItWhileTheServiceFails() throws Exception {
        StudentAnswer[] there = {answer(FREYA, "a1", "Why?", ""), answer(BAO, "a2", "Thanks", "")};
        exchange(there);
        workspace.edit(new Edit.Reply(FREYA, "a1", "Because."));
        workspace.edit(new Edit.Reply(BAO, "a2", "You are welcome."));
        doThrow(new Problem(Message.literal("The network is gone."))).when(client)
                .reply(TASK, "a2", "You are welcome.");
        assertThatThrownBy(() -> exchange(there)).hasMessage("The network is gone.");
        assertThat(of(FREYA).find("a1").orElseThrow().replied()).as("what went before stays").isTrue();
        assertThat(of(BAO).find("a2").orElseThrow().replied()).isFalse();
        assertThat(of(BAO).find("a2").orElseThrow().reply()).isEqualTo("You are welcome.");
        doNothing().when(client).reply(TASK, "a2", "You are welcome.");
        assertThat(exchange(answer(FREYA, "a1", "Why?", "Because."), there[1]))
                .isEqualTo(new AnswerExchange.Came(0, 1, List.of()));
        verify(client).reply(TASK, "a1", "Because.");
        assertThat(exchange(answer(FREYA, "a1", "Why?", "Because."), answer(BAO, "a2", "Thanks", "You are welcome.")))
                .isEqualTo(AnswerExchange.Came.NOTHING);
    }

    @Test
    void doesNotReplaceSomebodyElsesReply() throws Exception {
        exchange(answer(FREYA, "a1", "Why?", ""));
        workspace.edit(new Edit.Reply(FREYA, "a1", "Because."));
        assertThat(exchange(answer(FREYA, "a1", "Why?", "Ask in class.")))
                .isEqualTo(new AnswerExchange.Came(0, 0, List.of(FREYA)));
        verify(client, never()).reply(any(), any(), any());
        assertThat(of(FREYA).find("a1").orElseThrow().reply()).as("the marker's own words stay here")
                .isEqualTo("Because.");
        assertThat(exchange(answer(FREYA, "a1", "Why?", "Because."))).as("it says the same")
                .isEqualTo(new AnswerExchange.Came(0, 1, List.of()));
    }

    private List<String> allow(Allowing.Wish wish, StudentKey... students) throws Problem {
        return Allowing.run(workspace, client, TASK, List.of(students), wish, Progress.NONE);
    }

    private static Allowing.Wish excused(boolean excused) {
        return new Allowing.Wish(false, Optional.empty(), Optional.of(excused), Optional.empty());
    }

    @Test
    void aRefusedExtensionDoesNotStopTheOthers() throws Exception {
        when(client.allowed(any(), any())).thenReturn(new Allowance(false, Optional.empty(), 2));
        doThrow(new Problem(Message.literal("It knows no such student."))).when(client)
                .allow(eq(TASK), eq(FREYA), any());
        Allowing.Wish time = new Allowing.Wish(true, Optional.of(LATER), Optional.empty(), Optional.empty());
        assertThat(allow(time, FREYA, BAO)).containsExactly("Freya Example: It knows no such student.");
        verify(client).allow(TASK, BAO, new Allowance(false, Optional.of(LATER), 2));
        assertThat(Allowing.of(workspace.batch(), FREYA).extendedTo()).as("the batch has it").contains(LATER);
        assertThat(Allowing.edit(workspace.batch(), List.of(FREYA, BAO), time)).as("there is nothing to change")
                .isEmpty();
        Allowing.Wish times = new Allowing.Wish(false, Optional.empty(), Optional.empty(), Optional.of(5));
        assertThat(allow(times, BAO)).isEmpty();
        verify(client).allow(TASK, BAO, new Allowance(false, Optional.of(LATER), 5));
        Allowing.Wish asOthers = new Allowing.Wish(true, Optional.empty(), Optional.empty(), Optional.empty());
        assertThat(allow(asOthers, BAO)).isEmpty();
        assertThat(Allowing.of(workspace.batch(), BAO).extendedTo()).isEmpty();
        assertThat(Allowing.of(workspace.batch(), FREYA).extendedTo()).contains(LATER);
    }

    @Test
    void excusingKeepsEarlierExcusesAndWithdrawingKeepsScores() throws Exception {
        when(client.allowed(any(), any())).thenReturn(Allowance.NONE);
        workspace.edit(new Edit.SetStanding(FREYA, "c1", Optional.of(Standing.EXCUSED)));
        assertThat(Allowing.edit(workspace.batch(), List.of(FREYA), excused(true)).orElseThrow())
                .isEqualTo(
                        new Edit.Together(List.of(new Edit.SetStanding(FREYA, "c2", Optional.of(Standing.EXCUSED)))));
        allow(excused(true), FREYA);
        assertThat(Allowing.of(workspace.batch(), FREYA).excused()).isTrue();
        verify(client).allow(TASK, FREYA, new Allowance(true, Optional.empty(), 0));
        allow(excused(false), FREYA, BAO);
        assertThat(Allowing.of(workspace.batch(), FREYA).excused()).isFalse();
        assertThat(workspace.batch().submission(FREYA).scores().isEmpty()).isTrue();
        assertThat(workspace.batch().submission(BAO).scores().isEmpty()).isTrue();
    }
}
