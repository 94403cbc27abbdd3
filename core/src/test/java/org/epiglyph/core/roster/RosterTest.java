package org.epiglyph.core.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;

class RosterTest {
    private static final Student ADA = new Student(new StudentKey("K-1"), "Ada", "Lind", "A");
    private static final Student BAO = new Student(new StudentKey("K-2"), "Bao", "Vega", "A");

    @Test
    void findsStudentsByTheirExactKey() {
        Roster roster = new Roster(List.of(ADA, BAO));
        assertThat(roster.find(BAO.key())).hasValue(BAO);
        assertThat(roster.student(ADA.key())).isEqualTo(ADA);
        assertThat(roster.find(new StudentKey("k-1"))).isEmpty();
        assertThatThrownBy(() -> roster.student(new StudentKey("K-3"))).hasMessageContaining("K-3");
        assertThatThrownBy(() -> new Roster(List.of(ADA, ADA))).hasMessageContaining("K-1 is in the roster twice");
        assertThatThrownBy(() -> new StudentKey(" ")).hasMessageContaining("may not be blank");
    }
}
