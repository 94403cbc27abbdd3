/** The mark book: the class as a table, in which scores are typed, pasted and decided for many at once. */
package org.epiglyph.desktop.markbook;
