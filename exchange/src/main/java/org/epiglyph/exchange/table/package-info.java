/** Tables: cells, and the files they come from and go back to. A cell that need not change keeps its bytes. */
package org.epiglyph.exchange.table;
