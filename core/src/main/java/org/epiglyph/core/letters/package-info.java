/** Letters to students: the recipients, and what each of them reads. */
package org.epiglyph.core.letters;
