package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DisarmedTest {
    @ParameterizedTest
    @ValueSource(strings = {"=HYPERLINK(\"x\")", "+cmd|' /C calc'!A0", "-2+3+cmd|'x'!A0", "@SUM(1)", "\tx", "\r=1",
            "=", "\uFF1D1"})
    void disarmsFormulasAndRestoresThem(String armed) {
        assertThat(Disarmed.of(armed)).isEqualTo("'" + armed);
        assertThat(Disarmed.back(Disarmed.of(armed))).isEqualTo(armed);
    }

    @ParameterizedTest
    @ValueSource(strings = {"-Ann O'Neill", "@Jo", "Bao", "-7.5", "+3", "'quoted'", "", "d'Arcy", "'t Hooft"})
    void keepsNamesAndNumbers(String harmless) {
        assertThat(Disarmed.of(harmless)).isEqualTo(harmless);
        assertThat(Disarmed.back(harmless)).isEqualTo(harmless);
    }

    @Test
    void aDisarmedSheetStillIdentifiesItsStudents() throws Exception {
        StudentKey key = new StudentKey("=1+1");
        GradeSheet blank = GradeSheet.blank(List.of(new Student(key, "+cmd|' /C calc'!A0", "-Ann", "@A")), false);
        String written = new String(blank.with(Map.of(key, new GradeSheet.Filled(java.math.BigDecimal.ONE,
                java.util.Optional.empty(), "=good"))), StandardCharsets.UTF_8);
        assertThat(written).contains("\"'=1+1\",\"'+cmd|' /C calc'!A0\",\"-Ann\",\"@A\",1,'=good");
    }
}
