/**
 * Where remarks are placed in the margin. Rule: order is kept, nothing overlaps, nothing moves further than it must.
 */
package org.epiglyph.core.margin;
