package org.epiglyph.documents;

/**
 * The text of an annotation as a reader of the document finds it.
 *
 * @param top  points from the top edge of the page as shown to the top of the annotation
 * @param text never blank
 */
public record WrittenRemark(double top, String text) {}
