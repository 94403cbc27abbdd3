/**
 * Spelling of the marker's own text, by dictionaries that ship with the program. Rule: words are looked up on this
 * machine and never leave it; words that the marker adds are stored in the settings.
 */
package org.epiglyph.desktop.spelling;
