package org.epiglyph.documents;

/**
 * A page as a picture, upright as a reader shows it.
 *
 * @param width  pixels
 * @param height pixels
 * @param argb   rows from the top, one opaque pixel per entry; not to be changed
 */
public record PageImage(int width, int height, int[] argb) {}
