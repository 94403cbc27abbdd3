/**
 * What a pen tablet says, and recorded traces of hands that can be played as if by one.
 * Rule: a device and a recording speak the same language, so that nothing above can tell them apart.
 */
package org.epiglyph.core.pen;
