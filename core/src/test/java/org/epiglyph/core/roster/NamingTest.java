package org.epiglyph.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Students of one name are told apart by their keys. */
class NamingTest {
    private static Student student(String key, String given) {
        return new Student(new StudentKey(key), given, "Fischer", "A");
    }

    @Test
    void onlyNamesakesShowTheirKeys() {
        Student first = student("K-1", "Lena");
        Student second = student("K-2", "Lena");
        Student other = student("K-3", "Jonas");
        Naming naming = Naming.of(List.of(first, other, second));
        assertThat(naming.listed(first)).isEqualTo("Lena Fischer (K-1)");
        assertThat(naming.listed(second)).isEqualTo("Lena Fischer (K-2)");
        assertThat(naming.listed(other)).isEqualTo("Jonas Fischer");
    }
}
