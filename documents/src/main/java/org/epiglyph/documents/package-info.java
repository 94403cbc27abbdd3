/**
 * Documents as pages: opened, turned from pictures into pages, rendered, read as words, and written on.
 * Rule: nobody outside this module touches a PDF, and nothing here changes an original.
 */
package org.epiglyph.documents;
