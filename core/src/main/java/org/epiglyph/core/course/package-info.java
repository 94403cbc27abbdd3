/** The batches of one course together: results of a student over them, averages, criteria that recur. */
package org.epiglyph.core.course;
