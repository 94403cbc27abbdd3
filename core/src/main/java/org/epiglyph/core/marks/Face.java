package org.epiglyph.core.marks;

import java.math.BigDecimal;

/** What a stamp shows. Its box is one unit high. */
public sealed interface Face permits Sign, Face.Text, Face.Score, Face.Picture {
    /** Width over height of its box. */
    double aspect();

    /**
     * A short text of the marker's own, or a date.
     *
     * @param text   never blank, one line
     * @param aspect the width of the text in the marker's typeface at a type size of {@link Stamp#TYPE}
     */
    record Text(String text, double aspect) implements Face {
        public Text {
            if (text.isBlank() || text.contains("\n") || !(aspect > 0)) {
                throw new IllegalArgumentException("A stamp needs one line of words");
            }
        }
    }

    /**
     * Points given at a place; a number with a rule below it.
     *
     * @param points below 0 for points taken off
     * @param aspect the width of the number, as for text
     */
    record Score(BigDecimal points, double aspect) implements Face {
        public Score {
            if (!(aspect > 0)) {
                throw new IllegalArgumentException("A score stamp needs a width above 0");
            }
        }

        /** The number as shown, with a sign if points are taken off. */
        public String text() {
            return points.stripTrailingZeros().toPlainString().replace('-', '\u2212');
        }
    }

    /**
     * A picture of the marker's own.
     *
     * @param name   the name under which the batch stores it: its digest and a file extension
     * @param aspect width over height, above 0
     */
    record Picture(String name, double aspect) implements Face {
        public Picture {
            if (!name.matches("[0-9a-f]{64}\\.png") || !(aspect > 0)) {
                throw new IllegalArgumentException("A picture needs its digest as a name and a width above 0");
            }
        }
    }
}
