/**
 * The shelf: all batches of a folder.
 */
package org.epiglyph.desktop.shelf;
