package org.epiglyph.exchange.filing;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Optional;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.epiglyph.core.filing.FilingRule;

/** Common practice, no source: what identifies the student is returned unchanged; anything may follow it. */
class ReturnedNameTest {
    @Example
    void theEndingAloneIsExchanged() {
        assertThat(marked("B/K-4417_h1_workbook.pdf")).isEqualTo("B/K-4417_h1_workbook_marked.pdf");
        assertThat(marked("K-4417 page 1.JPG")).isEqualTo("K-4417 page 1_marked.pdf");
        assertThat(marked("a.b/K-1")).isEqualTo("a.b/K-1_marked.pdf");
    }

    @Example
    void aNameThatIsTooLongLosesOfItsFreePartAlone() {
        FilingRule rule = FilingRule.of("r", FilingRule.FILE, "<key>_<family>_<free>");
        String long250 = "K-1_" + "\u00E9".repeat(90) + "_" + "x".repeat(150) + ".pdf";
        String back = ReturnedName.marked(long250, Optional.of(rule));
        assertThat(back.getBytes(StandardCharsets.UTF_8)).hasSizeLessThanOrEqualTo(255);
        assertThat(back).startsWith("K-1_" + "\u00E9".repeat(90) + "_x").endsWith("x_marked.pdf");
    }

    @Property
    void preservesTheIdentifyingStartExactly(@ForAll @StringLength(min = 1, max = 20) String free) {
        String start = "Zoe\u0308\u0301 K-1_";
        assertThat(marked(start + free.replace("/", "") + ".pdf")).startsWith(start).endsWith("_marked.pdf");
    }

    private static String marked(String received) {
        return ReturnedName.marked(received, Optional.empty());
    }
}
