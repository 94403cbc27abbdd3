/** Page images for the screen: drawn in the background, cached within limits, the next ones prepared ahead. */
package org.epiglyph.desktop.pages;
