package org.epiglyph.core;

import static org.assertj.core.api.Assertions.assertThat;

import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.junit.jupiter.api.Test;

class MessageTest {
    @Test
    void aMessageIsItsKeyAndItsValuesUntilSomebodyReadsIt() {
        Message said = Message.of(Batch.class, "noStudent", "K-1");
        assertThat(said).isEqualTo(Message.of(Batch.class, "noStudent", "K-1"))
                .isNotEqualTo(Message.of(Batch.class, "noStudent", "K-2"));
        assertThat(said.key()).isEqualTo("Batch.noStudent");
        assertThat(said.inWords()).isEqualTo("The class has no student with the key K-1.");
        assertThat(new EditRefused(said).said()).isEqualTo(said);
        assertThat(new EditRefused(said)).hasMessage(said.inWords());
    }

    @Test
    void numbersAreNotGroupedAndBracesAndApostrophesOfNamesStay() {
        assertThat(Message.of(Batch.class, "noStudent", 12_345).inWords()).contains("12345");
        assertThat(Message.of(Batch.class, "noStudent", "O'Brien {0}").inWords()).contains("O'Brien {0}");
        assertThat(Message.words("It's {1} as it is.").inWords()).isEqualTo("It's {1} as it is.");
    }

    @Test
    void aMessageMayHoldAnother() {
        Message inner = Message.words("The disk is full.");
        Problem outer = new Problem(Message.of(Batch.class, "noStudent", inner), new IllegalStateException());
        assertThat(outer).hasMessage("The class has no student with the key The disk is full..");
        assertThat(outer.said().values()).containsExactly(inner);
        assertThat(outer).hasCauseInstanceOf(IllegalStateException.class);
    }

    @Test
    void aKeyWithoutWordsShowsItself() {
        assertThat(Message.of(Batch.class, "nowhere").inWords()).isEqualTo("!Batch.nowhere!");
        assertThat(new Problem("Plain words.").said().inWords()).isEqualTo("Plain words.");
    }
}
