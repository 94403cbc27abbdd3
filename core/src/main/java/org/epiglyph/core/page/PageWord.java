package org.epiglyph.core.page;

/**
 * A word of a page and where it is.
 *
 * @param text the word as the document spells it
 * @param box  its place in page space
 * @param line the number of its line in reading order, from 0
 */
public record PageWord(String text, PageBox box, int line) {}
