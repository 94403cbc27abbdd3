package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class RosterFromNamesTest {
    private static String words(RosterFromNames read) {
        return String.join("; ",
                read.roster().students().stream().map(s -> s.key() + "|" + s.given() + "|" + s.family()).toList());
    }

    @Test
    void readsKeysAndNamesFromUsualFileNames() {
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
    void equalNamesInDifferentFoldersAreDifferentStudents() {
        RosterFromNames read = RosterFromNames.read(
                List.of("scan 1/work (a).pdf", "scan 2/work (a).pdf", "scan 2/2 pages.pdf"), Optional.empty());
        assertThat(words(read)).isEqualTo(
                "scan 1/work (a)||scan 1/work (a); scan 2/work (a)||scan 2/work (a); 2 pages||2 pages");
    }

    @Test
    void aBlankNameIsAStudentToo() {
        assertThat(words(RosterFromNames.read(List.of(" .pdf", " ", "a/ .pdf"), Optional.empty())))
                .isEqualTo("' .pdf'||' .pdf'; ' '||' '; 'a/ .pdf'||'a/ .pdf'");
    }

    @Test
    void fourOfFiveNamesMakeARule() {
        List<String> four = List.of("K-2_Lind_(a).pdf", "K-3_Vega_(a).pdf", "K-4_Ost_(a).pdf", "K-5_Rui_(a).pdf");
        assertThat(rule(with(four, "(odd)"))).isEqualTo("<key>_<family>_<free>");
        assertThat(rule(with(four.subList(0, 3), "(odd)"))).isEqualTo("none");
        assertThat(rule(List.of())).isEqualTo("none");
    }

    private static List<String> with(List<String> names, String other) {
        return Stream.concat(names.stream(), Stream.of(other)).toList();
    }

    private static String rule(List<String> paths) {
        return RosterFromNames.read(paths, Optional.empty()).rule().map(FilingRule::written).orElse("none");
    }

    private static int level(String... paths) {
        return RosterFromNames.read(List.of(paths), Optional.empty()).rule().map(FilingRule::level).orElse(-9);
    }

    @Test
    void severalFoldersOfUpToSixFilesAreStudents() {
        assertThat(level("Lind, Ada/1.pdf", "Lind, Ada/2.pdf", "Lind, Ada/3.pdf")).as("one folder").isEqualTo(-9);
        String[] many = new String[13];
        for (int i = 0; i < many.length; i++) {
            many[i] = (i < 6 ? "Lind, Ada/" : "Vega, Bea/") + "(" + i + ").pdf";
        }
        assertThat(level(Arrays.copyOf(many, 12))).isZero();
        assertThat(level(many)).as("sections, rather").isEqualTo(-9);
        assertThat(level("Lind, Ada/1.pdf", "Vega, Bea/2.pdf", "3.pdf")).as("a file in no folder").isEqualTo(-9);
        assertThat(level("a/b/c/Lind, Ada/1.pdf", "a/b/c/Vega, Bea/1.pdf")).isEqualTo(3);
        assertThat(level("Ost, Ole/x/Lind, Ada/1.pdf", "Rui, Rea/x/Vega, Bea/1.pdf")).as("from the inside out")
                .isEqualTo(2);
    }

    @Test
    void aKeyHasADigitAndThreeCharacters() {
        assertThat(rule(List.of("K1a_(x).pdf", "K2b_(x).pdf"))).isEqualTo("<key>_<free>");
        assertThat(rule(List.of("K1_(x).pdf", "K2_(x).pdf"))).isEqualTo("none");
        assertThat(rule(List.of("Lind - x.pdf", "Vega - x.pdf"))).isEqualTo("<family> - <free>");
    }
}
