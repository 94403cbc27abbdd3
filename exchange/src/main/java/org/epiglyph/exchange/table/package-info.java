/** Tables: cells, and the files they are read from and written to. A cell that need not change keeps its bytes. */
package org.epiglyph.exchange.table;
