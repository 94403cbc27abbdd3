/**
 * Documents as pages: opened, converted to pages, rendered, read as words, and written on. Rule: nobody outside this
 * module touches a PDF, and nothing here changes an original.
 */
package org.epiglyph.documents;
