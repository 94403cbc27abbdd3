/** Grade sheets, class lists and reports: what the columns of a table mean, and what is written back into them. */
package org.epiglyph.exchange.sheet;
