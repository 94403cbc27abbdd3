/**
 * The marker's own tools, slot by slot. Belongs to the marker, not to a batch.
 */
package org.epiglyph.core.pencase;
