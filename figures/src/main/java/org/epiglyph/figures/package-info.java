/** The class in figures: what the scores say, how sure that is, and how they came to be given. Statistics by Commons Statistics and Commons Math. */
package org.epiglyph.figures;
