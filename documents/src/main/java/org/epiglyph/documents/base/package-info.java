/** What the rest of this module stands on: typefaces, the form of remarks, and where the PDF library puts what is too large for memory. */
package org.epiglyph.documents.base;
