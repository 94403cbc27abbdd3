/**
 * Everything a marker can put on a page, as immutable records in page space, and how each is drawn. Rule: how a mark
 * looks is defined once, here; the desk and the PDF both follow that drawing.
 */
package org.epiglyph.core.marks;
