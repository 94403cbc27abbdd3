/**
 * What a pen tablet reports, and recorded traces that can be played like one. Rule: a device and a recording have the
 * same interface, so that nothing above can tell them apart.
 */
package org.epiglyph.core.pen;
