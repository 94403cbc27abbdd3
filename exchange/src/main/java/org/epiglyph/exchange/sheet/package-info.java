/**
 * Tables as they arrive and go back: grade sheets, mark schemes, phrases. Rule: a cell that need not change keeps its bytes.
 */
package org.epiglyph.exchange.sheet;
