/**
 * The task as it was set: title, due time, maximum. Lateness is stated here and nowhere else.
 */
package org.epiglyph.core.task;
