/**
 * The record service's client. Rule: a token travels only to its own service, over TLS or to this machine.
 */
package org.epiglyph.exchange.record;
