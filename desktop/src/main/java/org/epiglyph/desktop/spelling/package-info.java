/**
 * Spelling of the marker's own words, by dictionaries that ship with the program.
 * Rule: words are looked up on this machine and never leave it; what the marker adds is kept in the settings.
 */
package org.epiglyph.desktop.spelling;
