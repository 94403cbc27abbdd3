/**
 * The check before handing back: what wants deciding, student by student. Rule: findings are facts about what stands in
 * the batch; nothing is guessed, and nothing is changed.
 */
package org.epiglyph.core.lookover;
