package org.epiglyph.documents;

/**
 * The words of an annotation as a reader of the document finds them.
 *
 * @param top   points from the top edge of the shown page to the top of the annotation
 * @param text what it says, never blank
 */
public record WrittenRemark(double top, String text) {}
