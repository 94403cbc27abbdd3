/** Handing back: the look-over, the destination, the receipts. */
package org.epiglyph.desktop.handback;
