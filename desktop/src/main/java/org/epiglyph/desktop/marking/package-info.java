/**
 * What the desk knows and can do, without any node: the submission on it, the selected marks, the remark being written,
 * the scores. Rule: every change goes through {@link org.epiglyph.desktop.marking.DeskModel#edit}.
 */
package org.epiglyph.desktop.marking;
