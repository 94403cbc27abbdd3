/**
 * Statistics as pictures: drawn by JFreeChart in the colours of the window or of paper, each with its figures as a
 * table.
 */
package org.epiglyph.figures.plot;
