/**
 * One batch: its submissions, the {@link org.epiglyph.core.batch.Edit edits} that change it, and the history they make.
 * Rule: an edit is the only way to change a batch, and every edit knows its inverse.
 */
package org.epiglyph.core.batch;
