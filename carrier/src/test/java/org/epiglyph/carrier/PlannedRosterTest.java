package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
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
    void aLaterSourceAddsWhatIsMissingAndChangesNothing() {
        Student known = ADA.withMail("ada@example.org").withCandidate("C-1");
        Student typed = ADA.withMail("other@example.org").withCandidate("C-2");
        assertThat(merged(List.of(known), typed)).containsExactly(known);
        assertThat(merged(List.of(ADA), typed)).containsExactly(typed);
        assertThat(merged(List.of(ADA.withCandidate("C-1")), typed))
                .containsExactly(ADA.withMail("other@example.org").withCandidate("C-1"));
    }

    @Test
    void studentsOfLaterSourcesFollow() {
        assertThat(merged(List.of(BAO), ADA)).containsExactly(BAO, ADA);
    }
}
