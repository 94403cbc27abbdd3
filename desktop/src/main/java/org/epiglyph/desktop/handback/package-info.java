/**
 * Handing back: the look-over, the choice of way, the receipts.
 */
package org.epiglyph.desktop.handback;
