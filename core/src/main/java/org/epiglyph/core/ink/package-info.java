/** From the hand's path to smooth ink: thinning, curve fitting, distances. Pure geometry, no marks. */
package org.epiglyph.core.ink;
