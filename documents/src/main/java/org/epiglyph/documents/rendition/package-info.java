/**
 * Pages made of received files that are not PDF: pictures, plain text, markup, office files and tables. Rule: what is
 * received is hostile until shown otherwise. Nothing in it is run, nothing is loaded from elsewhere, and the same file
 * gives the same pages each time.
 */
package org.epiglyph.documents.rendition;
