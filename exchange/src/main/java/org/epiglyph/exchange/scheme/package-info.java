/** Mark schemes as tables and as JSON, in and out. */
package org.epiglyph.exchange.scheme;
