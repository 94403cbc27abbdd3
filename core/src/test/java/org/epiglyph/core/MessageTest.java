package org.epiglyph.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.junit.jupiter.api.Test;

class MessageTest {
    @Test
    void isItsKeyAndArgumentsUntilRead() {
        Message said = Message.of(Batch.class, "noStudent", "K-1");
        assertThat(said).isEqualTo(Message.of(Batch.class, "noStudent", "K-1"))
                .isNotEqualTo(Message.of(Batch.class, "noStudent", "K-2"));
        assertThat(said.key()).isEqualTo("Batch.noStudent");
        assertThat(said.text()).isEqualTo("The class has no student with the key K-1.");
        assertThat(new EditRefused(said).asMessage()).isEqualTo(said);
        assertThat(new EditRefused(said)).hasMessage(said.text());
    }

    @Test
    void doesNotGroupNumbersAndKeepsBracesAndApostrophesOfNames() {
        assertThat(Message.of(Batch.class, "noStudent", 12_345).text()).contains("12345");
        assertThat(Message.of(Batch.class, "noStudent", "O'Brien {0}").text()).contains("O'Brien {0}");
        assertThat(Message.literal("It's {1} as it is.").text()).isEqualTo("It's {1} as it is.");
    }

    @Test
    void aKeyWithoutTextShowsItself() {
        assertThat(Message.of(Batch.class, "nowhere").text()).isEqualTo("!Batch.nowhere!");
        assertThat(new Problem("Plain words.").asMessage().text()).isEqualTo("Plain words.");
    }

    @Test
    void onlyUnknownKeysAreUnknown() {
        assertThat(Message.of(Batch.class, "noStudent", "K-1").isKnown()).isTrue();
        assertThat(Message.literal("!Batch.nowhere!").isKnown()).isTrue();
        assertThat(Message.of(Batch.class, "nowhere").isKnown()).isFalse();
    }

    @Test
    void joinsMessagesWithoutEmptyOnes() {
        Message one = Message.literal("One.");
        assertThat(one).hasToString("One.");
        assertThat(Message.text(List.of(one, Message.literal(""), Message.literal("Two.")))).isEqualTo("One. Two.");
        assertThat(Message.text(List.of())).isEmpty();
    }
}
