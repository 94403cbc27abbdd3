package org.epiglyph.core.passages;

/**
 * Words that stand in two works alike.
 *
 * @param at      where they begin in the one, from 0
 * @param otherAt where they begin in the other
 * @param length  how many words
 */
public record Passage(int at, int otherAt, int length) {}
