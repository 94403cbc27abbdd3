/**
 * What a student is told in words: the feedback text and the look-over before handing back.
 * Rule: nothing private passes through this package.
 */
package org.epiglyph.core.feedback;
