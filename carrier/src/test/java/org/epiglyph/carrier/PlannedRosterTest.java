package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.workspace.BatchFolder;
import org.junit.jupiter.api.Test;

/** The class as merged from a record and from what the marker typed. */
class PlannedRosterTest {
    private static final Student ADA = new Student(new StudentKey("K-1"), "Ada", "Example", "A");
    private static final Student BAO = new Student(new StudentKey("K-2"), "Bao", "Example", "A");

    private static List<Student> merged(List<Student> recorded, Student... typed) {
        return PlannedRoster.of(new PlannedRoster.Sources(Optional.empty(), Optional.of(new Roster(recorded)),
                Optional.empty(), List.of(typed)), List.of(), Optional.empty()).roster().students();
    }

    @Test
    void aLaterSourceFillsGapsAndChangesNothing() {
        Student known = ADA.withMail("ada@example.org").withCandidate("C-1");
        Student typed = ADA.withMail("other@example.org").withCandidate("C-2");
        assertThat(merged(List.of(known), typed)).containsExactly(known);
        assertThat(merged(List.of(ADA), typed)).containsExactly(typed);
        assertThat(merged(List.of(ADA.withCandidate("C-1")), typed))
                .containsExactly(ADA.withMail("other@example.org").withCandidate("C-1"));
    }

    @Test
    void appendsStudentsOfLaterSources() {
        assertThat(merged(List.of(BAO), ADA)).containsExactly(BAO, ADA);
    }

    @Test
    void keepsEarlierStudentsMissingFromALaterList() {
        Batch before = Batch.collected(
                new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, List.of(Submission.untouched(ADA, List.of())));
        PlanGround.Earlier earlier = new PlanGround.Earlier(new BatchFolder(Path.of("earlier")), before,
                Register.EMPTY, Map.of());
        assertThat(PlannedRoster.of(new PlannedRoster.Sources(Optional.of(earlier), Optional.empty(), Optional.empty(),
                List.of(BAO)), List.of(), Optional.empty()).roster().students()).containsExactly(ADA, BAO);
    }
}
