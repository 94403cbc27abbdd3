/**
 * What belongs to the marker and outlives every batch, and where the platform wants it kept.
 */
package org.epiglyph.desktop.settings;
