package org.epiglyph.core;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

/** Matching by a few typed letters. */
class LettersTest {
    @Test
    void ignoresCaseAndAccentsAndRequiresEveryWord() {
        assertTrue(Letters.of("zoe MULL").areFoundIn("M\u00fcller, Zo\u00eb"));
        assertTrue(Letters.of("\u017br\u00f3d").areFoundIn("Pawe\u0142 \u017br\u00f3d\u0142owski"));
        assertFalse(Letters.of("zoe smith").areFoundIn("Zo\u00eb M\u00fcller"));
        assertTrue(Letters.of("   ").areFoundIn("anybody"));
        assertEquals("zoe", Letters.folded("ZO\u00cb"));
    }

    @Property
    void findsPreparedTextAlike(@ForAll @AlphaChars @StringLength(max = 12) String typed,
            @ForAll @AlphaChars @StringLength(max = 20) String words) {
        assertEquals(Letters.of(typed).areFoundIn(words), Letters.of(typed).areInFolded(Letters.folded(words)));
        assertTrue(Letters.of(words).areFoundIn("before " + words.toUpperCase(java.util.Locale.ROOT) + " behind"));
    }
}
