package org.epiglyph.exchange.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.phrases.PhraseFile;
import org.epiglyph.exchange.scheme.SchemeFile;
import org.junit.jupiter.api.Test;

class GradeSheetTest {
    private static final String SHEET = "student key,given name,family name,handed in,score,maximum,feedback,office note\r\n"
            + "K-1,Ada,Example,2026-03-13T17:00:00Z,,32,,=SUM(A1)\r\nK-2,,Mahendra,,,32,,\"x, y\"\r\n";

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void changesOnlyScoreAndFeedbackOfTheGivenStudents() throws Problem {
        GradeSheet sheet = GradeSheet.read(bytes(SHEET), "the sheet");
        byte[] filled = sheet.with(
                Map.of(new StudentKey("K-1"),
                        new GradeSheet.Filled(new BigDecimal("29.50"), Optional.empty(), "Good.\nPages 1, 2.")));
        assertThat(new String(filled, StandardCharsets.UTF_8))
                .isEqualTo(SHEET.replace("17:00:00Z,,32,,", "17:00:00Z,29.5,32,\"Good.\nPages 1, 2.\","));
    }

    @Test
    void writesAGradeToItsOwnColumnWhichAloneCountsAsTheScore() throws Problem {
        Map<StudentKey, GradeSheet.Filled> filled = Map.of(new StudentKey("K-1"),
                new GradeSheet.Filled(new BigDecimal("29.5"), Optional.of("Master"), "Good."));
        GradeSheet both = GradeSheet.read(bytes("key,grade,score,feedback\nK-1,,,\nK-2,held,,\n"), "s");
        assertThat(both.with(filled)).asString(StandardCharsets.UTF_8)
                .isEqualTo("key,grade,score,feedback\nK-1,Master,29.5,Good.\nK-2,held,,\n");
        GradeSheet alone = GradeSheet.read(bytes("key,grade,feedback\nK-1,,\n"), "s");
        assertThat(alone.with(filled)).asString(StandardCharsets.UTF_8)
                .isEqualTo("key,grade,feedback\nK-1,29.5,Good.\n");
        GradeSheet fresh = GradeSheet.blank(List.of(new Student(new StudentKey("K-1"), "Ada", "Example", "")), true);
        assertThat(fresh.with(filled)).asString(StandardCharsets.UTF_8).endsWith("29.5,Master,Good.\r\n");
        GradeSheet ungraded = GradeSheet.blank(List.of(new Student(new StudentKey("K-1"), "Ada", "Example", "")),
                false);
        assertThat(ungraded.with(filled)).asString(StandardCharsets.UTF_8)
                .startsWith("student key,given name,family name,section,score,feedback\r\n");
    }

    @Test
    void readsTheRosterFromTheSheet() throws Problem {
        GradeSheet sheet = GradeSheet.read(bytes(SHEET), "the sheet");
        assertThat(sheet.roster().students()).extracting(s -> s.name()).containsExactly("Ada Example", "Mahendra");
        assertThat(sheet.maximum()).hasValue(new BigDecimal("32"));
        assertThat(sheet.handedIn(new StudentKey("K-1"), ZoneOffset.UTC)).isPresent();
        assertThat(sheet.handedIn(new StudentKey("K-2"), ZoneOffset.UTC)).isEmpty();
    }

    @Test
    void usesACandidateNumberAsTheKeyOnlyIfThereIsNoOther() throws Problem {
        GradeSheet both = GradeSheet.read(bytes("student id,candidate number,name,score\nS-1,4711,Ada Example,\n"),
                "s");
        assertThat(both.roster().students()).singleElement().satisfies(s -> {
            assertThat(s.key()).isEqualTo(new StudentKey("S-1"));
            assertThat(s.candidate()).isEqualTo("4711");
        });
        GradeSheet alone = GradeSheet.read(bytes("candidate number,name,score\n4711,Ada Example,\n"), "s");
        assertThat(alone.roster().students()).singleElement().satisfies(s -> {
            assertThat(s.key()).isEqualTo(new StudentKey("4711"));
            assertThat(s.candidate()).isEmpty();
        });
    }

    @Test
    void namesMissingColumns() {
        assertThatThrownBy(() -> GradeSheet.read(bytes("colour,size\nred,4\nblue,5\n"), "marks.csv"))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("marks.csv has no column that identifies the student");
        assertThatThrownBy(() -> GradeSheet.read(bytes("key,name\nK-1,Ada\n"), "marks.csv")
                .with(Map.of(new StudentKey("K-1"), new GradeSheet.Filled(BigDecimal.ONE, Optional.empty(), ""))))
                .hasMessageContaining("has no column for the score");
        assertThatThrownBy(() -> GradeSheet.read(bytes("key,score,feedback\nK-1,,\nK-1,,\n"), "marks.csv"))
                .hasMessageContaining("lists K-1 twice (line 3)");
        assertThatThrownBy(() -> GradeSheet.read(bytes(SHEET), "s")
                .with(Map.of(new StudentKey("K-9"), new GradeSheet.Filled(BigDecimal.ONE, Optional.empty(), ""))))
                .hasMessageContaining("has no row for K-9");
    }

    @Test
    void readsASchemeAndAPhrasebookAndNamesErrorsByLine() throws Problem {
        MarkScheme scheme = SchemeFile.read(bytes("criterion,maximum,step,text\nMethod,8,0.5,why\nUnits,4,,\n"),
                "scheme.csv");
        assertThat(scheme.maximum()).isEqualByComparingTo("12");
        assertThat(PhraseFile.read(bytes("code,words,criterion,effect\nun,Units!,units,\u22120.5\n"), "p.csv", scheme)
                .phrases()).singleElement()
                .satisfies(p -> assertThat(p.criterion()).isEqualTo("c2"))
                .satisfies(p -> assertThat(p.effect()).hasValue(new BigDecimal("-0.5")));
        assertThatThrownBy(() -> SchemeFile.read(bytes("criterion,maximum\nMethod,many\n"), "scheme.csv"))
                .hasMessage("scheme.csv, line 2: 'many' under 'maximum' is not a number. Correct that line.");
    }
}
