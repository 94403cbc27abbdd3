/**
 * The check before handing back: what must be decided, student by student. Rule: findings are facts about the batch;
 * nothing is guessed, and nothing is changed.
 */
package org.epiglyph.core.lookover;
