/** What the screens share that tend what belongs to the whole batch: its mark scheme and its phrasebook. */
package org.epiglyph.desktop.care;
