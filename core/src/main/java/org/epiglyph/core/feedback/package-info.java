/** The text that a student receives. Rule: nothing private passes through this package. */
package org.epiglyph.core.feedback;
