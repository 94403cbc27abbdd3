/** What the editors of a batch's mark scheme and phrasebook share. */
package org.epiglyph.desktop.editor;
