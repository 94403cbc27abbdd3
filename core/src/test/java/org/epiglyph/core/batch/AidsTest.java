package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Aids for marking the whole batch. */
class AidsTest {
    private static final Document MODEL = new Document("x1", "model.pdf", "0".repeat(64), 9, new Pages.Ready(2, ""),
            "");

    private static Limits limits(String text, String boundary) {
        return new Limits(Optional.of(text).map(BigDecimal::new), Optional.of(boundary).map(BigDecimal::new));
    }

    @Test
    void eachPartChangesAlone() {
        SetAside aside = new SetAside("the tide tables", SetAside.Reason.values()[0]);
        Aids aids = Aids.NONE.withDocuments(List.of(MODEL))
                .withLanguage("fr")
                .withLimits(limits("50", "1"))
                .withAside(List.of(aside));
        assertThat(aids).isEqualTo(new Aids(List.of(MODEL), "fr", limits("50", "1"), List.of(aside)));
        assertThat(aids.find("x1")).contains(MODEL);
        assertThat(aids.find("x2")).isEmpty();
        assertThat(new Aids(List.of(), "fr", null, null)).as("of an earlier version")
                .isEqualTo(new Aids(List.of(), "fr", Limits.NONE, List.of()));
    }

    @Test
    void limitsStayWithinTheirBounds() {
        assertThat(limits("0", "0").remarkBelow()).contains(BigDecimal.ZERO);
        assertThat(limits("100", "0.5").remarkBelow()).contains(new BigDecimal("100"));
        assertThatThrownBy(() -> limits("100.1", "0")).hasMessageContaining("100.1");
        assertThatThrownBy(() -> limits("-1", "0")).hasMessageContaining("-1");
        assertThatThrownBy(() -> limits("0", "-0.1")).hasMessageContaining("-0.1");
    }
}
