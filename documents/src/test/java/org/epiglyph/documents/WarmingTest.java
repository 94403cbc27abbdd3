package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThatNoException;

import org.junit.jupiter.api.Test;

class WarmingTest {
    @Test
    void drawsTheWarmUpPage() {
        assertThatNoException().isThrownBy(Warming::run);
    }
}
