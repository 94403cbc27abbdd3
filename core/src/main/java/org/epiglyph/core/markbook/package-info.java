/**
 * The mark book: the class as a table, which students it shows in which order, what is typed into it, and what is
 * decided for many at once.
 */
package org.epiglyph.core.markbook;
