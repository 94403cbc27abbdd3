/** Phrasebooks as tables, in and out. */
package org.epiglyph.exchange.phrases;
