/**
 * Page images for the screen: drawn in the background, kept within bounds, the next ones prepared ahead.
 */
package org.epiglyph.desktop.pages;
