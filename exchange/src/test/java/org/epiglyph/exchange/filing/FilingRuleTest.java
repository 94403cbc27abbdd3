package org.epiglyph.exchange.filing;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;

/** Common practice, no source: what identifies the student comes back unchanged; anything may follow it. */
class FilingRuleTest {
    @Example
    void theEndingAloneIsExchanged() {
        assertThat(FilingRule.handedBack("B/K-4417_h1_workbook.pdf")).isEqualTo("B/K-4417_h1_workbook_marked.pdf");
        assertThat(FilingRule.handedBack("K-4417 page 1.JPG")).isEqualTo("K-4417 page 1_marked.pdf");
        assertThat(FilingRule.handedBack("a.b/K-1")).isEqualTo("a.b/K-1_marked.pdf");
    }

    @Property
    void theIdentifyingStartIsKeptToTheLetter(@ForAll @StringLength(min = 1, max = 20) String free) {
        String start = "Zoë\u0301 K-1_";
        assertThat(FilingRule.handedBack(start + free.replace("/", "") + ".pdf")).startsWith(start)
                .endsWith("_marked.pdf");
    }
}
