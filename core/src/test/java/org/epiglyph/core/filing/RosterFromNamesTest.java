package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class RosterFromNamesTest {
    private static String words(RosterFromNames read) {
        return String.join("; ",
                read.roster().students().stream().map(s -> s.key() + "|" + s.given() + "|" + s.family()).toList());
    }

    @Test
    void keysAndNamesAreReadFromTheUsualKindsOfNames() {
        RosterFromNames read = RosterFromNames.read(
                List.of("K-4401_h1_Lind_work.pdf", "K-4402_h1_Nguyen_a b.pdf", "K-4402_h2_Nguyen_c.pdf"),
                Optional.empty());
        assertThat(words(read)).isEqualTo("K-4401||Lind; K-4402||Nguyen");
        assertThat(read.owner("K-4402_h2_Nguyen_c.pdf").value()).isEqualTo("K-4402");
        assertThat(words(
                RosterFromNames.read(List.of("Lind, Ada - plan.pdf", "Nguyen, Bao - my plan.pdf"), Optional.empty())))
                .isEqualTo("Lind, Ada|Ada|Lind; Nguyen, Bao|Bao|Nguyen");
    }

    @Test
    void aFolderForEachStudentIsAStudent() {
        RosterFromNames read = RosterFromNames.read(
                List.of("class/Lind, Ada/a.pdf", "class/Lind, Ada/b.pdf", "class/Nguyen, Bao/a.pdf"),
                Optional.empty());
        assertThat(words(read)).isEqualTo("Lind, Ada|Ada|Lind; Nguyen, Bao|Bao|Nguyen");
        assertThat(read.owner("class/Lind, Ada/b.pdf")).isEqualTo(read.owner("class/Lind, Ada/a.pdf"));
    }

    @Test
    void namesWithoutAnythingInCommonAreStudentsByThemselves() {
        assertThat(words(RosterFromNames.read(List.of("ada.pdf", "scan 17 (b).pdf"), Optional.empty())))
                .isEqualTo("ada||ada; scan 17 (b)||scan 17 (b)");
    }

    @Test
    void aRuleByHandIsFollowed() {
        RosterFromNames read = RosterFromNames.read(List.of("tides-Ada.Lind-x.pdf", "tides-Bao.Nguyen-y.pdf"),
                Optional.of(FilingRule.of("r", FilingRule.FILE, "tides-<given>.<family>-<free>")));
        assertThat(words(read)).isEqualTo("Lind, Ada|Ada|Lind; Nguyen, Bao|Bao|Nguyen");
    }
}
