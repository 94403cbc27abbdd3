/**
 * From the hand's path to smooth ink: thinning, fitting curves, measuring distances. Pure geometry, no marks.
 */
package org.epiglyph.core.ink;
