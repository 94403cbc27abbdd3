package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** The shelf's summary of a class in which everybody is in a different state. */
class SummaryFiguresTest {
    private static final Instant DUE = Instant.parse("2026-03-13T18:00:00Z");
    private static final List<StudentKey> KEYS = List.of(new StudentKey("none"), new StudentKey("untouched"),
            new StudentKey("begun"), new StudentKey("scored"), new StudentKey("sealed"), new StudentKey("back"),
            new StudentKey("newer"));

    private static HandIn handIn(String student, int number, int pages) {
        return new HandIn(number, Optional.empty(), "", List.of(new Document(student + number, "w.pdf", "00", 1,
                new Pages.Ready(pages, ""), "")));
    }

    private static Batch batch() {
        List<Submission> all = new ArrayList<>();
        for (StudentKey key : KEYS) {
            all.add(Submission.untouched(new Student(key, "Ada", "Lind", ""), key.value().equals("none")
                    ? List.of()
                    : List.of(handIn(key.value(), 1, key.value().equals("begun") ? 5 : 2))));
        }
        Batch batch = Batch.collected(
                new Task("", "Passages", "Tides", "", Optional.of(DUE), ZoneId.of("UTC"), BigDecimal.TEN),
                new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.TEN, BigDecimal.ONE),
                        new Criterion("c2", "Units", "", BigDecimal.TEN, BigDecimal.ONE))),
                Phrasebook.EMPTY, all);
        batch = score(batch, KEYS.get(2), "c1");
        for (StudentKey key : KEYS.subList(3, 6)) {
            batch = score(score(batch, key, "c1"), key, "c2");
        }
        for (StudentKey key : KEYS.subList(4, 6)) {
            batch = batch.apply(new Edit.Seal(key));
        }
        batch = batch.apply(new Edit.RecordReceipt(KEYS.get(5),
                Optional.of(new Receipt("r", DUE, "digest", "tag"))));
        batch = batch.apply(new Edit.WritePrivately(KEYS.get(6), "see page 2"));
        return batch.apply(new Edit.ReceiveHandIn(KEYS.get(6), handIn("newer", 2, 9)));
    }

    private static Batch score(Batch batch, StudentKey student, String criterion) {
        return batch.apply(new Edit.SetScore(student, criterion, Optional.of(BigDecimal.ONE)));
    }

    @Test
    void countsEveryStudentInTheirStage() {
        Batch batch = batch();
        Summary summary = Summary.of(batch, List.of());
        int current = batch.submission(KEYS.get(6)).pages().size();
        boolean newer = batch.submission(KEYS.get(6)).hasNewer();
        assertThat(summary).isEqualTo(new Summary("Tides", "Passages", Optional.of(DUE), 7, 6, 3, 2, 1, 3,
                2 + 5 + current, newer ? 1 : 0, Optional.empty(), summary.edge()));
        assertThat(summary.held()).isEqualTo(1);
        assertThat(summary.notches()).extracting(Summary.Notch::stage)
                .containsExactly(Stage.NOTHING_RECEIVED, Stage.UNTOUCHED, Stage.BEGUN, Stage.SCORED, Stage.SEALED,
                        Stage.HANDED_BACK, Stage.BEGUN);
        assertThat(summary.notches()).extracting(Summary.Notch::level)
                .containsExactly(0.0, 0.0, 5 / 9.0, 1.0, 1.0, 1.0, 0.0); // a half is written as 5 of 9
    }

    @Test
    void countsAnEarlierHandInChosenAsNewer() {
        Batch batch = batch();
        StudentKey student = KEYS.get(6);
        Batch first = batch.apply(new Edit.LetCount(student, Optional.of(1)));
        assertThat(Summary.of(first, List.of()).newer()).isEqualTo(1);
        assertThat(Summary.of(first, List.of()).pagesLeft()).isEqualTo(2 + 5 + 2);
        Batch second = batch.apply(new Edit.LetCount(student, Optional.of(2)));
        assertThat(Summary.of(second, List.of()).newer()).isZero();
        assertThat(Summary.of(second, List.of()).pagesLeft()).isEqualTo(2 + 5 + 9);
    }

    @Test
    void estimatesRemainingTimeFromTheMarkersPace() {
        Summary summary = Summary.of(batch(), List.of());
        assertThat(summary.timeLeft()).isEmpty();
        assertThat(summary.withPace(Optional.of(Duration.ofMinutes(10))).timeLeft()).hasValue(Duration.ofMinutes(30));
        Summary done = new Summary("", "", Optional.empty(), 1, 1, 1, 1, 1, 0, 0, 0,
                Optional.of(Duration.ofMinutes(10)), "59");
        assertThat(done.timeLeft()).isEmpty();
        assertThat(done.isWhole()).isTrue();
        for (String edge : List.of("5", "69", "x9", "5x")) {
            assertThat(new Summary("", "", Optional.empty(), 1, 1, 1, 1, 1, 0, 0, 0, Optional.empty(), edge).isWhole())
                    .as(edge)
                    .isFalse();
        }
    }
}
