/**
 * The program at the marker's desk: where it starts and how its parts are put together. Rule: wiring lives here, work does not.
 */
package org.epiglyph.desktop;
