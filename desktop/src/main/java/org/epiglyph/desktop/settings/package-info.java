/** What belongs to the marker and outlives every batch, and where the platform stores it. */
package org.epiglyph.desktop.settings;
