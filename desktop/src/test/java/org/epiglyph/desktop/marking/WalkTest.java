package org.epiglyph.desktop.marking;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** Going from student to student: along the roll, along a list, and to those who meet a condition. */
class WalkTest extends AtBareDesk {
    private static final StudentKey FIRST = new StudentKey("K-1");
    private static final StudentKey SECOND = BareBatch.SECOND;
    private static final StudentKey THIRD = new StudentKey("K-3");

    private void score(StudentKey student) {
        workspace.edit(new Edit.SetScore(student, "c1", Optional.of(BigDecimal.ONE)));
        workspace.edit(new Edit.Seal(student));
    }

    private static Walk.Followed list(StudentKey... students) {
        return new Walk.Followed("a list", List.of(students));
    }

    @Test
    void followsAListInItsOrderAndStopsAtItsEnds() {
        desk.walk().follow(list(THIRD, FIRST));
        assertThat(desk.student()).as("the one on the desk is not on it").isEqualTo(THIRD);
        desk.walk().step(1);
        assertThat(desk.student()).isEqualTo(FIRST);
        desk.walk().step(1);
        assertThat(desk.student()).isEqualTo(FIRST);
        desk.walk().step(-5);
        assertThat(desk.student()).isEqualTo(THIRD);
        desk.walk().leaveList();
        desk.walk().step(-1);
        assertThat(desk.student()).as("the roll again").isEqualTo(SECOND);
    }

    @Test
    void keepsAListedStudentAndIgnoresAnEmptyList() {
        desk.open(FIRST);
        desk.walk().follow(list(THIRD, FIRST));
        assertThat(desk.student()).isEqualTo(FIRST);
        desk.walk().follow(list());
        assertThat(desk.walk().followedProperty().get().orElseThrow().students()).hasSize(2);
    }

    @Test
    void joinsTheListAtItsNearerEnd() {
        desk.walk().follow(list(FIRST, THIRD));
        desk.open(SECOND);
        desk.walk().step(-1);
        assertThat(desk.student()).isEqualTo(THIRD);
        desk.open(SECOND);
        desk.walk().step(1);
        assertThat(desk.student()).isEqualTo(FIRST);
    }

    @Test
    void searchesForTheNextUnmarkedWithinTheListWrappingAround() {
        desk.open(THIRD);
        desk.walk().toNextUnmarked();
        assertThat(desk.student()).as("nobody is asked for what was not received").isEqualTo(SECOND);
        score(SECOND);
        desk.open(THIRD);
        desk.walk().toNextUnmarked();
        assertThat(desk.student()).isEqualTo(THIRD);
        assertThat(desk.noticeProperty().get()).isNotBlank();
        desk.walk().follow(list(FIRST, SECOND));
        assertThat(desk.walk().nextUnmarked()).as("the third is not on the list").isEmpty();
    }

    @Test
    void visitsStudentsWithFindingsAndThoseWaiting() {
        desk.open(FIRST);
        desk.progress().lookAgain(Set.of(THIRD), workspace.batch());
        desk.walk().toNextLookAgain();
        assertThat(desk.student()).isEqualTo(THIRD);
        desk.walk().toNextLookAgain();
        assertThat(desk.student()).as("there is no other").isEqualTo(THIRD);
        workspace.edit(new Edit.ReceiveAnswer(SECOND,
                new Answer("a1", Optional.empty(), "But why?", Instant.EPOCH, "", false)));
        desk.walk().toNextAnswer();
        assertThat(desk.student()).isEqualTo(SECOND);
    }

    @Test
    void predictsTheNextStudentsNearestFirst() {
        desk.open(FIRST);
        assertThat(desk.walk().mayComeNext()).extracting((Submission s) -> s.student().key()).containsExactly(SECOND);
        desk.open(SECOND);
        assertThat(desk.walk().mayComeNext()).extracting((Submission s) -> s.student().key())
                .containsExactly(THIRD, FIRST);
        desk.open(THIRD);
        assertThat(desk.walk().mayComeNext()).extracting((Submission s) -> s.student().key()).containsExactly(SECOND);
    }
}
