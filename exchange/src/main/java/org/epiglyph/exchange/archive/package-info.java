/**
 * Files as they arrive: from an archive or a folder. Rule: no name from outside ever becomes a path on this disk unchecked.
 */
package org.epiglyph.exchange.archive;
