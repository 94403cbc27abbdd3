/** The program at the marker's desk: its start and the wiring of its parts. Rule: wiring lives here, work does not. */
package org.epiglyph.desktop;
