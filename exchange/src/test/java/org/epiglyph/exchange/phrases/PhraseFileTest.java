package org.epiglyph.exchange.phrases;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.MarkScheme;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PhraseFileTest {
    private static final MarkScheme SCHEME = MarkScheme.single(BigDecimal.TEN);
    private static final List<Phrase> ALL = List.of(
            new Phrase("p1", "un", "**Unit** missing, {name}:\n\n- metres\n- \"hours\", too", "c1",
                    Optional.of(new BigDecimal("-0.5")), "Units; and signs", List.of("tides", "numbers"),
                    Audience.STUDENT, Optional.of(new Phrase.With(Optional.of(Sign.HALF_TICK), Ink.PLUM)), "", ""),
            new Phrase("p2", "ck", "Ask a colleague.", "", Optional.empty(), "", List.of(), Audience.PRIVATE,
                    Optional.of(new Phrase.With(Optional.empty(), Ink.OCHRE)), "", ""),
            new Phrase("p3", "", "Well argued.", "", Optional.empty()));

    @ParameterizedTest
    @ValueSource(strings = {"p.csv", "p.xlsx", "p.json", "p.md"})
    void readsBackEverything(String name) throws Problem {
        assertThat(PhraseFile.read(PhraseFile.write(ALL, "Tides", SCHEME, name), name, SCHEME).phrases())
                .isEqualTo(ALL);
    }

    @Test
    void anUnknownCriterionMakesAGeneralPhrase() throws Problem {
        byte[] bytes = "words,criterion\nHello,Units\n".getBytes(StandardCharsets.UTF_8);
        assertThat(PhraseFile.read(bytes, "p.csv", SCHEME).phrases()).singleElement()
                .satisfies(p -> assertThat(p.criterion()).isEmpty());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"words,effect;A,1;B,lots | line 3: 'lots' under 'effect' is not a number",
            "words,mark;A,smile | line 2: 'smile' is not a sign",
            "words,mark;A,tick in gold | line 2: 'gold' is not an ink",
            "code;A | needs a column headed 'words'", "{\"a\":1} | has no 'phrases'",
            "{\"phrases\": | is not valid JSON",
            "# Tides | has no phrases"})
    void reportsErrorsWithTheirPlace(String text, String complaint) {
        byte[] bytes = text.replace(';', '\n').getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> PhraseFile.read(bytes, "p", SCHEME)).isInstanceOf(Problem.class)
                .hasMessageContaining(complaint);
    }

    @Test
    void refusesAnUnknownExtension() {
        assertThatThrownBy(() -> PhraseFile.write(ALL, "Tides", SCHEME, "p.doc")).isInstanceOf(Problem.class)
                .hasMessageContaining(".csv, .xlsx, .json or .md");
    }
}
