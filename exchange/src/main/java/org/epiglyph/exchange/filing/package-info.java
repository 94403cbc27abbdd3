/** How handed-back files are named. Rule: what identifies the student comes back unchanged. */
package org.epiglyph.exchange.filing;
