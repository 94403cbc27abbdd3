/**
 * The phrasebook: remarks worth saying again, and how they are found by a few letters.
 */
package org.epiglyph.core.phrases;
