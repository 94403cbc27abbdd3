/**
 * The phrasebook screen: phrases and collections are written, tidied, shared and taken in here; a changed phrase is
 * changed where it stands, after its places were shown.
 */
package org.epiglyph.desktop.phrases;
