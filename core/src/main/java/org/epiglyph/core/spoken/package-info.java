/** Spoken remarks: what they are about, how long they are, and where in a recording somebody speaks. */
package org.epiglyph.core.spoken;
