package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Words of any length. */
class FormTest {
    @Test
    void wordsAreShownFromTheirBeginning() {
        assertThat(Form.beginning("", 5)).isEmpty();
        assertThat(Form.beginning("short", 5)).isEqualTo("short");
        assertThat(Form.beginning("The heights differ", 12)).isEqualTo("The heights \u2026");
        assertThat(Form.beginning("The heights differ", 11)).isEqualTo("The heights \u2026");
        assertThat(Form.beginning("The heights differ", 10)).as("a single short word would say nothing")
                .isEqualTo("The heigh \u2026");
    }

    @Test
    void noLetterIsCutInTwo() {
        String faces = "\uD83D\uDE42".repeat(40);
        for (int letters = 2; letters < 20; letters++) {
            String beginning = Form.beginning(faces, letters);
            assertThat(faces).startsWith(beginning.substring(0, beginning.length() - 2));
            assertThat(beginning.codePoints().filter(c -> c == 0x1F642).count())
                    .isEqualTo((beginning.length() - 2) / 2);
        }
    }
}
