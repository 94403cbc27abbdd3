/**
 * The ledger: one submission's criteria, scores and remarks, each kind of criterion with its own way of being settled.
 */
package org.epiglyph.desktop.ledger;
