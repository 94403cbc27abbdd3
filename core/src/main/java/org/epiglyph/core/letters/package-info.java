/** Letters to students: to whom, and what each one reads. */
package org.epiglyph.core.letters;
