package org.epiglyph.core.phrases;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SlotsTest {
    private static final Slots CLEARANCE = Slots
            .of("{name}, you are {number: metres} m {one of: too high, too low} on {words: which page}.");

    @Test
    void fillsSlotsAndReadsTheirValuesBack() {
        assertThat(CLEARANCE.asked()).containsExactly(new Slots.Number("metres"),
                new Slots.OneOf(List.of("too high", "too low")), new Slots.FreeText("which page"));
        String text = CLEARANCE.filled("Oyelaran", List.of("0.4", "too low", "page 2"));
        assertThat(text).isEqualTo("Oyelaran, you are 0.4 m too low on page 2.");
        assertThat(CLEARANCE.placed(text + " Have another look.")).hasValue(
                new Slots.Placed(List.of("0.4", "too low", "page 2"), " Have another look."));
        assertThat(CLEARANCE.placed("Something else")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Use {braces} as you like", "{one of: }", "{", "set {1, 2}", "\\Q{\\E", ""})
    void otherBracesAreText(String text) {
        Slots slots = Slots.of(text);
        assertThat(slots.asked()).isEmpty();
        assertThat(slots.filled("Ada", List.of())).isEqualTo(text);
    }

    @Test
    void prefersTheLongestMatchingOption() {
        Slots level = Slots.of("The level is {one of: low, lower}");
        assertThat(level.placed("The level is lower")).hasValue(new Slots.Placed(List.of("lower"), ""));
        assertThat(level.placed("The level is low, see above"))
                .hasValue(new Slots.Placed(List.of("low"), ", see above"));
    }

    @Test
    void aNameAtTheEndIsOneWord() {
        Slots praise = Slots.of("Well done, {name}");
        assertThat(praise.placed("Well done, Oyelaran and all")).hasValue(new Slots.Placed(List.of(), " and all"));
    }
}
