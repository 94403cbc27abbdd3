/**
 * Paper and ink on the screen: the roll of pages, the marks drawn on them, the margin with its remarks, and the
 * gestures of pointer, pen and keys. Rule: what happens on paper becomes an edit of the marking model; nothing here
 * changes a batch by itself.
 */
package org.epiglyph.desktop.paper;
