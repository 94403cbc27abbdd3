/** The window around all places: the top line, the acts with their keys, the command finder, background work. */
package org.epiglyph.desktop.frame;
