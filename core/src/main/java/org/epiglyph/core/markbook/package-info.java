/** The mark book: the class as a table, whom it shows in which order, what is typed into it, and what is decided for many. */
package org.epiglyph.core.markbook;
