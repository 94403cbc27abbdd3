/**
 * The window around all places: the top line, the acts with their keys, the command finder, work in the background.
 */
package org.epiglyph.desktop.frame;
