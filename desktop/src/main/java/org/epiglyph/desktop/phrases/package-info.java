/**
 * The phrasebook screen: phrases and collections are written, organised, shared and imported here; a changed phrase is
 * changed where it is used, after its uses were shown.
 */
package org.epiglyph.desktop.phrases;
