/**
 * Mark scheme, scores and results in exact decimals. Rule: round once, at the end, and say so.
 */
package org.epiglyph.core.scoring;
