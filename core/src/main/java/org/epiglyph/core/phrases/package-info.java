/** The phrasebook: reusable remarks, and how they are found by a few letters. */
package org.epiglyph.core.phrases;
