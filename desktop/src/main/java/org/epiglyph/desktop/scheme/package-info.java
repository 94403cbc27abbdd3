/**
 * The scheme screen: criteria, sections and rules are built here, tried on an imagined student, and put in force. What
 * would move results is said before it happens.
 */
package org.epiglyph.desktop.scheme;
