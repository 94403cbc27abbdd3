package org.epiglyph.core.batch;

/**
 * A document that the marker changed in another program and attached; it goes back to the student with the others.
 *
 * @param to       id of the received document that it was made from
 * @param document the changed document; its path is the received one's, with the ending that it has now
 */
public record Attached(String to, Document document) {}
