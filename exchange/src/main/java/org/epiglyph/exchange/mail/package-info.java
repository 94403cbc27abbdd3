/** Letters as files and by a mail service. */
package org.epiglyph.exchange.mail;
