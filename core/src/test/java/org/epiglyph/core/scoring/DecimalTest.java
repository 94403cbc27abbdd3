package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DecimalTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"7.5;7.5", "7,50;7.5", " -0,25 ;-0.25", "\u22123;-3", "1E2;100", "0E-9;0",
            "999999999;999999999", "0.30000000000000004;0.30000000000000004"})
    void readsNumbersAsWritten(String written, String value) {
        assertThat(Decimal.of(written)).isEqualByComparingTo(new BigDecimal(value));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "seven", "7.5.1", "1,000.5", "1E10", "1E2147483647", "1E-2147483647", "0E999999999",
            "1000000000", "0.0000000000000000000000000000000000000000001"})
    void rejectsInvalidAndOutOfRangeNumbers(String written) {
        assertThatThrownBy(() -> Decimal.of(written)).isInstanceOf(NumberFormatException.class);
    }
}
