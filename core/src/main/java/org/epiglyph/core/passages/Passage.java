package org.epiglyph.core.passages;

/**
 * Words that are the same in two works.
 *
 * @param at      where they begin in the first, from 0
 * @param otherAt where they begin in the second
 * @param length  number of words
 */
public record Passage(int at, int otherAt, int length) {}
