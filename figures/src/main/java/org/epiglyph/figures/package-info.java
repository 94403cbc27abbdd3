/**
 * The class in statistics: what the scores say, how certain that is, and how they came to be given. Computed by Commons
 * Statistics and Commons Math.
 */
package org.epiglyph.figures;
