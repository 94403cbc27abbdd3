/** What the screens share that edit what belongs to the whole batch: its mark scheme and its phrasebook. */
package org.epiglyph.desktop.editor;
