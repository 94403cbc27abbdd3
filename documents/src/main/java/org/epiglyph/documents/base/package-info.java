/** The basis of this module: typefaces, the formatting of remarks, and storage for what is too large for memory. */
package org.epiglyph.documents.base;
